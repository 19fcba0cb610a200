import type { LaterReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { upperFirst } from '@north-step/core/units';
import { Link } from 'react-router';
import { ChainMark } from '../../glyphs/index.ts';
import { dayAndClock } from '../../shell/useNow.ts';
import { useLaterQuery } from '../../store/api.ts';
import { CORRECTED_WORDS } from './CorrectDialog.tsx';

/** What was seen of a sealed batch later, and what its record says wrongly: each sealed behind it. */
export function LaterLooks({ batch }: { readonly batch: BatchState }) {
  // of this batch: what was shown of another does not stay
  const { currentData: data } = useLaterQuery(batch.id, { skip: batch.recordHash === undefined });
  return (
    <>
      <Corrections corrections={data?.corrections ?? []} />
      <Looks looks={data?.looks ?? []} batch={batch} />
    </>
  );
}

function Looks({ looks, batch }: { readonly looks: LaterReply['looks']; readonly batch: BatchState }) {
  if (looks.length === 0) return null;
  return (
    <section aria-label="Seen later" className="mt-4">
      <h3 className="text-lg font-bold">Seen later</h3>
      <ul>
        {looks.map(
          ({ number, hash, seen, count, pieces, cameBack, note, photoSha256, takenBackAs, likely, by, atMs }) => (
            <li key={number} className="border-b border-line py-2">
              <p>
                <b>
                  {upperFirst(seen)}, {count} of {batch.count}
                </b>
                {pieces && ` (${pieces})`}
                {cameBack && ' came back'}
                {note && `: ${note}`}
                {photoSha256 && (
                  <a className="ml-2 underline" href={`/api/photos/${photoSha256}`} target="_blank" rel="noreferrer">
                    photo
                  </a>
                )}
                {takenBackAs && (
                  <>
                    {' · '}
                    <Link className="underline" to={`/batches/${takenBackAs.id}`}>
                      taken back as {takenBackAs.name}
                    </Link>
                  </>
                )}
              </p>
              {likely.length > 0 && (
                <p className="text-sm">
                  likely {likely.map(({ cause, share }) => `${cause} ${Math.round(100 * share)} %`).join(', ')}
                </p>
              )}
              <SealedBy by={by} atMs={atMs} number={number} hash={hash} />
            </li>
          ),
        )}
      </ul>
    </section>
  );
}

/** What its record says wrongly, each sealed behind it. */
function Corrections({ corrections }: Pick<LaterReply, 'corrections'>) {
  if (corrections.length === 0) return null;
  return (
    <section aria-label="Corrections" className="mt-4">
      <h3 className="text-lg font-bold">Corrected</h3>
      <ul>
        {corrections.map(({ number, hash, about, wrong, right, because, by, atMs }) => (
          <li key={number} className="border-b border-line py-2">
            <p>
              <b>{upperFirst(CORRECTED_WORDS[about])}:</b> “{wrong}” should be “{right}”, {because}
            </p>
            <SealedBy by={by} atMs={atMs} number={number} hash={hash} />
          </li>
        ))}
      </ul>
    </section>
  );
}

type SealedByProps = Pick<LaterReply['corrections'][number], 'by' | 'atMs' | 'number' | 'hash'>;
/** Who said it when, and the record that holds it. */
const SealedBy = ({ by, atMs, number, hash }: SealedByProps) => (
  <p className="flex flex-wrap items-center gap-3 text-sm text-ink-2">
    {by}, {dayAndClock(atMs)} · record {number} <ChainMark hash={hash} />
  </p>
);
