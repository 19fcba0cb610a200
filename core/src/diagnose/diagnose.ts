import { type CauseId, causeName, type Facts, lookShape, OF_LIGHT, type Remedy, type Seen } from '../look/index.ts';

export type Cause = {
  readonly id: CauseId;
  /** a sentence with the figures that speak for it */
  readonly why: string;
  /** of all causes of this fault, 0 to 1; they add up to 1 */
  readonly share: number;
  readonly remedy: Remedy;
};

/** A cause that is there brings its fault about so often. An engineering guess. */
const STRENGTH = 0.9;
/** Something nobody wrote down. An engineering guess. */
const LEAK = 0.04;
const UNWRITTEN = {
  id: 'other',
  why: 'Another cause: what happened outside of what is kept here.',
  remedy: 'none',
} as const;

/**
 * Ranks the causes of what was seen, none where all is well: each is there with a chance that follows from what was written down, brings the fault about
 * nine times in ten, and is weighed by how likely the fault is with it against without it.
 * @source noisy-or (Pearl, 1988): P(c | fault) = p_c (1 − (1−q)·Π_{others}(1 − q p)) / (1 − Π(1 − q p)), then made to sum to 1
 */
export function diagnose(seen: Seen, facts: Facts): readonly Cause[] {
  const { causes } = lookShape(seen);
  if (!causes) return [];
  const all = causes(facts).filter(({ id, present }) => present > 0.005 && !(facts.unlit && OF_LIGHT.has(id)));
  const none = all.reduce((product, { present }) => product * (1 - STRENGTH * present), 1 - LEAK);
  const posterior = all.map(({ present }) => {
    const others = none / (1 - STRENGTH * present);
    return (present * (1 - (1 - STRENGTH) * others)) / (1 - none);
  });
  const unwritten = LEAK / (1 - none);
  const total = posterior.reduce((sum, value) => sum + value, unwritten);
  return [
    ...all.map(({ present: _, ...cause }, i) => ({ ...cause, share: posterior[i]! / total })),
    { ...UNWRITTEN, share: unwritten / total },
  ].sort((a, b) => b.share - a.share);
}

/** “It is the wash: 83 %.” */
export function verdict(causes: readonly Cause[]): string {
  const [first, second] = causes;
  if (!first) return 'Nothing that was written down explains it.';
  const told = `It is ${causeName(first.id)}: ${Math.round(100 * first.share)} %`;
  return second && first.share < 0.6
    ? `${told}; or ${causeName(second.id)}: ${Math.round(100 * second.share)} %.`
    : `${told}.`;
}
