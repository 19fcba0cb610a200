import type { BathCare, Vessel } from '@north-step/contract';
import type { ChoiceKind } from '@north-step/core/care';
import { litresText, percentText, plainNumber, rangeText, Z90 } from '@north-step/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { HeadRow, Sheet } from '../../ui/index.ts';

const most = (batches: number): string => (batches >= 199 ? 'over 198' : String(batches));

/** One bath's conclusion: how loaded, how sure, what each choice brings. */
export function BathPanel({
  bath,
  vessel,
  onChoose,
}: {
  readonly bath: BathCare;
  readonly vessel: Vessel;
  readonly onChoose: (kind: ChoiceKind) => void;
}) {
  const [why, setWhy] = useState(false);
  const best = bestChoice(bath);
  return (
    <section aria-label={`${vessel.name} now`} className="px-[18px] py-3">
      <h2 className="text-lg font-bold">
        <Link to={`/solvent/baths/${vessel.id}`} className="underline decoration-line underline-offset-4">
          {vessel.name}
        </Link>
      </h2>
      <p className="text-sm text-ink-2">
        {vessel.solvent} {vessel.strengthPctW !== null && `${plainNumber(bath.estimate.strengthPctW, 3)} % strength · `}
        {litresText(vessel.volumeMl)} of {litresText(vessel.capacityMl)} · lid {vessel.lid}
      </p>
      <p className="mt-1">
        <span className="font-mono text-[40px] leading-none font-bold">{percentText(bath.estimate.loadPctW)}</span>{' '}
        <span className="text-lg text-ink-2">
          resin by weight, {rangeText(bath.estimate.range90, bath.estimate.loadPctW)}
        </span>
      </p>
      <p className="mt-1 text-sm text-ink-2">
        Act at {plainNumber(bath.limit.limitPctW)} %.{' '}
        <button
          type="button"
          className="min-h-6 border-b-2 border-dotted border-ink-2 text-ink"
          onClick={() => setWhy(true)}
        >
          Why this limit?
        </button>
      </p>
      <table className="table-plain mt-2 w-full">
        <HeadRow names={['if you now …', 'batches', 'litres', 'cost', 'risk']} />
        <tbody>
          {bath.choices.map((choice) => (
            <tr key={choice.what} className={choice === best ? 'bg-panel font-bold' : ''}>
              <td>{choice.what}</td>
              <td className="font-mono">
                {most(choice.batches.median)}
                <span className="block text-[13px] whitespace-nowrap">
                  {choice.batches.range90[0]}–{most(choice.batches.range90[1])}
                </span>
              </td>
              <td className="font-mono">{choice.litres.toFixed(1)}</td>
              <td className="font-mono">{choice.cost.toFixed(2)}</td>
              <td className="font-mono whitespace-nowrap">
                {choice.riskPct < 0.5 ? '0' : plainNumber(choice.riskPct)} %
              </td>
            </tr>
          ))}
          <tr>
            <td>read it first ({bath.narrowing[0]?.kind === 'residue' ? 'dry residue' : bath.narrowing[0]?.kind})</td>
            <td className="text-[13px] text-ink-2" colSpan={4}>
              the range would narrow to about ±{plainNumber(Z90 * (bath.narrowing[0]?.sdPctW ?? 0))} %
            </td>
          </tr>
        </tbody>
      </table>
      <p className="mt-1 text-[13px] text-ink-2">
        Batches until the limit, with the 90 % range; risk that the next batch meets a bath past it and comes out tacky.
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <Link className="btn btn-sea" to={`/solvent/read?bath=${vessel.id}`}>
          Read it …
        </Link>
        {bath.choices.some((choice) => choice.kind === 'rotate') && (
          <button type="button" className="btn" onClick={() => onChoose('rotate')}>
            Rotate …
          </button>
        )}
        <button type="button" className="btn" onClick={() => onChoose('top up')}>
          Top up …
        </button>
        <button type="button" className="btn" onClick={() => onChoose('refill')}>
          Retire …
        </button>
      </div>
      {bath.learned.length > 0 && (
        <div className="mt-3">
          <h3 className="font-bold">What the readings taught</h3>
          <ul className="text-sm">
            {bath.learned.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        </div>
      )}
      {why && <LimitWhy bath={bath} vessel={vessel} onClose={() => setWhy(false)} />}
    </section>
  );
}

/** The cheapest choice that leaves little risk, when going on is risky. */
function bestChoice(bath: BathCare) {
  const safe = bath.choices.filter((choice) => choice.riskPct < 10);
  return [...safe].sort((a, b) => a.cost / Math.max(1, a.batches.median) - b.cost / Math.max(1, b.batches.median))[0];
}

function LimitWhy({
  bath,
  vessel,
  onClose,
}: {
  readonly bath: BathCare;
  readonly vessel: Vessel;
  readonly onClose: () => void;
}) {
  return (
    <Sheet open side onOpenChange={(open) => !open && onClose()} title="Why this limit?">
      <div className="space-y-3">
        <p className="font-mono text-2xl font-bold">
          {vessel.name}: {plainNumber(bath.limit.limitPctW)} %
        </p>
        <p>{bath.limit.why}</p>
        <p>
          A part leaves the last bath with a film of bath liquid on it; when that dries, its resin stays. And the fuller
          a bath is, the slower it takes up more. So the limit follows from what each resin tolerates and how long it
          may stay in solvent, not from a fixed percent.
        </p>
        <table className="table-plain w-full">
          <HeadRow names={['resin in use', 'limit here', 'set by']} />
          <tbody>
            {bath.limit.perResin.map((row) => (
              <tr key={row.cardId}>
                <td>{row.name}</td>
                <td className="font-mono">{row.limitPctW.toFixed(1)} %</td>
                <td>{BY[row.by]}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="text-sm text-ink-2">
          Film, time constants and the take-up limit are engineering guesses to be corrected by readings. A shop can set
          a stricter percent on the bath’s own page.
        </p>
      </div>
    </Sheet>
  );
}

const BY = {
  residue: 'residue it tolerates',
  time: 'time in solvent',
  speed: 'half the speed of fresh',
  shop: 'the shop',
} as const;
