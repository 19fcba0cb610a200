import type { SizeKept } from '../../caliper/index.ts';
import type { PartFacts } from '../../part/index.ts';
import type { BatchState, Breakage } from '../types.ts';
import { fact, filmInRecesses } from './fact.ts';

type Named = { readonly id: string; readonly name: string };
type Split = {
  readonly count: number;
  /** what stays, where several kinds were in it */
  readonly part?: PartFacts;
  readonly clingingMg: BatchState['clingingMg'];
  readonly into: Named;
};
type Joined = {
  readonly part: PartFacts;
  readonly count: number;
  readonly clingingMg: BatchState['clingingMg'];
  readonly filmUm: number;
  readonly recessUm?: number;
  /** of the pieces that came: how many are broken, and how that came */
  readonly broken?: number;
  readonly breakages?: readonly Breakage[] | undefined;
  readonly sizes?: readonly SizeKept[];
  readonly from: Named;
};
const NOTHING_CLINGS: BatchState['clingingMg'] = ['0', '0', '0'];

/** What makes a batch smaller, larger, or no batch any more. */
export const PIECE_FACTS = {
  split: fact<Split>(
    (state, { count, part, clingingMg }) => ({
      ...state,
      part: part ?? state.part,
      count: state.count - count,
      clingingMg,
      plateAreaMm2: (state.plateAreaMm2 * (state.count - count)) / state.count,
    }),
    { forGood: 'Put the pieces together again instead.' },
  ),
  joined: fact<Joined>(
    (state, { part, count, clingingMg, filmUm, recessUm, broken = 0, breakages = [], sizes = [] }) => {
      const all = [...(state.breakages ?? []), ...breakages];
      const allSizes = [...(state.sizes ?? []), ...sizes];
      return {
        ...state,
        part,
        count,
        clingingMg,
        filmUm,
        ...filmInRecesses(recessUm),
        broken: state.broken + broken,
        ...(all.length > 0 ? { breakages: all } : {}),
        ...(allSizes.length > 0 ? { sizes: allSizes } : {}),
      };
    },
    { forGood: 'Take the pieces out again instead.' },
  ),
  merged: fact<{ readonly into: Named }>(
    (state, { into }) => ({ ...state, mergedInto: into.name, clingingMg: NOTHING_CLINGS }),
    { forGood: 'Take the pieces out again instead.' },
  ),
  scrapped: fact<{ readonly because: string; readonly hash?: string }>(
    (state, { because, hash, atMs, by }) => ({
      ...state,
      recordHash: hash,
      clingingMg: NOTHING_CLINGS,
      scrapped: { because, atMs, by },
    }),
    { forGood: 'Its record is sealed.' },
  ),
};
