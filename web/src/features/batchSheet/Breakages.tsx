import type { BatchState } from '@north-step/core/batch';
import { dayAndClock } from '../../shell/useNow.ts';

/** What broke so far, with its photos. */
export function Breakages({ batch }: { readonly batch: BatchState }) {
  const { breakages = [] } = batch;
  if (breakages.length === 0) return null;
  return (
    <section aria-label="What broke" className="mt-4">
      <h3 className="text-lg font-bold">What broke</h3>
      <ul>
        {breakages.map(({ count, glued, which, corrects, note, photoSha256, atMs, by }) => (
          <li key={`${atMs} ${by}`} className="flex items-start gap-3 border-b border-line py-2">
            {photoSha256 && (
              <a href={`/api/photos/${photoSha256}`} target="_blank" rel="noreferrer">
                <img
                  src={`/api/photos/${photoSha256}`}
                  alt={note ? `Break: ${note}` : 'The break'}
                  className="frame h-20 w-28 object-cover"
                />
              </a>
            )}
            <span>
              <b>
                {corrects === undefined
                  ? `${count}${which ? ` × ${which}` : ''} broken`
                  : `${Math.abs(count)} ${count < 0 ? 'fewer' : 'more'} than was counted`}
                {glued > 0 && `, ${glued} of them glued`}
              </b>{' '}
              {corrects ?? note}
              <span className="block text-sm text-ink-2">
                {by}, {dayAndClock(atMs)}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
