import type { CardReply } from '@north-step/contract';
import { useState } from 'react';
import { TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

type LotsProps = { readonly cardId: string } & Pick<CardReply, 'lots' | 'usedUp'>;

/** Lots on the shelf: a new one comes, one is used up. Neither makes a new version of the card. */
export function Lots({ cardId, lots, usedUp }: LotsProps) {
  const acts = useDo();
  const [lot, setLot] = useState('');
  const set = (code: string, there: boolean) => acts.send('resin.lot', { cardId }, { lot: code, there });
  return (
    <section aria-label="Lots">
      <h2 className="mt-4 text-lg font-bold">Lots on the shelf</h2>
      {lots.length === 0 && <p className="text-ink-2">None: a batch needs one. Its number stands on the bottle.</p>}
      <ul>
        {lots.map((code) => (
          <li key={code} className="flex items-center gap-3 border-b border-line py-1">
            <b className="font-mono">{code}</b>
            <button type="button" className="btn ml-auto" onClick={() => void set(code, false)}>
              Used up<span className="sr-only">: lot {code}</span>
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-2 flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (lot.trim()) void set(lot.trim(), true).then((answer) => answer?.ok && setLot(''));
        }}
      >
        <TextField label="A new lot" longest={40} value={lot} onChange={setLot} />
        <button type="submit" className="btn" disabled={lot.trim() === ''}>
          Put on the shelf
        </button>
      </form>
      {usedUp.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-11 cursor-pointer py-2">{usedUp.length} used up</summary>
          <ul className="flex flex-wrap gap-2">
            {usedUp.map((code) => (
              <li key={code}>
                <button type="button" className="btn" onClick={() => void set(code, true)}>
                  {code}: put back
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
