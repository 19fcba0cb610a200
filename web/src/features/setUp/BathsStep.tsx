import { ledCount } from '@north-step/core/light';
import { benchOf } from '@north-step/core/setUp';
import { HeadRow, NumberField } from '../../ui/index.ts';
import type { Draft } from './draft.ts';
import type { StepProps } from './stepProps.ts';
import { usualFillMl } from './usualFill.ts';
import { GUESSED } from './words.ts';

export function BathsStep({ draft, set }: StepProps) {
  const baths = benchOf(draft.bench, draft.also).vessels.filter(({ kind }) => kind === 'bath');
  const amounts = baths.map(({ capacityMl }, i) => draft.filledMl[i] ?? usualFillMl(capacityMl));
  return (
    <>
      <div className="grid max-w-[560px] grid-cols-2 gap-3">
        {baths.map(({ id, name, solvent, capacityMl }, i) => (
          <NumberField
            key={id}
            label={`${name}: ${solvent}, fresh`}
            unit={`mL of ${capacityMl}`}
            min={0}
            max={capacityMl}
            step={100}
            value={amounts[i]}
            onChange={(value = 0) => set({ filledMl: amounts.map((one, k) => (k === i ? value : one)) })}
          />
        ))}
        {baths.some(({ solvent }) => solvent === 'isopropanol' || solvent === 'ethanol') && (
          <NumberField
            label="strength of the alcohol"
            unit="% by volume, as its can says"
            min={50}
            max={100}
            value={draft.strengthPct}
            onChange={(strengthPct) => strengthPct !== undefined && set({ strengthPct })}
          />
        )}
      </div>
      <p className="mt-3 text-sm text-ink-2">
        Filled just now with fresh liquid. What has washed before: put 0, fill it on Solvent, and read it there.
      </p>
      <StillGuessed draft={draft} />
    </>
  );
}

/** What is not known after this, and what narrows it. */
function StillGuessed({ draft }: { readonly draft: Draft }) {
  const { lamps } = benchOf(draft.bench, draft.also);
  const unmetered = lamps.some(({ lamp }, i) => ledCount(lamp) > 0 && !draft.lights[i]?.meteredMWPerCm2);
  return (
    <>
      <h2 className="mt-4 text-lg font-bold">What is still guessed, and what narrows it</h2>
      <table className="table-plain w-full">
        <HeadRow names={['guessed', 'narrowed by']} />
        <tbody>
          {GUESSED.filter(({ of }) => of !== 'lamps' || unmetered).map(({ what, narrows }) => (
            <tr key={what}>
              <td className="font-bold">{what}</td>
              <td>{narrows}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-3 text-sm">
        Gloves, eye cover, extraction; a tray under it all. The data sheets and local rules come first.
      </p>
    </>
  );
}
