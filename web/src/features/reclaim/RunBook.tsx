import { type PassDone, passVerdict, type RunState } from '@north-step/core/reclaim';
import { plainNumber } from '@north-step/core/units';
import { Link } from 'react-router';
import { dayText } from '../../shell/useNow.ts';
import { HeadRow } from '../../ui/index.ts';
import { FAULT_WORDS, kgText } from './words.ts';

/** The book of a run: its passes against the model, and where the liquid went. */
export function RunBook({ run }: { readonly run: RunState }) {
  const { balance, takenG, rainG } = run;
  const goneG = balance.reclaimedG + balance.evaporatedG + balance.sludgeG + balance.unaccountedG;
  const rows: readonly (readonly [string, number])[] = [
    ['taken', takenG],
    ...(rainG > 0 ? [['rained in', rainG] as const] : []),
    ['reclaimed', -balance.reclaimedG],
    ['to the air', -balance.evaporatedG],
    ['sludge and papers', -balance.sludgeG],
    ['unaccounted', -balance.unaccountedG],
  ];
  const poured = run.steps.some(({ kind, state }) => kind === 'pour' && state === 'done');
  return (
    <section aria-label="Book of the run" className="px-[18px] py-3">
      {run.passes.length > 0 && <Passes passes={run.passes} />}
      <h2 className="mt-2 text-lg font-bold">Where it went</h2>
      {poured ? (
        <table className="table-plain mt-1 w-full">
          <tbody>
            {rows.map(([what, grams]) => (
              <tr key={what}>
                <td>{what}</td>
                <td className="text-right font-mono">
                  {grams === 0 ? '0 g' : `${grams < 0 ? '−' : ''}${kgText(Math.abs(grams))}`}
                </td>
              </tr>
            ))}
            <tr className="font-bold">
              <td>{run.endedAtMs === undefined ? `in ${run.inside.name} now` : 'left over'}</td>
              <td className="text-right font-mono">
                {kgText(Math.abs(takenG + rainG - goneG) < 0.001 ? 0 : takenG + rainG - goneG)}
              </td>
            </tr>
          </tbody>
        </table>
      ) : (
        <p className="text-ink-2">Nothing has been poured yet.</p>
      )}
      {run.kind === 'harden-filter' && (
        <p className="mt-3 text-sm text-ink-2">
          Papers have caught {kgText(run.filterCaughtG)} since they were new
          {run.filtersChanged > 0 && `, changed ${run.filtersChanged} times in this run`}.
        </p>
      )}
      {balance.sludgeG > 0 && (
        <p className="mt-1 text-sm">
          Sludge went into the{' '}
          <Link className="underline" to="/solvent/waste">
            waste
          </Link>
          .
        </p>
      )}
    </section>
  );
}

function Passes({ passes }: { readonly passes: readonly PassDone[] }) {
  return (
    <>
      <h2 className="text-lg font-bold">Passes</h2>
      <table className="table-plain mt-1 w-full">
        <HeadRow names={['pass', 'back', 'resin', 'first guess']} />
        <tbody>
          {passes.map((pass, i) => {
            const verdict = passVerdict(pass);
            return (
              <tr key={pass.atMs}>
                <td>
                  {i + 1}
                  <span className="block text-[13px] text-ink-2">{dayText(pass.atMs)}</span>
                </td>
                <td className={`font-mono ${verdict.poorYield ? 'font-bold text-brick' : ''}`}>
                  {plainNumber((100 * pass.backG) / pass.beforeG)} %
                  <span className="block text-[13px]">{pass.backWasMeasured ? 'measured' : 'by the model'}</span>
                </td>
                <td className={`font-mono whitespace-nowrap ${verdict.poorClean ? 'font-bold text-brick' : ''}`}>
                  {plainNumber(pass.beforePctW)} → {plainNumber(pass.afterPctW)} %
                  <span className="block text-[13px]">{pass.loadWasRead ? 'read' : 'by the model'}</span>
                </td>
                <td className="font-mono whitespace-nowrap">
                  {plainNumber(100 * verdict.expectedYield)} %, {plainNumber(verdict.expectedPctW)} %
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {passes.flatMap((pass, i) =>
        passVerdict(pass).faults.map((fault) => (
          <p key={`${i} ${fault}`} className="mt-2 border-l-4 border-amber pl-3 text-sm">
            Pass {i + 1}: {FAULT_WORDS[fault]}
          </p>
        )),
      )}
    </>
  );
}
