import { DEFAULT_PRICES, type SolventPrices } from '../prices/index.ts';
import { hardenFilterPasses } from '../reclaim/index.ts';
import { InputError, requireInRange } from '../units/index.ts';
import { type Agitation, type Solvent, washResidue } from '../wash/index.ts';

/** A batch as the policy simulator sees it. */
export type PolicyBatch = {
  readonly day: number;
  /** film resin that comes off in the baths, g */
  readonly resinG: number;
  /** bath liquid that leaves each bath on the parts, g */
  readonly dragG: number;
};
export type PolicyBath = { readonly volumeMl: number; readonly limitPctW: number };
export type PolicyRule = { readonly rule: 'limit' } | { readonly rule: 'calendar'; readonly everyDays: number };
export type PolicyReclaim =
  | { readonly kind: 'none' }
  | { readonly kind: 'harden'; readonly passes: number; readonly maxReclaimedPct?: number | undefined };
export type PolicyPrices = SolventPrices & {
  /** work of one change */
  readonly changeEach: number;
};
const { freshPerL, disposePerL, reclaimPerL } = DEFAULT_PRICES;
export const POLICY_PRICES: PolicyPrices = { freshPerL, disposePerL, reclaimPerL, changeEach: 6 };

export type PolicyQuestion = {
  readonly days: number;
  readonly batches: readonly PolicyBatch[];
  /** from dirty to clean, one to three */
  readonly baths: readonly PolicyBath[];
  readonly rule: PolicyRule;
  readonly reclaim: PolicyReclaim;
  readonly prices: PolicyPrices;
  readonly technique?: Technique;
};
export type Technique = {
  readonly solvent: Solvent;
  readonly agitation: Agitation;
  readonly filmUm: number;
  /** seconds over all baths, shared 3 : 2 between two */
  readonly totalS: number;
  readonly toleranceUm: number;
};
export const USUAL_TECHNIQUE: Technique = {
  solvent: 'isopropanol',
  agitation: 'impeller',
  filmUm: 60,
  totalS: 420,
  toleranceUm: 0.8,
};

export type PolicyOutcome = {
  readonly litresBought: number;
  readonly litresDisposed: number;
  readonly litresReclaimed: number;
  readonly changes: number;
  readonly batches: number;
  readonly cost: number;
  readonly costPerBatch: number;
  readonly outOfTolerancePct: number;
};

const DENSITY_G_PER_ML = 0.81;
/** Loss of an idle bath with its lid on, and of one wash with it off, g. From the evaporation model for a 20 cm bath. */
const IDLE_G_PER_DAY = 0.5;
const WASH_LOSS_G = 1.5;
/** of the film, this stays on the part after each bath but the last */
const PASSED_ON_SHARE = 0.04;
const SHARES: Readonly<Record<number, readonly number[]>> = { 1: [1], 2: [0.6, 0.4], 3: [0.5, 0.3, 0.2] };
const TOP_UP_BELOW = 0.9;

type Bath = { liquidG: number; resinG: number };

/**
 * Plays a workload against one way of keeping baths: which are changed when, what is bought, disposed and reclaimed,
 * and which batches come out with more residue than tolerated.
 * @throws RangeError for no baths, more than three, or no days
 * @source solvent model E
 */
export function playPolicy(question: PolicyQuestion): PolicyOutcome {
  const { baths, rule, prices, reclaim } = question;
  requireInRange('days', question.days, 1, 3660);
  if (baths.length < 1 || baths.length > 3)
    throw new InputError('baths', `baths: ${baths.length} given, one to three.`);
  const technique = question.technique ?? USUAL_TECHNIQUE;
  const store = { freshL: 0, reclaimedL: 0, usedReclaimedL: 0, disposedL: 0, madeL: 0 };
  const capacityG = baths.map((bath) => requireInRange('volumeMl', bath.volumeMl, 10, 1e6) * DENSITY_G_PER_ML);
  const take = (grams: number): void => {
    const litres = grams / DENSITY_G_PER_ML / 1000;
    const most = reclaim.kind === 'harden' ? litres * ((reclaim.maxReclaimedPct ?? 50) / 100) : 0;
    const again = Math.min(store.reclaimedL, most);
    store.reclaimedL -= again;
    store.usedReclaimedL += again;
    store.freshL += litres - again;
  };
  const held: Bath[] = capacityG.map((liquidG) => ({ liquidG, resinG: 0 }));
  for (const grams of capacityG) take(grams);

  const change = (): void => {
    const out = held[0]!;
    retire(out, reclaim, store);
    for (let i = 0; i + 1 < held.length; i++) held[i] = held[i + 1]!;
    held[held.length - 1] = { liquidG: capacityG.at(-1)!, resinG: 0 };
    take(capacityG.at(-1)!);
  };
  const spent = (): boolean => held.some((bath, i) => loadOf(bath) >= baths[i]!.limitPctW);

  let changes = 0;
  let late = 0;
  let day = 0;
  let lastChange = 0;
  const jobs = [...question.batches].sort((a, b) => a.day - b.day);
  for (const job of jobs) {
    while (day < job.day) {
      day++;
      for (const bath of held) bath.liquidG -= IDLE_G_PER_DAY;
      if (rule.rule === 'calendar' && day - lastChange >= rule.everyDays) {
        change();
        changes++;
        lastChange = day;
      }
    }
    if (rule.rule === 'limit' && spent()) {
      change();
      changes++;
    }
    if (residueNow(held, technique) > technique.toleranceUm) late++;
    washThrough(held, job);
    held.forEach((bath, i) => {
      if (bath.liquidG + bath.resinG > TOP_UP_BELOW * capacityG[i]!) return;
      const grams = capacityG[i]! - bath.liquidG - bath.resinG;
      bath.liquidG += grams;
      take(grams);
    });
  }
  const batches = jobs.length;
  const cost = costOf(store, changes, prices);
  return {
    litresBought: store.freshL,
    litresDisposed: store.disposedL,
    litresReclaimed: store.madeL,
    changes,
    batches,
    cost,
    costPerBatch: batches > 0 ? cost / batches : 0,
    outOfTolerancePct: batches > 0 ? (100 * late) / batches : 0,
  };
}

const costOf = (
  { freshL, disposedL, madeL }: { readonly freshL: number; readonly disposedL: number; readonly madeL: number },
  changes: number,
  prices: PolicyQuestion['prices'],
): number =>
  freshL * prices.freshPerL + disposedL * prices.disposePerL + madeL * prices.reclaimPerL + changes * prices.changeEach;

const loadOf = (bath: Bath): number => (100 * bath.resinG) / (bath.liquidG + bath.resinG);

/** Out of the first bath: to the treatment works, or through hardening and filtering back to the shelf. */
function retire(
  bath: Bath,
  reclaim: PolicyReclaim,
  store: { reclaimedL: number; disposedL: number; madeL: number },
): void {
  const totalG = bath.liquidG + bath.resinG;
  const litres = totalG / DENSITY_G_PER_ML / 1000;
  if (reclaim.kind === 'none') {
    store.disposedL += litres;
    return;
  }
  const { passes } = hardenFilterPasses(totalG, loadOf(bath), { passes: reclaim.passes });
  const back = litres * passes.at(-1)!.yield;
  store.reclaimedL += back;
  store.madeL += back;
  store.disposedL += (litres - back) * 0.5;
}

function residueNow(held: readonly Bath[], technique: Technique): number {
  const shares = SHARES[held.length]!;
  return washResidue(
    technique.filmUm,
    held.map((bath) => ({ agitation: technique.agitation, loadPctW: loadOf(bath) })),
    shares.map((share) => share * technique.totalS),
    { solvent: technique.solvent },
  ).residueUm;
}

function washThrough(held: Bath[], job: PolicyBatch): void {
  let filmG = job.resinG;
  let carried: Bath = { liquidG: 0, resinG: 0 };
  held.forEach((bath, i) => {
    const here = i + 1 < held.length ? filmG * (1 - PASSED_ON_SHARE) : filmG;
    filmG -= here;
    bath.resinG += here + carried.resinG;
    bath.liquidG += carried.liquidG - WASH_LOSS_G;
    const share = job.dragG / (bath.liquidG + bath.resinG);
    carried = { liquidG: bath.liquidG * share, resinG: bath.resinG * share };
    bath.liquidG -= carried.liquidG;
    bath.resinG -= carried.resinG;
  });
}

/** Batches at a pace: even weeks, or busy and quiet ones by turns. The same seed draws the same. */
export function drawWorkload(
  pace: {
    readonly days: number;
    readonly perWeek?: number | undefined;
    readonly resinG?: number | undefined;
    readonly dragG?: number | undefined;
    readonly unevenShare?: number | undefined;
  },
  seed: number,
): readonly PolicyBatch[] {
  const { perWeek = 12, resinG = 5, dragG = 8, unevenShare = 0 } = pace;
  requireInRange('perWeek', perWeek, 0.1, 1000);
  requireInRange('unevenShare', unevenShare, 0, 1);
  let state = (seed ^ 0x9e3779b9) >>> 0 || 1;
  const next = (): number => {
    state ^= state << 13;
    state >>>= 0;
    state ^= state >>> 17;
    state ^= state << 5;
    state >>>= 0;
    return state / 4_294_967_296;
  };
  const batches: PolicyBatch[] = [];
  for (let day = 0; day < pace.days; day++) {
    const busy = Math.floor(day / 14) % 2 === 0 ? 1 + unevenShare : 1 - unevenShare;
    const wanted = (perWeek / 7) * busy;
    const count = Math.floor(wanted) + (next() < wanted % 1 ? 1 : 0);
    for (let n = 0; n < count; n++)
      batches.push({
        day: day + (n + 0.5) / count,
        resinG: resinG * (0.5 + next()),
        dragG: dragG * (0.7 + 0.6 * next()),
      });
  }
  return batches;
}
