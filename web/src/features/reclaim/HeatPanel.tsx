import type { ButtonOf, Sample } from '@north-step/contract';
import { HEAT_ENDS, type HeatEnd, type StillPlan } from '@north-step/core/reclaim';
import { clockText, plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { useDevice } from '../../devices/useDevice.ts';
import { useKeys } from '../../shell/useKeys.ts';
import { SelectField } from '../../ui/index.ts';
import type { StepProps } from './stepProps.ts';

/** Water that leaves a condenser warmer than this no longer catches the vapour. */
const WARM_CONDENSER_C = 35;
/** So near the stop the hand goes to the switch. */
const NEAR_K = 3;

export type Alarm = { readonly end: HeatEnd; readonly say: string };
/** Why the heat must go off now, by what the still shows. */
export function alarmOf(sample: Sample | undefined, still: StillPlan): Alarm | undefined {
  if (!sample) return undefined;
  const { tempC = 0, coolingC = 0 } = sample;
  if (coolingC > WARM_CONDENSER_C)
    return {
      end: 'cooling failed',
      say: `Heat off: the condenser is at ${plainNumber(coolingC, 3)} °C. Vapour gets out.`,
    };
  if (tempC >= still.stop.potC)
    return {
      end: 'pot too hot',
      say: `Heat off: the pot is at ${plainNumber(tempC, 3)} °C, its limit is ${plainNumber(still.stop.potC, 3)} °C.`,
    };
  return undefined;
}

/** The still: heat on, watched, heat off. Live from the still’s own sensors where it has some. */
export function HeatPanel({ run, next, nowMs, start, finish }: StepProps) {
  const { device, sample, press, refusal } = useDevice('still');
  const still = run.still!;
  const on = next.step.state === 'running';
  const shown = sample ?? device?.last ?? undefined;
  const alarm = on ? alarmOf(shown, still) : undefined;
  const [why, setWhy] = useState<HeatEnd>('as planned');
  const heat = () => press('heat on', { vesselId: run.inside.id, amount: still.powerW });
  const begin = async () => {
    if ((await start()) && device) await heat();
  };
  const end = () => {
    if (device) void press('heat off');
    finish({ heatEnd: alarm?.end ?? why });
  };
  useKeys({ ' ': () => (on ? end() : void begin()) });
  const ranS = on ? (nowMs - next.step.startedAtMs!) / 1000 : 0;
  return (
    <>
      {alarm && (
        <p role="alert" className="mb-3 border-[3px] border-brick p-3 text-xl font-bold text-brick">
          {alarm.say}
        </p>
      )}
      <dl className="grid grid-cols-4 gap-3 max-md:grid-cols-2">
        <Figure
          name="pot"
          value={shown?.tempC === undefined ? '–' : `${shown.tempC.toFixed(1)} °C`}
          note={`boils at ${plainNumber(still.potC[0], 3)} °C`}
        />
        <Figure
          name="condenser"
          value={shown?.coolingC === undefined ? '–' : `${shown.coolingC.toFixed(1)} °C`}
          note={`off above ${WARM_CONDENSER_C} °C`}
        />
        <Figure
          name="caught"
          value={shown?.grams === undefined ? '–' : `${shown.grams.toFixed(0)} g`}
          note={`${plainNumber(100 * still.yield)} % of the liquid expected`}
        />
        <Figure name="ran" value={clockText(ranS)} note={`${plainNumber(still.minutes)} min expected`} />
      </dl>
      {shown?.tempC !== undefined && !alarm && shown.tempC > still.stop.potC - NEAR_K && on && (
        <p className="mt-3 border-l-4 border-amber pl-3">Near its limit: hand at the switch.</p>
      )}
      {on && device && shown?.heating === false && !alarm && (
        <p role="alert" className="mt-3 border-l-4 border-brick pl-3">
          This step runs, but {device.name} says that its heat is off.{' '}
          <button type="button" className="btn" onClick={() => void heat()}>
            Heat on
          </button>
        </p>
      )}
      <p className="mt-3 text-sm text-ink-2">
        {device ? `${device.name}: ${shown?.note ?? ''}.` : 'No still speaks here: watch its own thermometer.'} Never
        leave it, never to dryness.
      </p>
      <div className="mt-4 flex flex-wrap items-end gap-3">
        {on ? (
          <>
            {!alarm && (
              <SelectField label="Why it ends" className="w-48" value={why} options={HEAT_ENDS} onChange={setWhy} />
            )}
            <button type="button" className="btn btn-sea text-lg" onClick={end}>
              <kbd className="mr-2 font-mono">Space</kbd>Heat off
            </button>
          </>
        ) : (
          <button type="button" className="btn btn-sea text-lg" onClick={() => void begin()}>
            <kbd className="mr-2 font-mono">Space</kbd>Condenser cold, heat on
          </button>
        )}
      </div>
      {device?.simulated && on && <Practice press={press} />}
      {refusal && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          {refusal}
        </p>
      )}
    </>
  );
}

function Figure({ name, value, note }: { readonly name: string; readonly value: string; readonly note: string }) {
  return (
    <div className="frame bg-panel px-3 py-2">
      <dt className="text-[13px] text-ink-2">{name}</dt>
      <dd className="font-mono text-[28px] leading-tight font-bold">{value}</dd>
      <dd className="text-[13px] text-ink-2">{note}</dd>
    </div>
  );
}

const HANDS = [
  ['time passes', 'Half an hour passes'],
  ['stop water', 'Its water stops'],
  ['mend', 'It is mended'],
] as const;
const Practice = ({
  press,
}: {
  readonly press: (button: ButtonOf<'still'>, more?: { amount?: number }) => Promise<void>;
}) => (
  <div className="mt-4 border-t border-line pt-3">
    <p className="text-sm text-ink-2">This still is simulated: your hands, and its faults, are here.</p>
    <div className="mt-1 flex flex-wrap gap-2">
      {HANDS.map(([button, text]) => (
        <button key={button} type="button" className="btn" onClick={() => void press(button, { amount: 30 })}>
          {text}
        </button>
      ))}
    </div>
  </div>
);
