import type { SheetLook } from '@north-step/contract';
import { SHEETS, type SheetKind } from '@north-step/core/sheet';
import { useRef, useState } from 'react';
import { postNow } from '../../commands/postNow.ts';
import { useAppSelector } from '../../store/store.ts';
import { Choice, HeadRow, SelectField } from '../../ui/index.ts';

const KINDS = [
  { value: 'batches', text: 'batches' },
  { value: 'readings', text: 'readings of baths' },
] as const;
type File_ = { readonly name: string; readonly text: string };

/** Batches or readings from a spreadsheet: columns matched, tried whole, every problem by its row; all rows or none. */
export function TakeSheet() {
  const by = useAppSelector((state) => state.here.person);
  const pick = useRef<HTMLInputElement>(null);
  const [kind, setKind] = useState<SheetKind>('batches');
  const [file, setFile] = useState<File_>();
  const [look, setLook] = useState<SheetLook>();
  const [said, setSaid] = useState<string>();
  const [busy, setBusy] = useState(false);
  const ask = async (sheet: SheetKind, from: File_, columns?: SheetLook['columns']) => {
    setBusy(true);
    setSaid(undefined);
    const answer = await postNow<SheetLook>(`/api/sheets/${sheet}/look`, {
      text: from.text,
      ...(columns && { columns }),
    });
    setBusy(false);
    setLook(answer.ok ? answer.reply : undefined);
    if (!answer.ok) setSaid(answer.message);
  };
  const take = async () => {
    if (!file || !look) return;
    setBusy(true);
    const body = { commandId: crypto.randomUUID(), by, sheet: kind, text: file.text, columns: look.columns };
    const answer = await postNow<{ rows: number }>('/api/sheets', body);
    setBusy(false);
    setSaid(
      answer.ok ? `${answer.reply.rows} ${answer.reply.rows === 1 ? 'row is' : 'rows are'} taken in.` : answer.message,
    );
    if (answer.ok) {
      setFile(undefined);
      setLook(undefined);
    }
  };
  return (
    <div>
      <Choice
        label="What is in it"
        value={kind}
        options={KINDS}
        onChange={(next) => {
          setKind(next);
          if (file) void ask(next, file);
        }}
      />
      <input
        ref={pick}
        type="file"
        accept=".csv,text/csv,text/plain"
        className="sr-only"
        tabIndex={-1}
        aria-label="Spreadsheet as CSV"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          void chosen?.text().then((text) => {
            const next = { name: chosen.name, text };
            setFile(next);
            void ask(kind, next);
          });
        }}
      />
      <button type="button" className="btn mt-2" disabled={busy} onClick={() => pick.current?.click()}>
        {busy ? 'It is tried …' : 'Look at a CSV …'}
      </button>
      {said && (
        <p role="status" className="mt-2 border-l-4 border-sea-2 pl-3">
          {said}
        </p>
      )}
      {file && look && (
        <>
          <Columns kind={kind} look={look} onChange={(columns) => void ask(kind, file, columns)} />
          <Outcome file={file.name} look={look} busy={busy} onTake={() => void take()} />
        </>
      )}
    </div>
  );
}

type ColumnsProps = {
  readonly kind: SheetKind;
  readonly look: SheetLook;
  readonly onChange: (columns: SheetLook['columns']) => void;
};
/** Which head of the file each field is read from. */
function Columns({ kind, look: { heads, columns }, onChange }: ColumnsProps) {
  return (
    <div className="mt-3 grid grid-cols-3 gap-x-4 gap-y-2 max-md:grid-cols-2">
      {SHEETS[kind].map(({ name, label, unit, needed }) => (
        <SelectField
          key={name}
          label={`${label}${unit ? `, ${unit}` : ''}${needed ? '' : ' (if any)'}`}
          value={columns[name] ?? ''}
          options={[{ value: '', text: 'not in it' }, ...heads]}
          onChange={(head) => {
            const { [name]: _, ...others } = columns;
            onChange(head === '' ? others : { ...others, [name]: head });
          }}
        />
      ))}
    </div>
  );
}

type OutcomeProps = {
  readonly file: string;
  readonly look: SheetLook;
  readonly busy: boolean;
  readonly onTake: () => void;
};
function Outcome({ file, look: { rows, problems }, busy, onTake }: OutcomeProps) {
  if (problems.length === 0)
    return (
      <div className="mt-3 border-l-4 border-moss pl-3">
        <p>
          <b>{file} fits:</b> every one of its {rows} rows can be taken in.
        </p>
        <button type="button" className="btn btn-sea mt-2" disabled={busy || rows === 0} onClick={onTake}>
          Take {rows} in
        </button>
      </div>
    );
  return (
    <div role="alert" className="mt-3">
      <p className="border-l-4 border-brick pl-3">
        <b>{file} is not taken in as it is.</b> Mend the file or choose other columns; nothing was changed.
      </p>
      <table className="table-plain mt-2 w-full">
        <HeadRow names={['row', 'column', 'what']} />
        <tbody>
          {problems.map(({ row, field, message }, i) => (
            <tr key={i}>
              <td className="font-mono">{row ?? '–'}</td>
              <td>{field ?? '–'}</td>
              <td>{message}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
