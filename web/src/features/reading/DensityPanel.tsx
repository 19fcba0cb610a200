import { useDevice } from '../../devices/useDevice.ts';

type Props = {
  readonly vesselId: string;
  readonly vesselName: string;
  readonly onReading: (densityGPerMl: number, tempC: number | undefined) => void;
};

/** The density meter, live: dipped into the bath, taken when it is calm. */
export function DensityPanel({ vesselId, vesselName, onReading }: Props) {
  const { device, sample, press, refusal } = useDevice('density-meter');
  if (!device) return <p className="text-ink-2">No density meter is answering: type what the hydrometer shows.</p>;
  const { densityGPerMl, tempC, stable = false, note } = sample ?? device.last ?? {};
  return (
    <section aria-label={device.name} className="frame bg-panel p-4">
      <div className="flex items-baseline justify-between gap-4">
        <h3 className="font-bold">{device.name}</h3>
        <span className="text-sm text-ink-2">{stable ? 'calm' : note}</span>
      </div>
      <p className="text-right font-mono text-[44px] leading-tight font-bold" aria-live="off">
        {densityGPerMl === undefined ? '–' : `${densityGPerMl.toFixed(4)} g/mL`}
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-sea"
          disabled={!stable || densityGPerMl === undefined}
          onClick={() => onReading(densityGPerMl!, tempC)}
        >
          Take this reading
        </button>
        {device.simulated && (
          <>
            <button type="button" className="btn" onClick={() => void press('dip', { vesselId })}>
              Dip it into {vesselName}
            </button>
            <button type="button" className="btn" onClick={() => void press('lift')}>
              Lift it out
            </button>
          </>
        )}
      </div>
      {refusal && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          {refusal}
        </p>
      )}
    </section>
  );
}
