import { type Static, Type } from 'typebox';
import { Pair } from './described.ts';

/** What the bench needs to know of a bath beyond its book. */
export const BathNote = Type.Object({
  loadPctW: Type.Number(),
  range90: Pair(),
  strengthPctW: Type.Number(),
  limitPctW: Type.Number(),
  why: Type.String(),
  batchesLeft: Type.Number(),
  resinsG: Type.Record(Type.String(), Type.Number()),
});
export type BathNote = Static<typeof BathNote>;
