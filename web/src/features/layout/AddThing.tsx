import type { LayoutReply } from '@north-step/contract';
import { SOLVENTS, type Solvent } from '@north-step/core/liquids';
import { BENCH_THING_IDS, type BenchThing, benchThing, freeName, lineToJoin } from '@north-step/core/setUp';
import { useState } from 'react';
import { NumberField, SelectField, TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { THING_WORDS } from './words.ts';

/** Something new on the bench: what it is; all else has the usual answer in it. */
export function AddThing({ known, onAdded }: { readonly known: LayoutReply; readonly onAdded: () => void }) {
  const acts = useDo();
  const there = known.stations.filter(({ retiredAtMs }) => retiredAtMs === null);
  const [thing, setThing] = useState<BenchThing>('jar');
  const usual = benchThing(thing);
  const [said, setSaid] = useState<BathSaid & { readonly name?: string }>({});
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
      <SelectField
        label="what it is"
        className="col-span-2"
        value={thing}
        options={BENCH_THING_IDS.map((id) => ({ value: id, text: THING_WORDS[id] }))}
        onChange={(next) => {
          setThing(next);
          setSaid({});
        }}
      />
      <TextField
        label="called"
        className="col-span-2"
        longest={60}
        needed
        value={name}
        onChange={(to) => setSaid({ ...said, name: to })}
      />
      <button type="submit" className="btn btn-sea">
        Add it
      </button>
      {usual.bath && (
        <BathFields
          bath={{ liquid, litres: said.litres ?? usual.bath.capacityMl / 1000, lineId }}
          lines={lines}
          onChange={(over) => setSaid({ ...said, ...over })}
        />
      )}
    </form>
  );
}

type BathSaid = {
  readonly liquid?: Solvent | undefined;
  readonly litres?: number | undefined;
  readonly lineId?: string | undefined;
};
type BathFieldsProps = {
  readonly bath: BathSaid;
  /** those of its liquid */
  readonly lines: LayoutReply['lines'];
  readonly onChange: (over: BathSaid) => void;
};
/** What is asked of a new bath: its liquid, how much it holds, and the line that it joins. */
function BathFields({ bath: { liquid, litres, lineId }, lines, onChange }: BathFieldsProps) {
  return (
    <>
      <SelectField
        label="liquid"
        className="col-span-2"
        value={liquid}
        options={SOLVENTS}
        onChange={(next) => onChange({ lineId: undefined, liquid: next })}
      />
      <NumberField
        label="holds"
        unit="L"
        min={0.05}
        step={0.05}
        value={litres}
        onChange={(next) => onChange({ litres: next })}
      />
      <SelectField
        label="line"
        className="col-span-2"
        value={lineId}
        options={[
          { value: '', text: 'by itself' },
          ...lines.map((line) => ({ value: line.id, text: `${line.name}, at its clean end` })),
        ]}
        onChange={(next) => onChange({ lineId: next })}
      />
    </>
  );
}
