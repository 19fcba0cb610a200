import type { LayoutReply } from '@north-step/contract';
import { useState } from 'react';
import { useLayoutQuery } from '../../store/api.ts';
import { useDo } from '../next/index.ts';

const ROLES = ['technician', 'lead'] as const;
type Person = LayoutReply['people'][number];

/** Who works here: added, called otherwise, gone. What they did keeps the name that they had. */
export function People() {
  const { data } = useLayoutQuery();
  const [adding, setAdding] = useState(false);
  if (!data) return null;
  return (
    <section aria-label="People" className="mt-5">
      <h2 className="text-lg font-bold">People</h2>
      <ul>
        {data.people.map((person) => (
          <li key={`${person.id} ${person.name} ${person.role}`}>
            <PersonRow person={person} />
          </li>
        ))}
      </ul>
      {adding ? (
        <PersonRow onDone={() => setAdding(false)} />
      ) : (
        <button type="button" className="btn mt-2" onClick={() => setAdding(true)}>
          Somebody else
        </button>
      )}
    </section>
  );
}

function PersonRow({ person, onDone }: { readonly person?: Person; readonly onDone?: () => void }) {
  const acts = useDo();
  const [name, setName] = useState(person?.name ?? '');
  const [role, setRole] = useState(person?.role === 'lead' ? 'lead' : 'technician');
  const [asked, setAsked] = useState(false);
  const changed = name.trim() !== '' && (name.trim() !== person?.name || role !== person.role);
  const keep = async () => {
    const as = role as (typeof ROLES)[number];
    const answer = await acts.send('person.save', {}, { ...(person ? { personId: person.id } : {}), name, role: as });
    if (answer?.ok) onDone?.();
  };
  const who = person?.name ?? 'the new one';
  return (
    <form
      className="mt-1 flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (changed) void keep();
      }}
    >
      <input
        className="field min-w-0 flex-1"
        aria-label={`Name of ${who}`}
        maxLength={60}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <select
        className="field w-32"
        aria-label={`Role of ${who}`}
        value={role}
        onChange={(event) => setRole(event.target.value)}
      >
        {ROLES.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </select>
      {changed ? (
        <button type="submit" className="btn btn-sea">
          Keep
        </button>
      ) : (
        person && (
          <button
            type="button"
            className="btn"
            onClick={() => (asked ? void acts.send('person.leave', {}, { personId: person.id }) : setAsked(true))}
          >
            {asked ? 'Really gone' : 'Gone'}
          </button>
        )
      )}
    </form>
  );
}
