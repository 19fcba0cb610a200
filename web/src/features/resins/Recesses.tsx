import type { ResinCard } from '@north-step/core/resin';
import { plainNumber } from '@north-step/core/units';
import { AGITATIONS, type RecessBelief, recessKey, recessPrior, recessRange } from '@north-step/core/wash';
import { useBenchQuery } from '../../store/api.ts';
import { HeadRow } from '../../ui/index.ts';

const figures = (belief: RecessBelief): string => {
  const { factor, range90 } = recessRange(belief);
  return `${plainNumber(factor)} (${plainNumber(range90[0])}–${plainNumber(range90[1])})`;
};

/** How many times slower recesses are washed than open faces: what was taken before any look, and what looks have shown since. */
export function Recesses({ card }: { readonly card: ResinCard }) {
  const beliefs = useBenchQuery().data?.bench.recesses;
  if (card.procedure) return null;
  const rows = AGITATIONS.map((agitation) => ({
    agitation,
    prior: recessPrior(agitation),
    seen: beliefs?.[recessKey(card.family, agitation)],
  }));
  return (
    <section aria-label="Recesses">
      <h2 className="mt-4 text-lg font-bold">Recesses</h2>
      <p className="text-sm text-ink-2">
        Roots of supports, engraving and threads are washed so many times slower than open faces; they set the time of a
        wash. Looks at {card.family} resins teach it.
      </p>
      <table className="table-plain mt-1 w-full">
        <HeadRow names={['moved by', 'before any look', 'by looks']} />
        <tbody>
          {rows.map(({ agitation, prior, seen }) => (
            <tr key={agitation}>
              <th scope="row">{agitation}</th>
              <td>{figures(prior)}</td>
              <td className={seen ? 'font-bold' : 'text-ink-2'}>
                {seen ? `${figures(seen)}, ${seen.looks} ${seen.looks === 1 ? 'look' : 'looks'}` : 'none yet'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[13px] text-ink-2">Middle and 90 % range. Engineering guesses until looks say more.</p>
    </section>
  );
}
