import { type BatchState, knewNumber, type Step } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { liquid } from '../liquids/index.ts';
import { lookShape } from '../look/index.ts';
import { isLookBefore, isWash } from '../route/index.ts';
import {
  type Agitation,
  clingResidueUm,
  RECESS_FACTOR,
  type RecessBeliefs,
  type RecessLook,
  recessKey,
} from '../wash/index.ts';
import { bathNowFor } from './washing.ts';

type Washed = { readonly step: Step; readonly agitation: Agitation; readonly folds: number; readonly fromUm: number };

/**
 * What looks after washes have shown of recesses: the first look of each batch, where it says matte, shine or tack. The way of moving
 * the liquid that cleaned most is learned about; the others are taken at what is believed of them.
 * @param batches of one family; validated procedures are not learned from
 */
export function recessLooks(
  batches: readonly BatchState[],
  bench: BenchNow,
  beliefs?: RecessBeliefs,
): readonly RecessLook[] {
  return batches.flatMap((batch): readonly RecessLook[] => {
    const at = batch.steps.findIndex((step) => isLookBefore(step) && step.state === 'done');
    const outcome = batch.steps[at]?.outcome;
    const recesses = outcome && lookShape(outcome).recesses;
    if (batch.card.procedure || !recesses) return [];
    const washes = batch.steps.slice(0, at).flatMap((step) => washedBy(step));
    const last = washes.at(-1);
    if (!last) return [];
    const relief = batch.part.relief ?? 1;
    const foldsOf = (way: Agitation) =>
      washes.reduce((sum, { agitation, folds }) => sum + (agitation === way ? folds : 0), 0);
    const ways = [...new Set(washes.map(({ agitation }) => agitation))];
    const most = ways.reduce((a, b) => (foldsOf(b) / RECESS_FACTOR[b] > foldsOf(a) / RECESS_FACTOR[a] ? b : a));
    const others = ways
      .filter((way) => way !== most)
      .reduce((sum, way) => sum + foldsOf(way) / (relief * believed(batch.card.family, way, beliefs)), 0);
    const { solvent } = bathNowFor(last.step, bench);
    const loads = washes.map(({ step }) => knewNumber(step, 'loadPctW') ?? 0);
    const soakedS = ((last.step.endedAtMs ?? 0) - (last.step.startedAtMs ?? 0)) / 1000;
    return [
      {
        agitation: most,
        fromUm: washes[0]!.fromUm * Math.exp(-others),
        folds: foldsOf(most) / relief,
        clingUm: clingResidueUm(loads, soakedS, liquid(solvent).dragFilmUm),
        toleranceUm: batch.card.residueTolUm,
        matte: recesses === 'clean',
      },
    ];
  });
}

const believed = (family: string, way: Agitation, beliefs: RecessBeliefs | undefined): number => {
  const known = beliefs?.[recessKey(family, way)];
  return known ? Math.exp(known.lnFactor) : RECESS_FACTOR[way];
};

/** A wash that told how far it went. */
function washedBy(step: Step): readonly Washed[] {
  const folds = knewNumber(step, 'faceFolds');
  const fromUm = knewNumber(step, 'recessFromUm');
  if (!isWash(step) || step.state !== 'done' || !step.agitation || folds === undefined || fromUm === undefined)
    return [];
  return [{ step, agitation: step.agitation, folds, fromUm }];
}
