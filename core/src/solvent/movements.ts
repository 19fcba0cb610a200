import type { Solvent } from '../wash/index.ts';
import { bathDensityGPerMl } from './density.ts';
import {
  addParcels,
  EMPTY_PARCEL,
  type LedgerLine,
  leastMg,
  loadPctW,
  mgFromGrams,
  negate,
  type Parcel,
  portion,
  strengthPctW,
  totalMg,
} from './ledger.ts';

const move = (from: string, to: string, parcel: Parcel): readonly LedgerLine[] => [
  { account: from, parcel: negate(parcel) },
  { account: to, parcel },
];

/** Fresh liquid of a strength by volume of liquid, as masses. @param volumeMl at 20 °C */
export function freshParcel(volumeMl: number, strength: number, solvent: Solvent = 'isopropanol'): Parcel {
  const grams = volumeMl * bathDensityGPerMl({ strengthPctW: strength, tempC: 20, solvent });
  const totalMgs = mgFromGrams(grams);
  const solventMg = mgFromGrams((grams * strength) / 100);
  return [solventMg, totalMgs - solventMg, 0n];
}

/** Volume a parcel takes up. @returns mL; 0 when empty */
export function parcelVolumeMl(parcel: Parcel, solvent: Solvent = 'isopropanol', tempC = 20): number {
  const grams = Number(totalMg(parcel)) / 1000;
  if (grams <= 0) return 0;
  const strength = strengthPctW(parcel);
  return (
    grams /
    bathDensityGPerMl({
      strengthPctW: Number.isNaN(strength) ? 0 : strength,
      loadPctW: loadPctW(parcel),
      tempC,
      solvent,
    })
  );
}

export const fillLines = (vessel: string, parcel: Parcel): readonly LedgerLine[] => move('supply', vessel, parcel);

/** Moves a well-mixed part of one vessel into another account. */
export const transferLines = (from: string, to: string, held: Parcel, amountMg: bigint): readonly LedgerLine[] =>
  move(from, to, portion(held, amountMg));

export type WashMovement = {
  readonly vessel: string;
  readonly held: Parcel;
  /** clinging liquid that came in with the parts from an earlier bath */
  readonly carriedIn: Parcel;
  /** film resin that dissolved here, g */
  readonly resinInG: number;
  /** clinging liquid that leaves on the parts, g */
  readonly dragOutG: number;
  /** lost to the air, g (water may be negative: taken up) */
  readonly evaporated: { readonly alcoholG: number; readonly waterG: number };
};

/**
 * One wash as one balanced posting: film resin and earlier clinging liquid in; evaporation and new clinging liquid out.
 * @returns the lines, and the parcel now clinging to the parts
 */
export function washLines(wash: WashMovement): { readonly lines: readonly LedgerLine[]; readonly clinging: Parcel } {
  const resinIn: Parcel = [0n, 0n, mgFromGrams(Math.max(0, wash.resinInG))];
  const wanted: Parcel = [mgFromGrams(wash.evaporated.alcoholG), mgFromGrams(wash.evaporated.waterG), 0n];
  const mixed = addParcels(addParcels(wash.held, resinIn), wash.carriedIn);
  const lost: Parcel = [leastMg(wanted[0], mixed[0]), leastMg(wanted[1], mixed[1]), 0n];
  const clinging = portion(addParcels(mixed, negate(lost)), mgFromGrams(wash.dragOutG));
  const net = addParcels(addParcels(resinIn, wash.carriedIn), negate(addParcels(lost, clinging)));
  const lines: LedgerLine[] = [
    { account: 'supply', parcel: negate(resinIn) },
    { account: wash.vessel, parcel: net },
    { account: 'evaporated', parcel: lost },
    { account: 'drag-out', parcel: addParcels(clinging, negate(wash.carriedIn)) },
  ];
  return { lines: lines.filter((line) => line.parcel.some((mg) => mg !== 0n)), clinging };
}

/** Clinging liquid dries: its volatile part to the air, its resin stays on the parts. */
export function dryLines(clinging: Parcel): readonly LedgerLine[] {
  if (totalMg(clinging) === 0n) return [];
  return [
    { account: 'drag-out', parcel: negate(clinging) },
    { account: 'evaporated', parcel: [clinging[0], clinging[1], 0n] },
    { account: 'left-on-parts', parcel: [0n, 0n, clinging[2]] },
  ];
}

export type Rotation = {
  /** of one line, the dirtiest first; two or more */
  readonly baths: readonly { readonly id: string; readonly held: Parcel }[];
  readonly drum: string;
  readonly fresh: Parcel;
  /** where the fresh comes from: a vessel, or 'supply' */
  readonly freshFrom: string;
};

/** The first bath goes to the drum, each of the others becomes the one before it, fresh fills the last: one posting. */
export function rotateLines(rotation: Rotation): readonly LedgerLine[] {
  const lines = [
    { account: rotation.drum, parcel: rotation.baths[0]!.held },
    ...rotation.baths.map(({ id, held }, i) => ({
      account: id,
      parcel: addParcels(rotation.baths[i + 1]?.held ?? rotation.fresh, negate(held)),
    })),
    { account: rotation.freshFrom, parcel: negate(rotation.fresh) },
  ];
  return lines.filter((line) => totalMg(line.parcel) !== 0n || line.parcel.some((mg) => mg !== 0n));
}

/** What a set of lines changes on one account. */
export const netOn = (lines: readonly LedgerLine[], account: string): Parcel =>
  lines.filter((line) => line.account === account).reduce((sum, line) => addParcels(sum, line.parcel), EMPTY_PARCEL);
