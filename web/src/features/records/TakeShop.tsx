import type { ShopImport } from '@north-step/contract';
import { useRef, useState } from 'react';
import { postNow } from '../../commands/postNow.ts';
import { HeadRow } from '../../ui/index.ts';

type Looked = { readonly file: File; readonly reply?: ShopImport; readonly refused?: string };

/** Takes in a whole shop from its file: looked at first, every problem named, all of it or nothing. @param onTaken absent where it can only be looked at */
export function TakeShop({ onTaken }: { readonly onTaken?: () => void }) {
  const pick = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [looked, setLooked] = useState<Looked>();
  const ask = async (file: File, dryRun: boolean) => {
    setBusy(true);
    const answer = await postNow<ShopImport>(`/api/shop${dryRun ? '?dryRun=true' : ''}`, file);
    setBusy(false);
    setLooked({ file, ...(answer.ok ? { reply: answer.reply } : { refused: answer.message }) });
    if (answer.ok && answer.reply.taken) onTaken?.();
  };
  const { reply, refused, file } = looked ?? {};
  const fits = reply && reply.problems.length === 0;
  return (
    <div>
      <input
        ref={pick}
        type="file"
        accept=".zip,application/zip"
        className="sr-only"
        tabIndex={-1}
        aria-label="Export of a shop"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          if (chosen) void ask(chosen, true);
        }}
      />
      <button type="button" className="btn" disabled={busy} onClick={() => pick.current?.click()}>
        {busy ? 'It is looked at …' : 'Look at a file …'}
      </button>
      {refused && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          {refused}
        </p>
      )}
      {reply && !fits && (
        <div role="alert" className="mt-3">
          <p className="border-l-4 border-brick pl-3">
            <b>{file?.name} is not taken in.</b> Nothing was changed. What does not fit:
          </p>
          <table className="table-plain mt-2 w-full">
            <HeadRow names={['file', 'row', 'field', 'what']} />
            <tbody>
              {reply.problems.map((problem, i) => (
                <tr key={i}>
                  <td>{problem.file}</td>
                  <td className="font-mono">{problem.row ?? '–'}</td>
                  <td className="font-mono">{problem.field ?? '–'}</td>
                  <td>{problem.message}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {fits && !reply.taken && file && (
        <div role="status" className="mt-3 border-l-4 border-moss pl-3">
          <p>
            <b>{file.name} fits:</b> {countText(reply.rows)}.{' '}
            {onTaken ? 'Facts, states, the book and the chain agree.' : 'Every row is as it was exported.'}
          </p>
          {onTaken && (
            <button type="button" className="btn btn-sea mt-2" disabled={busy} onClick={() => void ask(file, false)}>
              Take it in
            </button>
          )}
        </div>
      )}
    </div>
  );
}

const NAMED = [
  ['batch', 'batches'],
  ['record', 'records'],
  ['ledger_posting', 'movements'],
  ['reading', 'readings'],
  ['resin_card', 'resin cards'],
] as const;
const countText = (rows: ShopImport['rows']): string =>
  NAMED.map(([table, name]) => `${(rows[table] ?? 0).toLocaleString('en-GB')} ${name}`).join(', ');
