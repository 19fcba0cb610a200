import { AirFields, Choice, TextField, WaysFields } from '../../ui/index.ts';
import type { Draft } from './draft.ts';
import type { StepProps } from './stepProps.ts';

export const WorkshopStep = ({ draft, set }: StepProps) => (
  <>
    <TextField
      label="Its name, on records and labels"
      className="max-w-96"
      longest={80}
      value={draft.workshop}
      onChange={(workshop) => set({ workshop })}
    />
    <div className="mt-3 grid max-w-96 grid-cols-2 gap-3">
      <AirFields roomC={draft.roomC} humidityPct={draft.humidityPct} onChange={set} />
    </div>
    <p className="mt-3 text-sm text-ink-2">Both decide how long parts dry; a guess within 3 °C and 15 % is enough.</p>
    <TextField
      label="Its money, after prices"
      className="mt-3 w-44"
      longest={12}
      value={draft.currency}
      onChange={(currency) => set({ currency })}
    />
    <h2 className="mt-4 mb-1 text-lg font-bold">Its time</h2>
    <WaysFields ways={draft.ways} onChange={(ways) => set({ ways })} />
    <p className="mt-3 text-sm text-ink-2">
      Units are metric; a field understands others: 72 °F, 1 in, 1.5 L. Hours tell what will not be done before the
      lights go out; left empty, nobody is told.
    </p>
  </>
);

export function PeopleStep({ draft, set }: StepProps) {
  const change = (at: number, over: Partial<Draft['people'][number]>) =>
    set({ people: draft.people.map((one, i) => (i === at ? { ...one, ...over } : one)) });
  return (
    <>
      {draft.people.map((person, i) => (
        <div key={i} className="mb-2 flex flex-wrap items-end gap-3">
          <TextField
            label={`Name ${i + 1}`}
            className="w-72"
            longest={60}
            value={person.name}
            onChange={(name) => change(i, { name })}
          />
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
