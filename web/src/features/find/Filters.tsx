import type { FindChoices } from '@north-step/contract';
import { OUTCOMES } from '@north-step/core/batch';
import { dayAndClock } from '../../shell/useNow.ts';
import { SelectField } from '../../ui/index.ts';
import { useFindChoicesQuery } from './endpoints.ts';
import { ANY, named } from './options.ts';
import { NOTHING, type useFound } from './useFound.ts';
import { FIRST_LOOK_WORDS, OUTCOME_WORDS } from './words.ts';

type FiltersProps = Pick<ReturnType<typeof useFound>, 'params' | 'set' | 'count'>;
const plain = (texts: readonly string[]) => [ANY, ...texts.map((text) => ({ value: text, text }))];
const worded = <T extends string>(words: Readonly<Record<T, string>>, all: readonly T[]) => [
  ANY,
  ...all.map((value) => ({ value, text: words[value] })),
];

/** What batches and records are found by, folded away until it is wanted. */
export function Filters({ params, set, count }: FiltersProps) {
  const choices = useFindChoicesQuery().data;
  const of = (name: string) => params.get(name) ?? '';
  const field = (label: string, name: string, options: readonly { value: string; text: string }[], more = {}) => (
    <SelectField
      label={label}
      value={of(name)}
      options={options}
      onChange={(value) => set({ [name]: value, ...more })}
    />
  );
  return (
    <details className="px-[18px] pb-2 open:w-full" open={count > 0 || undefined}>
      <summary className="min-h-11 w-fit cursor-pointer content-center underline">
        {count === 0
          ? 'Find by resin, bath, lamp, person, date …'
          : `Found by ${count} ${count === 1 ? 'thing' : 'things'}`}
      </summary>
      {choices && (
        <div className="grid grid-cols-6 gap-x-4 gap-y-2 max-lg:grid-cols-3">
          {field('Resin', 'resin', named(choices.resins), { lot: undefined })}
          {field('Lot', 'lot', plain(lotsOf(choices, of('resin'))))}
          {field('Washed in', 'bath', named(choices.baths), { since: undefined, until: undefined })}
          <Filling choices={choices} bath={of('bath')} since={of('since')} set={set} />
          {field('Lit by', 'lamp', named(choices.lamps))}
          {field('Worked on by', 'by', plain(choices.people))}
          {field('For', 'for', plain(choices.customers))}
          {field('Ended', 'ended', worded(OUTCOME_WORDS, OUTCOMES))}
          {field('First look', 'first', worded(FIRST_LOOK_WORDS, ['good', 'not good'] as const))}
          <DayField label="From" value={of('since')} onChange={(since) => set({ since })} />
          <DayField label="To" value={of('until')} onChange={(until) => set({ until })} />
          {count > 0 && (
            <button type="button" className="btn self-end" onClick={() => set(NOTHING)}>
              Clear
            </button>
          )}
        </div>
      )}
    </details>
  );
}

const lotsOf = ({ resins }: FindChoices, resin: string): readonly string[] => [
  ...new Set(resins.filter(({ id }) => resin === '' || id === resin).flatMap(({ lots }) => lots)),
];

type FillingProps = {
  readonly choices: FindChoices;
  readonly bath: string;
  readonly since: string;
  readonly set: FiltersProps['set'];
};
/** One filling of the bath: from one change of its liquid to the next. */
function Filling({ choices, bath, since, set }: FillingProps) {
  const fillings = choices.baths.find(({ id }) => id === bath)?.fillings ?? [];
  return (
    <SelectField
      label="Its filling"
      value={fillings.some(({ fromMs }) => String(fromMs) === since) ? since : ''}
      options={[
        { value: '', text: bath === '' ? 'choose a bath' : 'any' },
        ...fillings.map(({ fromMs, toMs }) => ({
          value: String(fromMs),
          text: `${dayAndClock(fromMs)} – ${toMs === null ? 'now' : dayAndClock(toMs)}`,
        })),
      ]}
      onChange={(from) => {
        const filling = fillings.find(({ fromMs }) => String(fromMs) === from);
        set({ since: filling && String(filling.fromMs), until: filling?.toMs ? String(filling.toMs) : undefined });
      }}
    />
  );
}

type DayFieldProps = { readonly label: string; readonly value: string; readonly onChange: (day: string) => void };
/** A day; a moment that a filling has set is shown as its day. */
export function DayField({ label, value, onChange }: DayFieldProps) {
  const shown = /^\d{10,}$/.test(value) ? new Date(Number(value)).toLocaleDateString('sv-SE') : value;
  return (
    <label>
      <span className="label">{label}</span>
      <input className="field" type="date" value={shown} onChange={(event) => onChange(event.target.value)} />
    </label>
  );
}
