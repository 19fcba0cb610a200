import type { BenchReply } from '@north-step/contract';
import { readingName } from '@north-step/core/reading';
import { gettingSurer, type Surer } from '@north-step/core/surer';
import { percentText, plainNumber } from '@north-step/core/units';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useResinsQuery } from '../../store/api.ts';
import { HeadRow } from '../../ui/index.ts';

const MOST = 6;

/** What is known badly here, what a few minutes would make of it, and what that saves: the best first. */
export function GettingSurer({ bench: { bench, vessels, care } }: { readonly bench: BenchReply }) {
  const { data } = useResinsQuery();
  const cards = data?.resins;
  const acts = useMemo(() => {
    if (!cards) return undefined;
    const baths = vessels.flatMap(({ id, name }) => {
      const note = care[id];
      return note ? [{ ...note, id, name }] : [];
    });
    return gettingSurer({ bench, baths, cards: cards.map(({ card }) => card) });
  }, [bench, vessels, care, cards]);
  if (!acts) return null;
  return (
    <section aria-label="Getting surer" className="border-t border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">Getting surer</h2>
      {acts.length === 0 ? (
        <p className="text-ink-2">Nothing here is known so badly that a few minutes would pay.</p>
      ) : (
        <table className="table-plain w-full">
          <HeadRow names={['what', 'known now', 'known after', 'takes', 'saves a batch']} />
          <tbody>
            {acts.slice(0, MOST).map((surer) => (
              <tr key={JSON.stringify(surer.act)}>
                <td>
                  <Link className="font-bold underline decoration-line underline-offset-4" to={pathOf(surer)}>
                    {sayOf(surer)}
                  </Link>
                </td>
                <td>{rangeOf(surer, surer.before)}</td>
                <td>{rangeOf(surer, surer.after)}</td>
                <td>{plainNumber(surer.minutes, 2)} min</td>
                <td>{savedOf(surer)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function sayOf({ act, name, under }: Surer): string {
  switch (act.kind) {
    case 'meter':
      return `Meter ${name} at three places`;
    case 'coupons':
      return `Eight coupons of ${name} under ${under}`;
    case 'read':
      return `Read ${name}: ${readingName(act.by)}`;
  }
}

function pathOf({ act }: Surer): string {
  switch (act.kind) {
    case 'meter':
      return `/cure/lamps/${encodeURIComponent(act.station)}`;
    case 'coupons':
      return `/cure/coupons?${new URLSearchParams({ card: act.cardId, lamp: act.station })}`;
    case 'read':
      return `/solvent/read?${new URLSearchParams({ bath: act.bathId })}`;
  }
}

const rangeOf = ({ act }: Surer, [low, high]: readonly [number, number]): string =>
  act.kind === 'read' ? `${plainNumber(low)}–${percentText(high)} resin` : `± ${Math.round(100 * high)} %`;

/** “2 min, paid back after 3 batches”. */
function savedOf({ savesMinPerBatch, minutes }: Surer): string {
  const seconds = Math.round(60 * savesMinPerBatch);
  const after = Math.ceil(minutes / savesMinPerBatch);
  return `${seconds < 90 ? `${seconds} s` : `${plainNumber(savesMinPerBatch, 2)} min`}; paid back after ${after} ${after === 1 ? 'batch' : 'batches'}`;
}
