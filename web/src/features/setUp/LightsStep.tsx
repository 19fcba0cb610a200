import { ledCount } from '@north-step/core/light';
import { benchOf, type LampSays } from '@north-step/core/setUp';
import { NumberField } from '../../ui/index.ts';
import type { StepProps } from './stepProps.ts';

/** Each light: by what is counted, by a meter, or not known yet. */
export function LightsStep({ draft, set }: StepProps) {
  const { stations, lamps } = benchOf(draft.bench, draft.also);
  const change = (at: number, over: LampSays) =>
    set({ lights: lamps.map((_, i) => ({ ...draft.lights[i], ...(i === at ? over : {}) })) });
  return (
    <>
      {lamps.map(({ stationId, lamp }, i) => (
        <section key={stationId} className="mb-4">
          <h2 className="text-lg font-bold">{stations.find(({ id }) => id === stationId)!.name}</h2>
          {lamp.kind === 'oven' && <p className="text-ink-2">It gives warmth, no light: nothing to say of it yet.</p>}
          {lamp.kind === 'sun' && <Sill draft={draft} set={set} />}
          {ledCount(lamp) > 0 && (
            <div className="grid max-w-[560px] grid-cols-2 gap-3">
              <NumberField
                label="LEDs, counted"
                unit={`usually ${ledCount(lamp)}`}
                min={1}
                max={2000}
                value={draft.lights[i]?.leds}
                onChange={(leds) => change(i, { leds })}
              />
              <NumberField
                label="a UV meter in its middle shows"
                unit="mW/cm²"
                min={0.05}
                step={0.1}
                value={draft.lights[i]?.meteredMWPerCm2}
                onChange={(meteredMWPerCm2) => change(i, { meteredMWPerCm2 })}
              />
            </div>
          )}
        </section>
      ))}
      <p className="mt-3 text-sm text-ink-2">
        Left empty, it is taken for a usual one and its light is known to a third: times under it are ranges that wide.
        Its table, walls and LEDs are described on Cure, with a picture.
      </p>
    </>
  );
}

const Sill = ({ draft, set }: StepProps) => (
  <div className="grid max-w-96 grid-cols-2 gap-3">
    <NumberField
      label="the sill lies north"
      unit="°"
      min={-90}
      max={90}
      value={draft.latDeg}
      onChange={(latDeg) => latDeg !== undefined && set({ latDeg })}
    />
    <NumberField
      label="east"
      unit="°"
      min={-180}
      max={180}
      value={draft.lonDeg}
      onChange={(lonDeg) => lonDeg !== undefined && set({ lonDeg })}
    />
  </div>
);
