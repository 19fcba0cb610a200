import type { BenchReply } from '@north-step/contract';
import { type BatchState, lightSoFarS } from '@north-step/core/batch';
import { curePlanOf } from '@north-step/core/plan';
import { isCure } from '@north-step/core/route';
import { useMemo } from 'react';
import { WindowBar } from '../../glyphs/index.ts';
import { useNow } from '../../shell/useNow.ts';
import type { CureView } from './useCure.ts';

type WindowProps = {
  readonly batch: BatchState;
  readonly bench: BenchReply;
  readonly worked: CureView['worked'];
};

/** Between which times the parts are good: by their map where there is one, else by even light. */
export function TheWindow({ batch, bench, worked }: WindowProps) {
  const plan = useMemo(() => curePlanOf(batch, bench.bench), [batch, bench.bench]);
  const shown = worked?.forecast ?? plan;
  const { window } = shown;
  const nowMs = useNow(1000);
  const begun = batch.steps.some((one) => isCure(one) && one.state !== 'waiting');
  return (
    <>
      <h2 className="mt-2 text-lg font-bold">The window</h2>
      {batch.card.procedure ? (
        <p className="text-ink-2">A validated procedure has exact times and no window.</p>
      ) : window.handleS !== undefined ? (
        <WindowBar
          handleS={window.handleS}
          maxS={window.maxS}
          looksS={shown.doses ? [shown.doses.firstS] : []}
          nowS={begun ? lightSoFarS(batch, nowMs, bench.light[batch.id]) : undefined}
          handleRangeS={shown.range?.handleS}
          maxRangeS={shown.range?.maxS}
          widthPx={600}
          heightPx={24}
        />
      ) : (
        <p>{worked?.closed?.why ?? 'It follows from the light.'}</p>
      )}
      <p className="text-[13px] text-ink-2">
        {shown.from === 'even light' && <b>Even light is assumed; its map makes it sure. </b>}dotted: tacky · plain:
        good · hatched: {window.maxBy === 'tint' ? 'yellow' : 'brittle'}. Under-cure can be topped up, over-cure cannot
        be undone: the plan weighs looks against spoiled batches. Constants are invented defaults to be calibrated.
      </p>
    </>
  );
}
