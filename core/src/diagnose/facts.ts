import { type BatchState, exposureS, knewNumber, lightS, type Step, tookS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { windowOf } from '../cure/index.ts';
import { liquid as liquidOf } from '../liquids/index.ts';
import type { Facts } from '../look/index.ts';
import { bathNowFor, cureDoubt, cureSetting, dryS, lastWash, requestOf, wettingBefore } from '../plan/index.ts';
import { isCure, isDrying, isWash, isWet, kindShape, procedureTimes, ultrasonicCapS } from '../route/index.ts';
import { clingResidueUm, type Solvent } from '../wash/index.ts';

/** Gathers what the route has written down. */
export function factsOf(batch: BatchState, bench: BenchNow, nowMs: number): Facts {
  const { card, part, steps } = batch;
  const wash = lastWash(batch);
  const residueUm = knewNumber(wash, 'residueUm') ?? 0;
  const dry = steps.findLast((one) => isDrying(one) && one.state === 'done');
  const soakedS = exposureS(batch, nowMs);
  const liquid = wash && bathNowFor(wash, bench).solvent;
  const wetting = dry && wettingBefore(steps, dry, bench);
  const neededS = card.procedure
    ? procedureTimes(card).dryS
    : dryS({ bench, part, card }, { soakedS, ...wetting, air: dry?.air, type: dry?.type });
  const restS = dry ? tookS(dry) : 0;
  const request = requestOf(batch, bench);
  const window = windowOf(cureSetting(request), batch.light?.poses);
  const { rate, dose } = cureDoubt(request);
  const litS = lightS(batch);
  const cure = steps.findIndex(isCure);
  const before = steps.slice(0, cure < 0 ? undefined : cure);
  const wet = steps.findLast((step) => isWet(step) && step.state === 'done');
  const poses = batch.light?.poses ?? [];
  return {
    unlit: !steps.some((one) => isCure(one) && one.state !== 'waiting'),
    residueShare: residueUm / card.residueTolUm,
    bathLoadPctW: knewNumber(wash, 'loadPctW') ?? 0,
    clingShare: clingUm(wash, liquid) / card.residueTolUm,
    restShare: neededS > 0 ? restS / neededS : 1,
    lightShare: window.handleS === undefined ? 0 : litS / window.handleS,
    overShare: window.maxS === undefined ? 0 : litS / window.maxS,
    rateDoubt: rate,
    doseDoubt: dose,
    evenness:
      poses.length > 0
        ? Math.max(...poses.map(({ coldMWPerCm2 }) => coldMWPerCm2)) /
          Math.max(1e-6, ...poses.map(({ hotMWPerCm2 }) => hotMWPerCm2))
        : undefined,
    neverLitPct: batch.light?.neverLitPct ?? 0,
    turned: poses.length > 1 || steps.some(({ type, state }) => type === 'turn-over' && state === 'done'),
    soakShare: soakedS / card.exposureCapS,
    ultrasonicShare: allTookS(steps, ({ agitation }) => agitation === 'ultrasonic') / ultrasonicCapS(card),
    brushed: allTookS(steps, ({ agitation }) => agitation === 'brush') > 0,
    hazed: liquid !== undefined && (card.hazedBy ?? []).includes(liquid),
    watery: wet !== undefined && (!isWash(wet) || liquid === 'water'),
    slender: part.boxMm ? Math.max(...part.boxMm) / part.wallMm : 0,
    unheld: before.some(({ kind }) => kind === 'trim') && !before.some(({ type }) => type === 'hold-form'),
    ...cutOf(steps),
    openH: allTookS(before, isDrying) / 3600,
    gritty: card.leavesGrit && !steps.some((step) => kindShape(step.kind).wets === 'water' && step.state === 'done'),
  };
}

/** Time of all steps of one sort that were done, s. */
const allTookS = (steps: readonly Step[], of: (step: Step) => boolean): number =>
  steps.filter((step) => step.state === 'done' && of(step)).reduce((sum, step) => sum + tookS(step), 0);

/** Film that dries on with what clung after the last wash, µm. */
function clingUm(wash: Step | undefined, liquid: Solvent | undefined): number {
  const loadPctW = knewNumber(wash, 'loadPctW');
  return loadPctW === undefined || !wash || !liquid
    ? 0
    : clingResidueUm([loadPctW], tookS(wash), liquidOf(liquid).dragFilmUm);
}

/** How the supports came off, and whether anything wet or a brush came after that. */
function cutOf(steps: readonly Step[]): Pick<Facts, 'trimmed' | 'clippings'> {
  const done = steps.filter(({ state }) => state === 'done');
  const at = done.findLastIndex(({ kind }) => kind === 'trim');
  if (at < 0) return { trimmed: 'not yet', clippings: false };
  const clippings = !done.slice(at).some((step) => isWet(step) || step.type === 'brush-off');
  if (done.slice(0, at).some(isCure)) return { trimmed: 'hard', clippings };
  return { trimmed: done.slice(0, at).some(({ kind }) => kind === 'warm-dip') ? 'warm' : 'green', clippings };
}
