import { passVerdict, type RunState } from '@north-step/core/reclaim';
import { plainNumber } from '@north-step/core/units';
import { Link } from 'react-router';
import { dayText, useNow } from '../../shell/useNow.ts';
import { whenText } from '../next/index.ts';
import { useRunsQuery } from './endpoints.ts';
import { FAULT_WORDS, kgText, RUN_WORDS } from './words.ts';

const SHOWN = 8;

/** Runs under way with what they want next, those that are over with how they went, and what they taught. */
export function RunList({ runs }: { readonly runs: readonly RunState[] }) {
  const { data } = useRunsQuery();
  const nowMs = useNow(30_000);
  return (
    <section aria-label="Runs" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">Under way</h2>
      {runs.length === 0 && <p className="text-ink-2">Nothing stands in the light, the still or the pan.</p>}
      <ul>
        {runs.map((run) => (
          <li key={run.id} className="border-b border-line py-1.5">
            <RunLink run={run} />
            <span className="block text-sm">{whenText(run, nowMs)}</span>
          </li>
        ))}
      </ul>
      <h2 className="mt-5 text-lg font-bold">Over</h2>
      {data?.done.length === 0 && <p className="text-ink-2">None yet.</p>}
      <ul>
        {data?.done.slice(0, SHOWN).map((run) => (
          <li key={run.id} className="border-b border-line py-1.5">
            <RunLink run={run} /> <span className="text-sm text-ink-2">{dayText(run.endedAtMs!)}</span>
            <span className="block text-sm">{endText(run)}</span>
            {faultsOf(run).map((fault) => (
              <span key={fault} className="block border-l-4 border-amber pl-2 text-[13px]">
                {FAULT_WORDS[fault]}
              </span>
            ))}
          </li>
        ))}
      </ul>
      {data && data.learned.loads + data.learned.volumes > 0 && (
        <p className="mt-3 text-sm text-ink-2">
          This shop’s passes drop {plainNumber(100 * data.learned.constants.efficiency)} % of the resin (75 % is the
          first guess) and lose {plainNumber(data.learned.lossFactor)} times what is expected, from {data.learned.loads}{' '}
          readings and {data.learned.volumes} measured volumes.
        </p>
      )}
    </section>
  );
}

const RunLink = ({ run }: { readonly run: RunState }) => (
  <Link to={`/solvent/runs/${run.id}`} className="font-bold underline decoration-line underline-offset-4">
    {run.name}, {RUN_WORDS[run.kind]}
  </Link>
);

function endText({ balance, takenG, rainG, givenUp, kind }: RunState): string {
  if (givenUp) return `given up: ${givenUp}`;
  const share = (grams: number) => `${Math.round((100 * grams) / (takenG + rainG))} %`;
  const back = kind === 'harden-filter' || kind === 'distil' ? `${share(balance.reclaimedG)} back, ` : '';
  return `${back}${share(balance.evaporatedG)} to the air, ${kgText(balance.sludgeG)} of sludge, ${share(balance.unaccountedG)} unaccounted`;
}

const faultsOf = (run: RunState) => [...new Set(run.passes.flatMap((pass) => passVerdict(pass).faults))];
