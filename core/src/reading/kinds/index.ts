import type { Refusal, Result } from '../../result/index.ts';
import { plainNumber } from '../../units/index.ts';
import type { Solvent } from '../../wash/index.ts';
import { clarity } from './clarity.ts';
import { density } from './density.ts';
import { flask } from './flask.ts';
import { level } from './level.ts';
import { look } from './look.ts';
import { refractiveIndex } from './refractiveIndex.ts';
import { residue } from './residue.ts';
import type { DensityAt, Expected, Known, Reading, ReadingKindShape } from './shape.ts';
import { bad } from './tools.ts';

export { type BathLook, LOOKS } from './look.ts';
export type { DensityAt, Expected, Reading } from './shape.ts';
export { INSTRUMENT_SD, resinLoadPctW } from './tools.ts';

/** Every way to read a bath: a new one is a file of its own, a line here, and its guidance on the page. */
const KINDS = { residue, density, flask, index: refractiveIndex, clarity, level, look };
export type ReadingKind = keyof typeof KINDS;
export const READING_KINDS = Object.keys(KINDS) as readonly ReadingKind[];
/** What was measured, in the units it was measured in. */
export type RawReading = { [K in ReadingKind]: Parameters<(typeof KINDS)[K]['load']>[0] }[ReadingKind];
type Shape = ReadingKindShape<RawReading>;
const shapeOf = (kind: ReadingKind) => KINDS[kind] as unknown as Shape;

/** Minutes that a kind takes, and what it leaves open by itself, weight %. */
export const readingWorth = (kind: ReadingKind, loadPctW: number, confoundedPctW: number) => ({
  minutes: KINDS[kind].minutes,
  sdPctW: KINDS[kind].alonePctW(loadPctW, confoundedPctW),
});
export const readingName = (kind: ReadingKind): string => KINDS[kind].name;
/** What is written down of a kind: the unit of a number, or what may be said. */
export const readingFields = (kind: ReadingKind): Readonly<Record<string, string | readonly string[]>> =>
  KINDS[kind].fields;

/** Why a reading cannot be true of any bath of this solvent; undefined when it can. */
export function readingBreach(raw: RawReading, solvent: Solvent): Refusal | undefined {
  const notNumber = Object.entries(raw).find(([, value]) => typeof value === 'number' && !Number.isFinite(value));
  if (notNumber) return bad(notNumber[0], `${notNumber[0]} is not a number.`, 'Type it again.');
  if ('tempC' in raw && !(raw.tempC >= 0 && raw.tempC <= 40))
    return bad('tempC', `${plainNumber(raw.tempC)} °C is outside 0–40 °C.`, 'Let the sample reach room temperature.');
  return shapeOf(raw.kind).breach?.(raw, solvent);
}

export const loadOf = (raw: RawReading, known: Known): Result<Reading, Refusal> => shapeOf(raw.kind).load(raw, known);
/** @returns undefined for what is weighed by its chance alone */
export const expectedOf = (
  raw: RawReading,
  solvent: Solvent,
  densityAt: (tempC: number) => DensityAt,
): Expected | undefined => shapeOf(raw.kind).expects?.(raw, solvent, densityAt);
