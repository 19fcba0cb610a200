import { CAUTIONS, type CautionId } from '@north-step/core/caution';
import { useState } from 'react';
import { useKeys } from '../../shell/useKeys.ts';
import { useAppSelector } from '../../store/store.ts';

/** A shift: gear is asked for anew after so long. */
const SHIFT_MS = 10 * 3600 * 1000;
const storeKey = (person: string) => `north-step.gear.${person}`;
type Worn = Readonly<Partial<Record<CautionId, number>>>;

function readWorn(person: string): Worn {
  try {
    return JSON.parse(localStorage.getItem(storeKey(person)) ?? '{}') as Worn;
  } catch {
    return {};
  }
}

/** What is worn at this step: asked once a shift of each person, and always there to be read. */
export function GearStrip({ cautions, nowMs }: { readonly cautions: readonly CautionId[]; readonly nowMs: number }) {
  const person = useAppSelector((state) => state.here.person);
  const [said, setSaid] = useState(0);
  const worn = readWorn(person);
  const asked = cautions.filter((id) => nowMs - (worn[id] ?? 0) > SHIFT_MS);
  const wear = () => {
    const now = Object.fromEntries(asked.map((id) => [id, nowMs]));
    localStorage.setItem(storeKey(person), JSON.stringify({ ...worn, ...now }));
    setSaid(said + 1);
  };
  useKeys({ g: () => asked.length > 0 && wear() });
  if (cautions.length === 0) return null;
  return (
    <section
      aria-label="Gear"
      className={`flex flex-wrap items-center gap-x-4 border-b border-line px-[18px] ${asked.length > 0 ? 'min-h-11 text-sm' : 'text-[13px] text-ink-2'}`}
    >
      {cautions.map((id) => {
        const { title, gear, text } = CAUTIONS[id];
        return (
          <details key={id} className="group">
            <summary className="flex min-h-6 cursor-pointer items-center gap-1.5">
              <span aria-hidden>{asked.includes(id) ? '△' : '▲'}</span>
              <span>
                <b>{title}</b>: {gear.join(', ')}
              </span>
            </summary>
            <p className="max-w-3xl pb-2">{text} The data sheet decides.</p>
          </details>
        );
      })}
      {asked.length > 0 && (
        <button type="button" className="btn ml-auto" onClick={wear}>
          <b>G</b> worn, for this shift
        </button>
      )}
    </section>
  );
}
