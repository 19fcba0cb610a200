import type { RawReading } from '@north-step/core/reading';
import { useDevice } from '../../devices/useDevice.ts';
import { NumberField } from '../../ui/index.ts';

export type ResidueSaid = { readonly sampleMl: number | undefined; readonly residueG: number | undefined };
export const NO_RESIDUE: ResidueSaid = { sampleMl: 10, residueG: undefined };
/** A dry residue as a reading, once it is whole. */
export const readingOf = ({ sampleMl, residueG }: ResidueSaid): RawReading | undefined =>
  sampleMl === undefined || residueG === undefined ? undefined : { kind: 'residue', sampleMl, residueG };

type ResidueProps = {
  readonly when: string;
  readonly said: ResidueSaid;
  readonly onChange: (said: ResidueSaid) => void;
};

/** A dry residue beside a step: so many millilitres dried, so many grams left. It may be left out. */
export function Residue({ when, said, onChange }: ResidueProps) {
  const { device, sample } = useDevice('scale');
  const grams = sample?.grams ?? device?.last?.grams;
  const pct = said.sampleMl && said.residueG !== undefined ? (100 * said.residueG) / (said.sampleMl * 0.81) : undefined;
  return (
    <fieldset className="mt-3">
      <legend className="font-bold">A reading {when}</legend>
      <p className="text-[13px] text-ink-2">
        Dry some of it and weigh what is left: the yield and the worth of another pass follow it. Left empty, the book
        goes on by the model.
      </p>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <NumberField
          label="Dried"
          unit="mL"
          className="w-24"
          min={1}
          max={500}
          value={said.sampleMl}
          onChange={(sampleMl) => onChange({ ...said, sampleMl })}
        />
        <NumberField
          label="Left in the dish"
          unit="g"
          className="w-32"
          min={0}
          max={200}
          step={0.01}
          value={said.residueG}
          onChange={(residueG) => onChange({ ...said, residueG })}
        />
        {device && grams !== undefined && grams > 0 && (
          <button
            type="button"
            className="btn"
            onClick={() => onChange({ ...said, residueG: Number(grams.toFixed(2)) })}
          >
            Take {grams.toFixed(2)} g from {device.name}
          </button>
        )}
        {pct !== undefined && <span className="pb-2 font-mono">about {pct.toFixed(1)} %</span>}
      </div>
    </fieldset>
  );
}
