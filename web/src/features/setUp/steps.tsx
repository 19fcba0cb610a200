import type { SetUpShop } from '@north-step/contract';
import { CURE_FAMILIES } from '@north-step/core/cure';
import { BENCH_PRESET_IDS, benchOf } from '@north-step/core/setUp';
import { AirFields, Choice, HeadRow, NumberField } from '../../ui/index.ts';
import { type Draft, RESIN } from './draft.ts';
import { usualFillMl } from './usualFill.ts';
import { BENCH_WORDS, GUESSED } from './words.ts';

type StepProps = { readonly draft: Draft; readonly set: (over: Partial<Draft>) => void };

export const WorkshopStep = ({ draft, set }: StepProps) => (
  <>
    <label className="block max-w-96">
      <span className="label">Its name, on records and labels</span>
      <input
        className="field"
        maxLength={80}
        value={draft.workshop}
        onChange={(event) => set({ workshop: event.target.value })}
      />
    </label>
    <div className="mt-3 grid max-w-96 grid-cols-2 gap-3">
      <AirFields roomC={draft.roomC} humidityPct={draft.humidityPct} onChange={set} />
    </div>
    <p className="mt-3 text-sm text-ink-2">Both decide how long parts dry; a guess within 3 °C and 15 % is enough.</p>
  </>
);

export function PeopleStep({ draft, set }: StepProps) {
  const change = (at: number, over: Partial<Draft['people'][number]>) =>
    set({ people: draft.people.map((one, i) => (i === at ? { ...one, ...over } : one)) });
  return (
    <>
      {draft.people.map((person, i) => (
        <div key={i} className="mb-2 flex flex-wrap items-end gap-3">
          <label className="block w-72">
            <span className="label">Name {i + 1}</span>
            <input
              className="field"
              maxLength={60}
              value={person.name}
              onChange={(event) => change(i, { name: event.target.value })}
            />
          </label>
          <Choice
            label={`Role of ${person.name || `name ${i + 1}`}`}
            value={person.role}
            options={[
              { value: 'technician', text: 'technician' },
              { value: 'lead', text: 'lead' },
            ]}
            onChange={(role) => change(i, { role })}
          />
        </div>
      ))}
      <button
        type="button"
        className="btn"
        onClick={() => set({ people: [...draft.people, { name: '', role: 'technician' }] })}
      >
        Somebody else
      </button>
      <p className="mt-3 text-sm text-ink-2">Records say who did what. Left empty, it is “Technician”.</p>
    </>
  );
}

export function BenchStep({ draft, set }: StepProps) {
  const begun = benchOf(draft.bench);
  return (
    <>
      <div role="radiogroup" aria-label="Begin with" className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
        {BENCH_PRESET_IDS.map((id) => (
          <label key={id} className={`frame flex gap-3 p-3 ${draft.bench === id ? 'bg-liquid' : ''}`}>
            <input
              type="radio"
              name="bench"
              className="mt-1 size-5 shrink-0"
              checked={draft.bench === id}
              onChange={() => set({ bench: id, filledMl: [] })}
            />
            <span>
              <b>{BENCH_WORDS[id][0]}</b>
              <span className="block text-sm text-ink-2">{BENCH_WORDS[id][1]}</span>
            </span>
          </label>
        ))}
      </div>
      <p className="mt-3 text-sm">
        In walking order: {begun.stations.map(({ name }) => name).join(' · ')}. Take the nearest: stations cannot be
        added afterwards yet; lamps can be described and baths filled otherwise.
      </p>
      {begun.lamps.some(({ lamp }) => lamp.kind === 'sun') && (
        <div className="mt-3 grid max-w-96 grid-cols-2 gap-3">
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
      )}
    </>
  );
}

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

export function BathsStep({ draft, set }: StepProps) {
  const baths = benchOf(draft.bench).vessels.filter(({ kind }) => kind === 'bath');
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
    </>
  );
}

export const ReadyStep = () => (
  <>
    <p>Gloves, eye cover, extraction; a tray under it all. The data sheets and local rules come first.</p>
    <h2 className="mt-4 text-lg font-bold">What is still guessed, and what narrows it</h2>
    <table className="table-plain w-full">
      <HeadRow names={['guessed', 'narrowed by']} />
      <tbody>
        {GUESSED.map(([what, narrows]) => (
          <tr key={what}>
            <td className="font-bold">{what}</td>
            <td>{narrows}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </>
);
