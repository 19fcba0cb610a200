import { plainNumber } from '../units/index.ts';

type Size3 = readonly [number, number, number];
type Size2 = readonly [number, number];

/** Room at a wash unit. */
export type WashSpace = {
  /** clear opening */
  readonly openingMm: Size2;
  /** from the rim to the floor */
  readonly depthMm: number;
  /** what the impeller and its guard take up above the floor */
  readonly impellerMm: number;
  readonly basket?: { readonly sizeMm: Size3; readonly meshMm: number } | undefined;
};
/** What stands where, as far as it was measured. */
export type Spaces = {
  readonly plate?: { readonly sizeMm: Size2; readonly mountMm: number } | undefined;
  readonly wash?: Readonly<Record<string, WashSpace>>;
  /** lamps and ovens by station: clear width, depth, height */
  readonly boxes?: Readonly<Record<string, Size3>>;
};
/** Liquid in a bath now. */
export type BathLevel = { readonly volumeMl: number; readonly capacityMl: number; readonly surfaceM2: number };

/** It can be tried; what it may cost. */
export type FitFinding = {
  readonly level: 'warned' | 'advised';
  readonly code: string;
  readonly message: string;
  readonly remedy?: string;
  readonly station: string;
};

/** Room that hands, drips and the turning of the basket ask for on each side. */
const ROOM_MM = 3;
const MM3_PER_ML = 1000;

const sorted = (size: readonly number[]): number[] => [...size].sort((a, b) => a - b);
/** Whether one flat size fits in another, turned either way. */
export const fitsFlat = (inner: Size2, outer: Size2): boolean => {
  const [a, b] = [sorted(inner), sorted(outer)];
  return a[0]! <= b[0]! && a[1]! <= b[1]!;
};
/** Whether a box fits in a box, turned along its sides. */
export const fitsBox = (inner: Size3, outer: Size3): boolean => {
  const [a, b] = [sorted(inner), sorted(outer)];
  return a.every((size, i) => size <= b[i]!);
};

/** The least depth of liquid that covers a part however it is laid. */
const lyingMm = (boxMm: Size3): number => Math.min(...boxMm);

type WashCase = {
  readonly station: string;
  readonly name: string;
  readonly boxMm: Size3;
  readonly space: WashSpace;
  readonly level?: BathLevel | undefined;
  /** the plate hangs in the bath with the parts on it */
  readonly plate?: NonNullable<Spaces['plate']> | undefined;
};

/** Does it go in, is it covered, is it clear of the impeller, does it fall through. */
export function washFit({ station, name, boxMm, space, level, plate }: WashCase): readonly FitFinding[] {
  const found: FitFinding[] = [];
  const warn = (code: string, message: string, remedy: string) =>
    found.push({ level: 'warned', code, message, remedy, station });
  const standsMm = plate ? boxMm[2] : lyingMm(boxMm);
  if (plate && !fitsFlat(plate.sizeMm, space.openingMm))
    warn(
      'PLATE_TOO_WIDE',
      `The plate of ${mm(plate.sizeMm)} does not hang in ${name}, which opens ${mm(space.openingMm)}.`,
      'Take the parts off the plate before this wash.',
    );
  else if (plate && boxMm[2] + space.impellerMm + ROOM_MM > space.depthMm)
    warn(
      'FOULS_IMPELLER',
      `Hanging from the plate, ${plainNumber(boxMm[2], 3)} mm of part reach into the impeller of ${name}: ${plainNumber(space.depthMm - space.impellerMm, 3)} mm are clear.`,
      'Take the parts off the plate and lay them in the basket.',
    );
  else if (!plate && space.basket && !fitsBox(boxMm, space.basket.sizeMm))
    warn(
      'BASKET_TOO_SMALL',
      `${mm(boxMm)} does not go into the basket of ${name}, ${mm(space.basket.sizeMm)}.`,
      'Hold it by hand and turn it half-way, or take a larger tub.',
    );
  const [thin, middle] = sorted(boxMm) as [number, number, number];
  if (!plate && space.basket && middle < space.basket.meshMm)
    warn(
      'FALLS_THROUGH',
      `Pieces ${plainNumber(thin)} × ${plainNumber(middle)} mm fall through the ${plainNumber(space.basket.meshMm)} mm mesh of ${name}.`,
      'Use a tea-ball or a jar, or wash them on the plate.',
    );
  if (level) found.push(...covering(station, name, standsMm, space, level));
  return found;
}

/** How much liquid is missing to cover a part, and whether there is room for it. */
function covering(
  station: string,
  name: string,
  standsMm: number,
  space: WashSpace,
  level: BathLevel,
): readonly FitFinding[] {
  const areaMm2 = level.surfaceM2 * 1e6;
  const liquidMm = (level.volumeMl * MM3_PER_ML) / areaMm2;
  const neededMm = space.impellerMm + standsMm + ROOM_MM;
  if (liquidMm >= neededMm) return [];
  const addMl = Math.ceil(((neededMm - liquidMm) * areaMm2) / MM3_PER_ML / 10) * 10;
  const room = level.volumeMl + addMl <= level.capacityMl && neededMm + ROOM_MM <= space.depthMm;
  return [
    {
      level: 'warned',
      code: 'NOT_COVERED',
      message: `The liquid in ${name} stands ${plainNumber(liquidMm, 3)} mm high; covering the part above the impeller takes ${plainNumber(neededMm, 3)} mm.`,
      remedy: room
        ? `Add ${addMl} mL.`
        : 'It does not become deep enough: turn the part half-way, or take a deeper tub.',
      station,
    },
  ];
}

/** Does a part go into a lamp box or an oven. */
export function boxFit(station: string, name: string, boxMm: Size3, clearMm: Size3): readonly FitFinding[] {
  if (fitsBox(boxMm, clearMm.map((size) => size - 2 * ROOM_MM) as unknown as Size3)) return [];
  return [
    {
      level: 'warned',
      code: 'BOX_TOO_SMALL',
      message: `${mm(boxMm)} does not go into the ${name.toLowerCase()}, ${mm(clearMm)} inside.`,
      remedy: 'Cure it in the sun, or in two halves with a shade between.',
      station,
    },
  ];
}

const mm = (size: readonly number[]): string => `${size.map((value) => plainNumber(value, 3)).join(' × ')} mm`;
