import { given } from '@north-step/core/given';
import { anotherPass, FILTER_HOLDS_G, hardenFilterPasses, passPrices, type RunState } from '@north-step/core/reclaim';
import { litresText, plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { useBenchQuery } from '../../store/api.ts';
import { NumberField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { useRunsQuery } from './endpoints.ts';
import { NO_RESIDUE, Residue, type ResidueSaid, readingOf } from './Residue.tsx';
import type { StepProps } from './stepProps.ts';
import { usePrices } from './useReclaim.ts';
import { kgText, money } from './words.ts';

/** Drawn off and filtered: what came back, how loaded it is, and whether another pass is worth it. */
export function FilterForm({ run, finish }: StepProps) {
  const acts = useDo();
  const [backMl, setBack] = useState<number>();
  const [said, setSaid] = useState(NO_RESIDUE);
  const after = useAfter(run, backMl, said);
  const { currency } = usePrices();
  const reading = readingOf(said);
  const body = given({ backMl, reading });
  const full = run.filterCaughtG >= FILTER_HOLDS_G;
  const goesOn = (after?.more ?? 0) > 0;
  return (
    <>
      {full && (
        <p role="alert" className="mb-3 border-l-4 border-brick pl-3">
          The papers have caught {kgText(run.filterCaughtG)}: they clog from about {FILTER_HOLDS_G} g. Change them
          first.
        </p>
      )}
      <button type="button" className="btn" onClick={() => void acts.send('reclaim.filter', { runId: run.id }, {})}>
        Papers clogged, changed
      </button>
      <div className="mt-4 flex flex-wrap items-end gap-3">
        <NumberField
          label="Came back, measured"
          unit="mL"
          className="w-48"
          min={0}
          step={50}
          value={backMl}
          onChange={setBack}
        />
        {after && (
          <p className="pb-2 text-sm text-ink-2">
            The model expects {litresText(after.expectedMl)} at {plainNumber(after.expectedPctW)} %.
          </p>
        )}
      </div>
      <Residue when="after it" said={said} onChange={setSaid} />
      {after && (
        <p className="mt-4 border-l-4 border-sea-2 pl-3">
          {goesOn
            ? `Another pass is worth ${money(after.gains, currency)}: ${plainNumber(after.loadPctW)} % would become ${plainNumber(after.nextPctW)} %, with ${plainNumber(100 * after.nextYield)} % of it left.`
            : `Stop here: another pass would cost ${money(-after.gains, currency)} more than it cleans.`}
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className={`btn ${goesOn ? '' : 'btn-sea'}`} onClick={() => finish(body)}>
          Filtered, it is enough
        </button>
        <button
          type="button"
          className={`btn ${goesOn ? 'btn-sea' : ''}`}
          onClick={() => finish({ ...body, another: true })}
        >
          Filtered, another pass
        </button>
      </div>
    </>
  );
}

/** What the model expects of this pass, and what another would be worth after what was measured of it. */
function useAfter(run: RunState, backMl: number | undefined, { sampleMl, residueG }: ResidueSaid) {
  const learned = useRunsQuery().data?.learned;
  const jar = useBenchQuery().data?.vessels.find(({ id }) => id === run.inside.id);
  const { prices } = usePrices();
  if (!jar || jar.volumeMl < 1) return undefined;
  const constants = learned?.constants;
  const massG = jar.solventG + jar.waterG + jar.resinG;
  const density = massG / jar.volumeMl;
  const pass = hardenFilterPasses(massG, jar.loadPctW, { passes: 1, constants }).passes[0]!;
  const loadPctW = sampleMl && residueG !== undefined ? (100 * residueG) / (sampleMl * density) : pass.loadPctW;
  const leftG = backMl === undefined ? massG * pass.yield : backMl * density;
  return {
    expectedMl: (massG * pass.yield) / density,
    expectedPctW: pass.loadPctW,
    loadPctW,
    ...anotherPass(Math.max(1, leftG), loadPctW, { constants, prices: passPrices(prices, density) }),
  };
}
