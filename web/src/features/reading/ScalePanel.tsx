import type { ButtonOf } from '@north-step/contract';
import { plainNumber } from '@north-step/core/units';
import { useDevice } from '../../devices/useDevice.ts';
import type { Task } from './tasks.ts';
import { useCalmDrift } from './useCalmDrift.ts';

type Props = {
  readonly scale: NonNullable<Task['scale']>;
  readonly vesselId: string;
  readonly vesselName: string;
  readonly amountMl: number;
  readonly onWeight: (grams: number) => void;
};

/** The bench scale, live: tare it, weigh on it. A simulated one lets a trainee put things on the pan. */
export function ScalePanel({ scale, vesselId, vesselName, amountMl, onWeight }: Props) {
  const { device, sample, press, refusal } = useDevice('scale');
  const drift = useCalmDrift(sample);
  if (!device) return <p className="text-ink-2">No bench scale is answering: type the weight from its display.</p>;
  const grams = sample?.grams ?? device.last?.grams ?? 0;
  const stable = sample?.stable ?? false;
  const hand: readonly (readonly [ButtonOf<'scale'>, string])[] =
    scale.empty === 'flask'
      ? [
          ['put flask', 'Put the empty flask on'],
          ['fill flask', `Fill it from ${vesselName}`],
          ['take off', 'Take it off'],
        ]
      : [
          ['put dish', 'Put the empty dish on'],
          ['dry dish', `${amountMl} mL of ${vesselName}, dried`],
          ['take off', 'Take it off'],
        ];
  return (
    <section aria-label={device.name} className="frame bg-panel p-4">
      <div className="flex items-baseline justify-between gap-4">
        <h3 className="font-bold">{device.name}</h3>
        <span className="text-sm text-ink-2">{stable ? 'calm' : 'settling …'}</span>
      </div>
      <p className="text-right font-mono text-[44px] leading-tight font-bold" aria-live="off">
        {grams.toFixed(2)} g
      </p>
      <p className="text-sm text-ink-2">{sample?.note ?? device.last?.note}</p>
      {drift !== undefined && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          Its zero runs away: {plainNumber(Math.abs(drift) * 60)} g in a minute with nothing touched. Do not weigh on
          it. Keep draughts off, switch it off and on, check it with the 100 g weight.
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <button type="button" className="btn" onClick={() => void press('tare')}>
          Tare
        </button>
        <button
          type="button"
          className="btn btn-sea"
          disabled={!stable || grams <= 0 || drift !== undefined}
          onClick={() => onWeight(grams)}
        >
          Take this weight
        </button>
      </div>
      {device.simulated && (
        <div className="mt-3 border-t border-line pt-3">
          <p className="text-sm text-ink-2">This scale is simulated: your hands are here.</p>
          <div className="mt-1 flex flex-wrap gap-2">
            {hand.map(([button, text]) => (
              <button
                key={button}
                type="button"
                className="btn"
                onClick={() => void press(button, { vesselId, amount: amountMl })}
              >
                {text}
              </button>
            ))}
          </div>
        </div>
      )}
      {refusal && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          {refusal}
        </p>
      )}
    </section>
  );
}
