import type { LayoutReply, StationThere } from '@north-step/contract';
import { useState } from 'react';
import { useDo } from '../next/index.ts';

type LinesProps = { readonly known: LayoutReply; readonly there: readonly StationThere[] };
type Line = LayoutReply['lines'][number];

/** Baths of one liquid in the order in which parts pass them. */
export function Lines({ known, there }: LinesProps) {
  const acts = useDo();
  const inLine = new Set(known.lines.flatMap(({ baths }) => baths));
  const alone = there.filter(({ id, bath }) => bath && !inLine.has(id));
  if (known.lines.length === 0 && alone.length === 0) return null;
  const liquidOf = (id: string | undefined) => there.find((station) => station.id === id)?.bath?.liquid;
  const arrange = (line: Line, baths: readonly string[], name = line.name) =>
    void acts.send('layout.line', {}, { lineId: line.id, name, baths: [...baths] });
  const begin = ({ id, bath, name }: StationThere) => {
    const usual = bath!.liquid[0]!.toUpperCase() + bath!.liquid.slice(1);
    const free = known.lines.some((line) => line.name === usual) ? name : usual;
    void acts.send('layout.line', {}, { name: free, baths: [id] });
  };
  return (
    <section aria-label="Lines of baths" className="mt-3">
      <h3 className="label">Lines: parts go from the dirtiest to the clean one</h3>
      <ul className="frame bg-panel">
        {known.lines.map((line) => (
          <LineRow
            key={line.id}
            line={line}
            there={there}
            joins={alone.filter(({ id }) => line.baths.length === 0 || liquidOf(id) === liquidOf(line.baths[0]))}
            onArrange={(baths, name) => arrange(line, baths, name)}
          />
        ))}
        {alone.map((station) => (
          <li key={station.id} className="flex flex-wrap items-center gap-3 border-t border-line px-3 py-1">
            <span className="w-40 text-ink-2">by itself</span>
            <b>{station.name}</b>
            <button type="button" className="btn ml-auto" onClick={() => begin(station)}>
              Begin a line with {station.name}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

type LineRowProps = {
  readonly line: Line;
  readonly there: readonly StationThere[];
  readonly joins: readonly StationThere[];
  readonly onArrange: (baths: readonly string[], name?: string) => void;
};
function LineRow({ line, there, joins, onArrange }: LineRowProps) {
  const [name, setName] = useState(line.name);
  const nameOf = (id: string) => there.find((station) => station.id === id)?.name ?? id;
  const swapped = (at: number) => {
    const baths = [...line.baths];
    baths.splice(at - 1, 2, baths[at]!, baths[at - 1]!);
    return baths;
  };
  const rename = () => {
    if (name.trim() === '' || name.trim() === line.name) setName(line.name);
    else onArrange(line.baths, name);
  };
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line px-3 py-1 first:border-t-0">
      <input
        className="field w-40"
        aria-label={`Name of the line ${line.name}`}
        maxLength={60}
        value={name}
        onChange={(event) => setName(event.target.value)}
        onBlur={rename}
        onKeyDown={(event) => event.key === 'Enter' && rename()}
      />
      <ol className="flex flex-wrap items-center gap-x-3">
        {line.baths.map((id, i) => (
          <li key={id} className="flex items-center gap-1">
            {i > 0 && (
              <button
                type="button"
                className="btn min-w-11 px-0"
                aria-label={`${nameOf(id)} before ${nameOf(line.baths[i - 1]!)}`}
                onClick={() => onArrange(swapped(i))}
              >
                ⇄
              </button>
            )}
            <b>{nameOf(id)}</b>
            <button
              type="button"
              className="min-h-11 w-9 text-lg"
              aria-label={`${nameOf(id)} out of the line ${line.name}`}
              onClick={() => onArrange(line.baths.filter((one) => one !== id))}
            >
              ×
            </button>
          </li>
        ))}
      </ol>
      {joins.map(({ id, name: joining }) => (
        <button key={id} type="button" className="btn" onClick={() => onArrange([...line.baths, id])}>
          + {joining}
        </button>
      ))}
    </li>
  );
}
