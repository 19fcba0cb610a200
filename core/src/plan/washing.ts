import type { BatchState, Knew, Step } from '../batch/index.ts';
import { exposureS, ranS } from '../batch/index.ts';
import type { BathNow, BenchNow } from '../bench/index.ts';
import { liquid } from '../liquids/index.ts';
import { isWash } from '../route/index.ts';
import {
  bathDensityGPerMl,
  dryLines,
  idleLoss,
  type LedgerLine,
  type Parcel,
  totalMg,
  washLines,
} from '../solvent/index.ts';
import { clingResidueUm, ORIENTATION_FACTOR, planWash, recessesFor, washTauS } from '../wash/index.ts';
import { bathAt, cleanBath, stageOf } from './baths.ts';
import { rinsesResin, washRequest } from './wetSpell.ts';

/** A vessel used as a bath. */
export type BathVessel = {
  readonly id: string;
  readonly held: Parcel;
  readonly surfaceM2: number;
};

/** What a wash unit told of itself over the whole step. */
export type WashSeen = { readonly stirredS: number; readonly tempC?: number | undefined };

const HANDLING_S = 60;
/** Shine that an eye can see in recesses means at least this much resin. An engineering guess. */
const VISIBLE_FILM_UM = 10;
export const SHORTEST_REWASH_S = 30;

export type WashFinish = {
  readonly filmUm: number;
  readonly recessUm: number;
  readonly residueUm: number;
  readonly lines: readonly LedgerLine[];
  readonly clinging: Parcel;
  readonly knew: Knew;
  /** the same amounts for the estimator, g */
  readonly moved: {
    readonly resinG: number;
    readonly carriedG: number;
    readonly dragOutG: number;
    readonly lostSolventG: number;
    readonly lostWaterG: number;
  };
};

export const parcelFromText = (text: readonly [string, string, string]): Parcel => [
  BigInt(text[0]),
  BigInt(text[1]),
  BigInt(text[2]),
];
export const parcelToText = (parcel: Parcel): readonly [string, string, string] => [
  `${parcel[0]}`,
  `${parcel[1]}`,
  `${parcel[2]}`,
];
export const wettedMm2 = (batch: BatchState): number => ORIENTATION_FACTOR * batch.part.areaMm2 * batch.count;

/** What a wash that just ended did: film left, and one balanced posting (resin in, drag-out and vapour out). */
export function finishWash(
  batch: BatchState,
  step: Step,
  atMs: number,
  bath: BathVessel,
  bench: BenchNow,
  seen?: WashSeen,
): WashFinish {
  // what is known of the bath now, which may be more than its book says: the ledger alone follows the book
  const { solvent, agitation, loadPctW: load, strengthPctW: strength } = bathNowFor(step, bench);
  const seconds = Math.max(0, (atMs - (step.startedAtMs ?? atMs)) / 1000);
  const stirredS = Math.min(seconds, seen?.stirredS ?? ranS(step, atMs));
  const setting = { solvent, viscosityMPaS: batch.card.viscosityMPaS25, tempC: seen?.tempC ?? bench.roomC };
  const tauS = washTauS({ agitation, loadPctW: load }, setting);
  // what stood still washed as still liquid does
  const stillTauS = washTauS({ agitation: 'still', loadPctW: load }, setting);
  const before = batch.steps.slice(0, batch.steps.indexOf(step)).findLast(isWash);
  const rinses = step.kind === 'rinse' && !(before && rinsesResin(bathNowFor(before, bench).solvent));
  // rinsing water takes solvent off, not resin
  const folds = rinses ? 0 : stirredS / tauS + (seconds - stirredS) / stillTauS;
  const factor = recessesFor(batch.card.family, batch.part.relief ?? 1, bench.recesses)[agitation];
  const startRecessUm = batch.recessUm ?? batch.filmUm;
  const filmUm = batch.filmUm * Math.exp(-folds);
  const recessUm = startRecessUm * Math.exp(-folds / Math.max(1, factor));
  const areaMm2 = wettedMm2(batch);
  const dragUm = liquid(solvent).dragFilmUm;
  const density = bathDensityGPerMl({
    strengthPctW: strength,
    loadPctW: load,
    tempC: Math.min(40, bench.roomC),
    solvent,
  });
  const hours = (seconds + HANDLING_S) / 3600;
  const evaporated = idleLoss(
    { held: thinnerOf(bath.held, strength), surfaceM2: bath.surfaceM2, solvent, lid: 'open' },
    { tempC: bench.roomC, humidityPct: bench.humidityPct },
    hours,
  );
  const resinInG = ((batch.filmUm - filmUm) * 1e-3 * areaMm2 * batch.card.densityGPerMl) / 1000;
  const dragOutG = (dragUm * 1e-3 * areaMm2 * density) / 1000;
  const carriedIn = parcelFromText(batch.clingingMg);
  const { lines, clinging } = washLines({
    vessel: bath.id,
    held: bath.held,
    carriedIn,
    resinInG,
    dragOutG,
    evaporated,
  });
  const clingUm = clingResidueUm([load], seconds, dragUm);
  const residueUm = Math.max(filmUm, recessUm) + clingUm;
  return {
    filmUm,
    recessUm,
    residueUm,
    lines,
    clinging,
    moved: {
      resinG: resinInG,
      carriedG: Number(totalMg(carriedIn)) / 1000,
      dragOutG,
      lostSolventG: evaporated.alcoholG,
      lostWaterG: evaporated.waterG,
    },
    knew: {
      filmLeftUm: round(filmUm, 3),
      residueUm: round(residueUm, 3),
      ...(rinses ? {} : { recessFromUm: round(startRecessUm, 2), faceFolds: round(folds, 2) }),
      ...(stirredS < seconds ? { stirredS: Math.round(stirredS) } : {}),
      ...(seen?.tempC === undefined ? {} : { bathC: round(seen.tempC, 1) }),
    },
  };
}

/** Clinging liquid after the rest on the rack: vapour to the air, its resin stays. */
export const finishDry = (batch: BatchState): readonly LedgerLine[] => dryLines(parcelFromText(batch.clingingMg));

/** Time for another clean wash after shine or tack was seen. @returns s, within what is left of the exposure cap */
export function rewashS(batch: BatchState, bench: BenchNow, nowMs: number): number {
  const leftS = Math.max(SHORTEST_REWASH_S, batch.card.exposureCapS - exposureS(batch, nowMs));
  const request = washRequest(
    { card: batch.card, part: batch.part, count: batch.count, dripS: 0, plateAreaMm2: 0, bench },
    0,
  );
  const plan = planWash({
    ...request,
    leastTotalS: 0,
    filmUm: VISIBLE_FILM_UM,
    stages: [stageOf(bathNowFor(lastWash(batch), bench), batch.card)],
    exposureCapS: leftS,
  });
  return plan.ok ? Math.max(SHORTEST_REWASH_S, plan.value.stagesS[0]!) : leftS;
}

export const lastWash = (batch: BatchState): Step | undefined => batch.steps.findLast(isWash);
/** The bath of a step, moved as the step says; the clean bath when there is no step. */
export const bathNowFor = (step: Pick<Step, 'station' | 'agitation'> | undefined, bench: BenchNow): BathNow =>
  step ? bathAt(step.station, bench, step.agitation) : cleanBath(bench);
export const round = (value: number, digits: number): number => Number(value.toFixed(digits));

/** Solvent and water of what a bath holds, as strong as it is believed to be. */
function thinnerOf([solventMg, waterMg]: Parcel, strengthPctW: number): { solventG: number; waterG: number } {
  const grams = Number(solventMg + waterMg) / 1000;
  const share = Number.isFinite(strengthPctW) ? strengthPctW / 100 : 0;
  return { solventG: share * grams, waterG: (1 - share) * grams };
}
