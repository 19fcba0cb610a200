import { VAPOUR_ALARM_PCT_LEL } from '@north-step/core/bench';
import { plainNumber } from '@north-step/core/units';
import { useEffect } from 'react';
import { useAppSelector } from '../../store/store.ts';

/** Solvent vapour that could burn, by the sensor: said above everything until it is gone. */
export function VapourStrip({ vapourPctLel = 0 }: { readonly vapourPctLel?: number | undefined }) {
  const signals = useAppSelector((state) => state.here.signals);
  const alarm = vapourPctLel >= VAPOUR_ALARM_PCT_LEL;
  const say = 'Vapour: lids on, air on, no switches';
  useEffect(() => {
    if (!alarm) return;
    const call = { batchId: 'room', stepId: 'vapour', tier: 'limit', say, reason: '' } as const;
    void import('../../signals/callOut.ts').then(({ callOut }) => callOut(call, signals)).catch(() => {});
  }, [alarm, signals]);
  if (!alarm) return null;
  return (
    <section
      role="alert"
      className="flex flex-wrap items-baseline gap-x-4 border-b-[3px] border-brick bg-panel px-[18px] py-2"
    >
      <b className="text-xl text-brick">△ {say}.</b>
      <span className="font-mono text-xl font-bold">{plainNumber(vapourPctLel)} %</span>
      <span>
        of what can burn, by the sensor. It is heavier than air: it lies low. No heat, no sparks; ovens and warm air
        stay off. If it rises, leave and follow your local plan.
      </span>
    </section>
  );
}
