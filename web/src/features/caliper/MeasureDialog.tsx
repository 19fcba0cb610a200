import { type BatchState, isMixed, kindsOf } from '@north-step/core/batch';
import {
  askedBefore,
  isOut,
  type SizeAsked,
  type SizeFound,
  type SizeSide,
  sizesOfFile,
} from '@north-step/core/caliper';
import { useState } from 'react';
import { usePartSizesQuery } from '../../store/api.ts';
import { Choice, HeadRow, NumberField, Sheet, Stepper } from '../../ui/index.ts';
import { offText } from './words.ts';

type Row = { readonly [K in keyof SizeAsked]?: SizeAsked[K] | undefined } & { readonly found: string };
type MeasureDialogProps = {
  readonly batch: BatchState;
  readonly onClose: () => void;
  /** @returns whether they were kept */
  readonly onSizes: (sizes: readonly SizeFound[]) => Promise<boolean>;
};

/** What a caliper shows, beside what was meant: the sizes asked of this part before, or those of its file. */
export function MeasureDialog({ batch, onClose, onSizes }: MeasureDialogProps) {
  const kinds = kindsOf(batch.part, batch.count);
  const [which, setWhich] = useState(kinds[0]!.name);
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`Sizes of ${batch.name}`}>
      <p className="mb-3 text-ink-2">
        Caliper clean and at zero, parts cool and cured. Outsides and holes, long and short: then shrinkage can be told
        from growth.
      </p>
      {kinds.length > 1 && (
        <Choice
          label="Which of them"
          value={which}
          options={kinds.map(({ name }) => ({ value: name, text: name }))}
          onChange={setWhich}
        />
      )}
      <SizesOfKind key={which} batch={batch} which={which} onClose={onClose} onSizes={onSizes} />
    </Sheet>
  );
}

function SizesOfKind({ batch, which, onClose, onSizes }: MeasureDialogProps & { readonly which: string }) {
  const kind = kindsOf(batch.part, batch.count).find(({ name }) => name === which)!;
  const known = askedBefore(usePartSizesQuery(which).data?.sizes ?? []);
  const start = known.length > 0 ? known : sizesOfFile(kind.own ?? (isMixed(batch) ? {} : batch.part));
  const [edited, setRows] = useState<readonly Row[]>();
  const [piece, setPiece] = useState(1);
  const rows: readonly Row[] = edited ?? [
    ...start.map((asked) => ({ ...asked, found: '' })),
    ...(start.length > 0 ? [] : [blank]),
  ];
  const change = (at: number, part: Partial<Row>) =>
    setRows(rows.map((row, i) => (i === at ? { ...row, ...part } : row)));
  const found = rows.flatMap((row) => sizeOf(row) ?? []);
  const half = rows.some((row) => row.found.trim() !== '' && sizeOf(row) === undefined);
  const save = async (more: boolean) => {
    const sizes = found.map((size) => ({
      ...size,
      ...(isMixed(batch) ? { which } : {}),
      ...(kind.count > 1 ? { piece } : {}),
    }));
    if (!(await onSizes(sizes))) return;
    if (!more) return onClose();
    setRows(rows.map((row) => ({ ...row, found: '' })));
    setPiece(piece + 1);
  };
  return (
    <>
      {kind.count > 1 && (
        <div className="my-2">
          <Stepper label="Piece" value={piece} min={1} max={kind.count} unit={`of ${kind.count}`} onChange={setPiece} />
        </div>
      )}
      <table className="table-plain w-full">
        <HeadRow names={['size', 'side', 'meant, mm', '± mm', 'found, mm']} />
        <tbody>
          {rows.map((row, i) => (
            <SizeRow key={i} no={i + 1} row={row} onChange={(part) => change(i, part)} />
          ))}
        </tbody>
      </table>
      <button type="button" className="btn mt-2" onClick={() => setRows([...rows, blank])}>
        Another size
      </button>
      <p className="mt-2 min-h-6 text-sm" role="status">
        {half && 'A row needs its name, what was meant and its tolerance.'}
      </p>
      <div className="sticky -bottom-6 -mx-6 mt-2 flex gap-3 border-t border-line bg-panel px-6 py-3">
        <button
          type="button"
          className="btn btn-sea"
          disabled={half || found.length === 0}
          onClick={() => void save(false)}
        >
          Write {found.length === 1 ? 'this size' : 'these sizes'} down
        </button>
        {piece < kind.count && (
          <button type="button" className="btn" disabled={half || found.length === 0} onClick={() => void save(true)}>
            Write down, next piece
          </button>
        )}
      </div>
    </>
  );
}

const blank: Row = { side: 'outside', toleranceMm: 0.1, found: '' };
/** A row that says all; a decimal comma is one. */
function sizeOf({ name, side, nominalMm, toleranceMm, found }: Row): SizeFound | undefined {
  const foundMm = Number(found.replace(',', '.'));
  if (!name?.trim() || !side || !(nominalMm! > 0) || !(toleranceMm! > 0) || found.trim() === '' || !(foundMm > 0))
    return undefined;
  return { name: name.trim(), side, nominalMm: nominalMm!, toleranceMm: toleranceMm!, foundMm };
}

function SizeRow({
  no,
  row,
  onChange,
}: {
  readonly no: number;
  readonly row: Row;
  readonly onChange: (part: Partial<Row>) => void;
}) {
  const size = sizeOf(row);
  return (
    <tr>
      <td>
        <input
          className="field min-w-32"
          aria-label={`Size ${no}: name`}
          maxLength={80}
          value={row.name ?? ''}
          onChange={(event) => onChange({ name: event.target.value })}
        />
      </td>
      <td>
        <select
          className="field w-28 pr-1"
          aria-label={`Size ${no}: side`}
          value={row.side}
          onChange={(event) => onChange({ side: event.target.value as SizeSide })}
        >
          <option value="outside">outside</option>
          <option value="inside">hole</option>
        </select>
      </td>
      <td>
        <NumberField
          bare
          className="w-[84px] [&_input]:px-2"
          label={`Size ${no}: meant`}
          unit="mm"
          min={0}
          step={0.01}
          value={row.nominalMm}
          onChange={(nominalMm) => onChange({ nominalMm })}
        />
      </td>
      <td>
        <NumberField
          bare
          className="w-[68px] [&_input]:px-2"
          label={`Size ${no}: tolerance`}
          unit="mm"
          min={0}
          step={0.01}
          value={row.toleranceMm}
          onChange={(toleranceMm) => onChange({ toleranceMm })}
        />
      </td>
      <td>
        <input
          inputMode="decimal"
          className="field w-full font-mono"
          aria-label={`Size ${no}: found, mm`}
          data-first={no === 1 || undefined}
          value={row.found}
          onChange={(event) => onChange({ found: event.target.value })}
        />
        <span
          className={`block min-h-5 whitespace-nowrap font-mono text-[13px] ${size && isOut(size) ? 'font-bold text-brick' : ''}`}
        >
          {size && offText(size)}
        </span>
      </td>
    </tr>
  );
}
