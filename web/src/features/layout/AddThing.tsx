import type { LayoutReply } from '@north-step/contract';
import { SOLVENTS, type Solvent } from '@north-step/core/liquids';
import { BENCH_THING_IDS, type BenchThing, benchThing, freeName, lineToJoin } from '@north-step/core/setUp';
import { useState } from 'react';
import { NumberField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { THING_WORDS } from './words.ts';

/** Something new on the bench: what it is; all else has the usual answer in it. */
export function AddThing({ known, onAdded }: { readonly known: LayoutReply; readonly onAdded: () => void }) {
  const acts = useDo();
  const there = known.stations.filter(({ retiredAtMs }) => retiredAtMs === null);
  const [thing, setThing] = useState<BenchThing>('jar');
  const usual = benchThing(thing);
  const [said, setSaid] = useState<{ name?: string; liquid?: Solvent; litres?: number; lineId?: string }>({});
  const name =
    said.name ??
    freeName(
      usual.name,
      there.map((one) => one.name),
    );
  const liquid = said.liquid ?? usual.bath?.liquid;
  const liquidAt = (id: string | undefined) => there.find((station) => station.id === id)?.bath?.liquid;
  const lines = known.lines
    .map((line) => ({ ...line, liquid: liquidAt(line.baths[0]) }))
    .filter((line) => line.liquid === liquid);
  const lineId = said.lineId ?? (liquid && lineToJoin(thing, liquid, lines)) ?? '';
  const add = async () => {
    const bath = usual.bath && {
      liquid: liquid!,
      ...(said.litres === undefined ? {} : { capacityMl: Math.round(said.litres * 1000) }),
      ...(lineId === '' ? {} : { lineId }),
    };
    const answer = await acts.send('layout.add', {}, { thing, name, ...bath });
    if (answer?.ok) onAdded();
  };
  return (
    <form
      aria-label="Something new"
      className="frame mt-2 grid grid-cols-5 items-end gap-3 bg-panel p-3 max-lg:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <label className="col-span-2 block">
        <span className="text-[13px] text-ink-2">what it is</span>
        <select
          aria-label="what it is"
          className="field"
          value={thing}
          onChange={(event) => {
            setThing(event.target.value as BenchThing);
            setSaid({});
          }}
        >
          {BENCH_THING_IDS.map((id) => (
            <option key={id} value={id}>
              {THING_WORDS[id]}
            </option>
          ))}
        </select>
      </label>
      <label className="col-span-2 block">
        <span className="text-[13px] text-ink-2">called</span>
        <input
          className="field"
          maxLength={60}
          required
          value={name}
          onChange={(event) => setSaid({ ...said, name: event.target.value })}
        />
      </label>
      <button type="submit" className="btn btn-sea">
        Add it
      </button>
      {usual.bath && (
        <>
          <label className="col-span-2 block">
            <span className="text-[13px] text-ink-2">liquid</span>
            <select
              aria-label="liquid"
              className="field"
              value={liquid}
              onChange={(event) => setSaid({ ...said, lineId: undefined, liquid: event.target.value as Solvent })}
            >
              {SOLVENTS.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
          </label>
          <NumberField
            label="holds"
            unit="L"
            min={0.05}
            step={0.05}
            value={said.litres ?? usual.bath.capacityMl / 1000}
            onChange={(litres) => setSaid({ ...said, litres })}
          />
          <label className="col-span-2 block">
            <span className="text-[13px] text-ink-2">line</span>
            <select
              aria-label="line"
              className="field"
              value={lineId}
              onChange={(event) => setSaid({ ...said, lineId: event.target.value })}
            >
              <option value="">by itself</option>
              {lines.map((line) => (
                <option key={line.id} value={line.id}>
                  {line.name}, at its clean end
                </option>
              ))}
            </select>
          </label>
        </>
      )}
    </form>
  );
}
