import type { Solvent } from '../../liquids/index.ts';
import { bathDensityGPerMl } from '../../solvent/density.ts';
import {
  addParcels,
  EMPTY_PARCEL,
  gramsFromMg,
  type LedgerLine,
  leastMg,
  loadPctW,
  mgFromGrams,
  negate,
  type Parcel,
  portion,
  strengthPctW,
  totalMg,
} from '../../solvent/ledger.ts';
import { InputError } from '../../units/index.ts';
import { hardenFilterPasses, type PassConstants } from '../hardenFilter.ts';
import type { PassDone, RunBalance, StillPlan } from './types.ts';

/** How a step of a run moved liquid: lines of the ledger, and the same in grams. */
export type RunMove = {
  readonly lines: readonly LedgerLine[];
  readonly went: RunBalance;
  /** what stays in the vessel, or came back */
  readonly back: Parcel;
};
const gramsOf = (parcel: Parcel): number => gramsFromMg(totalMg(parcel));
const liquidOf = (parcel: Parcel): Parcel => [parcel[0], parcel[1], 0n];
/** What a measure may be over the book, share: nobody reads a jar more finely. */
const MEASURE_SHARE = 0.005;

/** The same mass with another load: the liquid as strong as it was. @returns exact in whole milligrams */
export function loadedAs(held: Parcel, pctW: number): Parcel {
  const liquidMg = held[0] + held[1];
  const resinMg = leastMg(mgFromGrams((gramsOf(held) * pctW) / 100), totalMg(held));
  const nowMg = totalMg(held) - resinMg;
  const solventMg = liquidMg > 0n ? (held[0] * nowMg) / liquidMg : 0n;
  return [solventMg, nowMg - solventMg, resinMg];
}

/**
 * One pass through the filter. What came back stays in the jar; the hardened resin with the liquid that it holds, and what the
 * papers soak up, are sludge; a share goes to the air; what is left over after that is unaccounted.
 * @param measured what a hand measured; what is not measured is as the model expects
 * @throws InputError where more came back than was there, or cleaner liquid is dirtier
 */
export function passMove(
  { vessel, held, solvent, constants }: { vessel: string; held: Parcel; solvent: Solvent; constants: PassConstants },
  measured: { readonly backMl?: number; readonly afterPctW?: number | undefined },
  ran: Pick<PassDone, 'filterHeldG' | 'stoodS' | 'seen' | 'atMs'>,
): RunMove & { readonly pass: PassDone } {
  const beforeG = gramsOf(held);
  const beforePctW = loadPctW(held);
  const model = hardenFilterPasses(Math.max(1, beforeG), beforePctW, { passes: 1, constants }).passes[0]!;
  const afterPctW = Math.min(measured.afterPctW ?? model.loadPctW, 99);
  const strength = strengthPctW(held);
  const backG =
    measured.backMl === undefined
      ? beforeG * model.yield
      : measured.backMl *
        bathDensityGPerMl({
          strengthPctW: Number.isNaN(strength) ? 0 : strength,
          loadPctW: afterPctW,
          tempC: 20,
          solvent,
        });
  const liquid = liquidOf(held);
  const resinBackMg = leastMg(mgFromGrams((backG * afterPctW) / 100), held[2]);
  const liquidBackMg = mgFromGrams(backG) - resinBackMg;
  const over = Number(liquidBackMg - totalMg(liquid)) / Math.max(1, Number(totalMg(liquid)));
  if (over > MEASURE_SHARE)
    throw new InputError('backMl', 'More came back than was put in: measure it again, or correct what was poured.');
  const back = addParcels(portion(liquid, liquidBackMg), [0n, 0n, resinBackMg]);
  const resin: Parcel = [0n, 0n, held[2] - resinBackMg];
  const lost = addParcels(liquid, negate(liquidOf(back)));
  const heldBack = portion(lost, mgFromGrams((constants.heldPerG * Number(resin[2])) / 1000 + constants.fixedLossG));
  const rest = addParcels(lost, negate(heldBack));
  const vapour = portion(rest, mgFromGrams(constants.lossShare * beforeG));
  const unaccounted = addParcels(rest, negate(vapour));
  const pass: PassDone = {
    beforeG,
    beforePctW,
    backG: gramsOf(back),
    afterPctW: loadPctW(back),
    loadWasRead: measured.afterPctW !== undefined,
    backWasMeasured: measured.backMl !== undefined,
    ...ran,
  };
  return { ...moved(vessel, { sludge: addParcels(resin, heldBack), evaporated: vapour, unaccounted }), back, pass };
}

/** Liquid of a still that escapes a tight condenser. Engineering guess. */
const STILL_LOSS_SHARE = 0.01;

/**
 * A still is emptied: the distillate to the bottle, the heel to the sludge; a hundredth to the air, the rest unaccounted.
 * @param measured volume of the distillate, and mass of the heel where it was weighed
 * @throws InputError where more came over than was there
 */
export function collectMove(
  {
    vessel,
    to,
    held,
    solvent,
    still,
  }: {
    vessel: string;
    to: string;
    held: Parcel;
    solvent: Solvent;
    /** as it was planned when the still was charged */
    still: Pick<StillPlan, 'yield' | 'strengthPctW'>;
  },
  measured: { readonly backMl?: number; readonly heelG?: number },
): RunMove {
  const share = still.strengthPctW / 100;
  const backG =
    measured.backMl === undefined
      ? still.yield * gramsOf(liquidOf(held))
      : measured.backMl * bathDensityGPerMl({ strengthPctW: still.strengthPctW, tempC: 20, solvent });
  if (mgFromGrams(backG) > totalMg(liquidOf(held)))
    throw new InputError('backMl', 'More came over than was put in: measure it again.');
  const alcohol = leastMg(mgFromGrams(backG * share), held[0]);
  const water = leastMg(mgFromGrams(backG) - alcohol, held[1]);
  const back: Parcel = [alcohol, water, 0n];
  const rest = addParcels(held, negate(back));
  const vapour = portion(liquidOf(rest), mgFromGrams(STILL_LOSS_SHARE * gramsOf(held)));
  const left = addParcels(rest, negate(vapour));
  // the resin is in the heel whatever it weighs; what the weight lacks was lost on the way
  const liquidLeft = liquidOf(left);
  const heelLiquid =
    measured.heelG === undefined
      ? liquidLeft
      : portion(liquidLeft, mgFromGrams(Math.max(0, measured.heelG - Number(held[2]) / 1000)));
  const sludge: Parcel = [heelLiquid[0], heelLiquid[1], left[2]];
  const unaccounted = addParcels(liquidLeft, negate(heelLiquid));
  const { lines, went } = moved(vessel, { sludge, evaporated: vapour, unaccounted, [to]: back });
  return { lines, went: { ...went, reclaimedG: gramsOf(back) }, back };
}

/** A pan that is dry: what was liquid went to the air, the residue is binned. @param residueG where it was weighed */
export function binMove(vessel: string, held: Parcel, residueG?: number): RunMove {
  const resin: Parcel = [0n, 0n, held[2]];
  const scraped: Parcel = residueG === undefined ? resin : [0n, 0n, leastMg(mgFromGrams(residueG), held[2])];
  return {
    ...moved(vessel, { evaporated: liquidOf(held), sludge: scraped, unaccounted: addParcels(resin, negate(scraped)) }),
    back: EMPTY_PARCEL,
  };
}

export const chargeOf = (held: Parcel) => ({
  isopropanolG: gramsFromMg(held[0]),
  waterG: gramsFromMg(held[1]),
  resinG: gramsFromMg(held[2]),
});

function moved(
  vessel: string,
  to: Readonly<Record<string, Parcel>>,
): { readonly lines: readonly LedgerLine[]; readonly went: RunBalance } {
  const out = Object.values(to).reduce(addParcels, EMPTY_PARCEL);
  const lines = [
    { account: vessel, parcel: negate(out) },
    ...Object.entries(to).map(([account, parcel]) => ({ account, parcel })),
  ];
  return {
    lines: lines.filter(({ parcel }) => parcel.some((mg) => mg !== 0n)),
    went: {
      reclaimedG: 0,
      evaporatedG: gramsOf(to.evaporated ?? EMPTY_PARCEL),
      sludgeG: gramsOf(to.sludge ?? EMPTY_PARCEL),
      unaccountedG: gramsOf(to.unaccounted ?? EMPTY_PARCEL),
    },
  };
}
