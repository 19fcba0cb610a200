import {
  BENCH_PRESET_IDS,
  BENCH_THING_IDS,
  type BenchThing,
  benchOf,
  benchThing,
  freeName,
  readBenchFile,
} from '@north-step/core/setUp';
import { useState } from 'react';
import { FilePick, SortableList, SortableRow } from '../../ui/index.ts';
import { THING_WORDS } from '../layout/index.ts';
import type { StepProps } from './stepProps.ts';
import { BENCH_WORDS } from './words.ts';

/** Another bench has other lamps and baths: what was said of them is said anew. */
const NOTHING_SAID = { also: [], walk: [], lights: [], filledMl: [] } as const;

export function BenchStep({ draft, set }: StepProps) {
  const begun = benchOf(draft.bench, draft.also, draft.walk);
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
              onChange={() => set({ ...NOTHING_SAID, bench: id })}
            />
            <span>
              <b>{BENCH_WORDS[id][0]}</b>
              <span className="block text-sm text-ink-2">{BENCH_WORDS[id][1]}</span>
            </span>
          </label>
        ))}
      </div>
      <FromFile draft={draft} set={set} />
      <Also draft={draft} set={set} names={begun.stations.map(({ name }) => name)} />
      <Walk names={begun.stations.map(({ name }) => name)} onChange={(walk) => set({ walk })} />
    </>
  );
}

/** The stations in the order in which they are walked by: moved by the handle or by the keyboard on it. */
function Walk({
  names,
  onChange,
}: {
  readonly names: readonly string[];
  readonly onChange: (names: string[]) => void;
}) {
  const move = (from: number, to: number) => {
    const next = [...names];
    next.splice(to, 0, ...next.splice(from, 1));
    onChange(next);
  };
  return (
    <section aria-label="In walking order" className="mt-4 max-w-[420px]">
      <h2 className="text-lg font-bold">In walking order</h2>
      <SortableList
        ids={names}
        label="In walking order"
        what="station"
        nameOf={(id) => id}
        onMove={move}
        className="frame bg-panel"
      >
        {names.map((name, i) => (
          <SortableRow key={name} id={name} handle={`Move ${name}, station ${i + 1}`}>
            <span className="py-2">{name}</span>
          </SortableRow>
        ))}
      </SortableList>
      <p className="mt-2 text-sm text-ink-2">
        On Room they are called otherwise, moved, added to and taken away, now or in a year.
      </p>
    </section>
  );
}

/** A bench that another workshop has saved, in place of one that ships. */
function FromFile({ draft, set }: StepProps) {
  const [refusal, setRefusal] = useState<string>();
  const take = (text: string) => {
    const file = readBenchFile(text);
    setRefusal(file.ok ? undefined : `${file.refusal.message} ${file.refusal.remedy ?? ''}`);
    if (file.ok) set({ ...NOTHING_SAID, bench: file.value });
  };
  return (
    <div className="mt-3">
      <FilePick label="File of a bench" text="Or take a bench from a file" onText={take} />
      {typeof draft.bench !== 'string' && (
        <p role="status" className="mt-1">
          As on the bench of <b>{draft.bench.name || 'another workshop'}</b>.
        </p>
      )}
      {refusal && (
        <p role="alert" className="mt-1 border-l-4 border-brick pl-3">
          {refusal}
        </p>
      )}
    </div>
  );
}

/** What a preset lacks: put there with one press. */
function Also({ draft, set, names }: StepProps & { readonly names: readonly string[] }) {
  const put = (thing: BenchThing) =>
    set({ also: [...draft.also, { thing, name: freeName(benchThing(thing).name, names) }], lights: [], filledMl: [] });
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      <label className="flex items-center gap-2">
        <span className="label">and also</span>
        <select className="field w-72" value="" onChange={(event) => put(event.target.value as BenchThing)}>
          <option value="" disabled>
            nothing more
          </option>
          {BENCH_THING_IDS.map((thing) => (
            <option key={thing} value={thing}>
              {THING_WORDS[thing]}
            </option>
          ))}
        </select>
      </label>
      {draft.also.map(({ name }) => (
        <button
          key={name}
          type="button"
          className="btn"
          aria-label={`${name}: not there`}
          onClick={() => set({ also: draft.also.filter((one) => one.name !== name), lights: [], filledMl: [] })}
        >
          {name} ×
        </button>
      ))}
    </div>
  );
}
