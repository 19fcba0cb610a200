import { evaporationRows, FACTOR, type Filter, filmRows, multiplier } from './filter.ts';
import { MASK, tableOf } from './random.ts';
import type { BathEvent } from './types.ts';

/**
 * Spread of single amounts around what was booked. A wash brings about its film, now and then much more:
 * one in about twelve drips was cut short and not written down. Engineering guesses.
 */
const FILM_SD = 0.25;
const SHORT_DRIP_FROM_Z = 1.38;
const FILM_NOISE = tableOf((z) => Math.exp(FILM_SD * z) * (z > SHORT_DRIP_FROM_Z ? 1.5 : 1));
const DRAG_NOISE = tableOf((z) => Math.exp(0.2 * z));
const FILL_NOISE = tableOf((z) => Math.exp(0.02 * z));
const LOSS_NOISE = tableOf((z) => Math.exp(0.15 * z));
/** a label's strength is true within about a percent, and never above what it says */
const LABEL_NOISE = tableOf((z) => Math.abs(z) * 0.012);
/** films of other jobs stay on walls when a bath is poured out */
const REMAINS_SHARE = 0.004;

/** Moves every particle through one event. Baths that are not followed are left out. @throws RangeError for an unknown kind */
export function applyEvent(filter: Filter, event: BathEvent): void {
  const at = (id: string | undefined) => (id === undefined ? undefined : filter.bathIndex.get(id));
  switch (event.kind) {
    case 'fill':
      fill(filter, at(event.bath), event);
      break;
    case 'wash':
      wash(filter, at(event.bath), at(event.carriedFrom), event);
      break;
    case 'evaporate':
      evaporate(filter, at(event.bath), event.solventG, event.waterG);
      break;
    case 'transfer':
      transfer(filter, at(event.from), at(event.to), event.massG);
      break;
    case 'remove':
      transfer(filter, at(event.bath), undefined, event.massG);
      break;
    case 'empty':
      empty(filter, at(event.bath), at(event.to));
      break;
    case 'rotate':
      empty(filter, at(event.first), at(event.drum));
      empty(filter, at(event.second), at(event.first));
      fill(filter, at(event.second), event);
      break;
    default:
      throw new RangeError(`applyEvent: unknown kind ${(event as { kind: string }).kind}`);
  }
}

function fill(
  filter: Filter,
  bath: number | undefined,
  added: { solventG: number; waterG: number; resinG: number },
): void {
  if (bath === undefined) return;
  const [s, w, r] = columnsOf(filter, bath);
  const pour = filter.draws.walk();
  const label = filter.draws.walk();
  for (let i = 0; i < filter.n; i++) {
    const amount = FILL_NOISE[(pour.start + i * pour.step) & MASK]!;
    const weaker = added.solventG * amount * LABEL_NOISE[(label.start + i * label.step) & MASK]!;
    s[i] = s[i]! + added.solventG * amount - weaker;
    w[i] = w[i]! + added.waterG * amount + weaker;
    r[i] = r[i]! + added.resinG * amount;
  }
}

function wash(
  filter: Filter,
  bath: number | undefined,
  from: number | undefined,
  event: Extract<BathEvent, { kind: 'wash' }>,
): void {
  if (bath === undefined) return;
  const [s, w, r] = columnsOf(filter, bath);
  const film = multiplier(filter, filmRows(filter, event.resin));
  const drag = multiplier(filter, [FACTOR.dragOut]);
  const loss = multiplier(filter, evaporationRows(bath));
  const carrier = from === undefined || !(event.carriedG > 0) ? undefined : columnsOf(filter, from);
  const filmWalk = filter.draws.walk();
  const dragWalk = filter.draws.walk();
  const lossWalk = filter.draws.walk();
  for (let i = 0; i < filter.n; i++) {
    let solvent = s[i]!;
    let water = w[i]!;
    let resin = r[i]! + event.resinG * film[i]! * FILM_NOISE[(filmWalk.start + i * filmWalk.step) & MASK]!;
    const dragFactor = drag[i]! * DRAG_NOISE[(dragWalk.start + i * dragWalk.step) & MASK]!;
    if (carrier) {
      const held = carrier[0][i]! + carrier[1][i]! + carrier[2][i]!;
      const share = held > 0 ? Math.min(1, (event.carriedG * dragFactor) / held) : 0;
      solvent += carrier[0][i]! * share;
      water += carrier[1][i]! * share;
      resin += carrier[2][i]! * share;
    }
    const total = solvent + water + resin;
    const stays = total > 0 ? Math.max(0, 1 - (event.dragOutG * dragFactor) / total) : 0;
    const lossFactor = loss[i]! * LOSS_NOISE[(lossWalk.start + i * lossWalk.step) & MASK]!;
    s[i] = Math.max(0, solvent * stays - event.lostSolventG * lossFactor);
    w[i] = Math.max(0, water * stays - event.lostWaterG * lossFactor);
    r[i] = resin * stays;
  }
}

function evaporate(filter: Filter, bath: number | undefined, solventG: number, waterG: number): void {
  if (bath === undefined) return;
  const [s, w] = columnsOf(filter, bath);
  const loss = multiplier(filter, evaporationRows(bath));
  const walk = filter.draws.walk();
  for (let i = 0; i < filter.n; i++) {
    const factor = loss[i]! * LOSS_NOISE[(walk.start + i * walk.step) & MASK]!;
    s[i] = Math.max(0, s[i]! - solventG * factor);
    w[i] = Math.max(0, w[i]! - waterG * factor);
  }
}

/** Moves a share of everything a bath holds; `shareOf` gives it for each particle. */
function pour(
  filter: Filter,
  from: number,
  to: number | undefined,
  shareOf: (heldG: number, i: number) => number,
): void {
  const [s, w, r] = columnsOf(filter, from);
  const target = to === undefined ? undefined : columnsOf(filter, to);
  for (let i = 0; i < filter.n; i++) {
    const share = shareOf(s[i]! + w[i]! + r[i]!, i);
    if (target) {
      target[0][i] = target[0][i]! + s[i]! * share;
      target[1][i] = target[1][i]! + w[i]! * share;
      target[2][i] = target[2][i]! + r[i]! * share;
    }
    s[i] = s[i]! * (1 - share);
    w[i] = w[i]! * (1 - share);
    r[i] = r[i]! * (1 - share);
  }
}

function transfer(filter: Filter, from: number | undefined, to: number | undefined, massG: number): void {
  if (from === undefined) return;
  const walk = filter.draws.walk();
  pour(filter, from, to, (heldG, i) =>
    heldG > 0 ? Math.min(1, (massG * FILL_NOISE[(walk.start + i * walk.step) & MASK]!) / heldG) : 0,
  );
}

function empty(filter: Filter, from: number | undefined, to: number | undefined): void {
  if (from !== undefined) pour(filter, from, to, () => 1 - REMAINS_SHARE);
}

export const columnsOf = (filter: Filter, bath: number): readonly [Float64Array, Float64Array, Float64Array] => [
  filter.solventG[bath]!,
  filter.waterG[bath]!,
  filter.resinG[bath]!,
];
