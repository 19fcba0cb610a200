import type { BatchRow } from '@north-step/contract';
import { lightWords, loadWords, overLimit } from './words.ts';

/** Load of its last wash with the range, marked where it was over the limit or may have been. */
export function WashedCell({ washed }: Pick<BatchRow, 'washed'>) {
  if (!washed) return <>–</>;
  const over = overLimit(washed);
  return (
    <>
      <span className="font-mono whitespace-nowrap">{loadWords(washed)}</span>
      {over && <b className="block text-sm text-brick">{over === 'over' ? 'over its limit' : 'may be over'}</b>}
    </>
  );
}

/** Light given, and what the first look after it said. */
export function LitCell({ lightS, firstLook }: Pick<BatchRow, 'lightS' | 'firstLook'>) {
  return (
    <>
      <span className="font-mono whitespace-nowrap">{lightWords(lightS)}</span>
      {firstLook && (
        <span className={`block text-sm ${firstLook === 'good' ? 'text-ink-2' : 'font-bold text-brick'}`}>
          {firstLook}
        </span>
      )}
    </>
  );
}
