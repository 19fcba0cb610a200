import type { SetUpShop } from '@north-step/contract';
import { CURE_FAMILIES } from '@north-step/core/cure';
import { HeadRow } from '../../ui/index.ts';
import { RESIN } from './draft.ts';
import type { StepProps } from './stepProps.ts';

type Resin = SetUpShop['resins'][number];
export function ResinsStep({ draft, set }: StepProps) {
  const change = (at: number, over: Partial<Resin>) =>
    set({ resins: draft.resins.map((one, i) => (i === at ? { ...one, ...over } : one)) });
  const minutes = (seconds: number | undefined) => (seconds === undefined ? undefined : seconds / 60);
  return (
    <>
      <table className="table-plain w-full">
        <HeadRow names={['called', 'family', 'lot', 'sheet: light, min', 'sheet: in solvent, min']} />
        <tbody>
          {draft.resins.map((resin, i) => (
            <tr key={i}>
              <td>
                <input
                  className="field"
                  aria-label={`Resin ${i + 1}: name`}
                  maxLength={80}
                  value={resin.name}
                  onChange={(event) => change(i, { name: event.target.value })}
                />
              </td>
              <td>
                <select
                  className="field"
                  aria-label={`Resin ${i + 1}: family`}
                  value={resin.family}
                  onChange={(event) => change(i, { family: event.target.value as Resin['family'] })}
                >
                  {CURE_FAMILIES.map((family) => (
                    <option key={family}>{family}</option>
                  ))}
                </select>
              </td>
              <td>
                <input
                  className="field w-20"
                  aria-label={`Resin ${i + 1}: lot`}
                  maxLength={40}
                  value={resin.lot}
                  onChange={(event) => change(i, { lot: event.target.value })}
                />
              </td>
              <td>
                <SheetMinutes
                  label={`Resin ${i + 1}: light by its sheet, min`}
                  value={minutes(resin.cardCureS)}
                  onChange={(value) => change(i, { cardCureS: value === undefined ? undefined : 60 * value })}
                />
              </td>
              <td>
                <SheetMinutes
                  label={`Resin ${i + 1}: longest in solvent by its sheet, min`}
                  value={minutes(resin.exposureCapS)}
                  onChange={(value) => change(i, { exposureCapS: value === undefined ? undefined : 60 * value })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <button type="button" className="btn mt-2" onClick={() => set({ resins: [...draft.resins, RESIN] })}>
        Another resin
      </button>
      <p className="mt-3 text-sm text-ink-2">
        What the sheet does not say is taken from the family, as a range. Resins that touch skin come with a validated
        procedure: take in their card as a file, on Resins.
      </p>
    </>
  );
}

type SheetMinutesProps = {
  readonly label: string;
  readonly value: number | undefined;
  readonly onChange: (value: number | undefined) => void;
};
const SheetMinutes = ({ label, value, onChange }: SheetMinutesProps) => (
  <input
    type="number"
    className="field w-24 font-mono"
    aria-label={label}
    min={0.5}
    step={0.5}
    value={value ?? ''}
    onChange={(event) => onChange(event.target.value === '' ? undefined : Number(event.target.value))}
  />
);
