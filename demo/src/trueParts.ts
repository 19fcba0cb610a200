import { type BatchState, knewNumber, lightS, type Step } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import { windowOf } from '@north-step/core/cure';
import type { LookOutcome } from '@north-step/core/look';
import { cureSetting, requestOf } from '@north-step/core/plan';
import { isDrying, isWash } from '@north-step/core/route';
import { RECESS_FACTOR } from '@north-step/core/wash';
import { about, share } from './truth.ts';

/** How far the true constants lie from those that are planned with, either way. */
const OFF = 0.2;
/** Something that nobody wrote down leaves shine, or a tacky spot, this often. */
const UNWRITTEN = 0.02;
const ODD = 0.01;

/** What parts really look like, by constants of their own that nobody at the bench knows. */
export function whatIsSeen(batch: BatchState, step: Step, bench: BenchNow): LookOutcome {
  const unwritten = share(`${batch.id} ${step.id}`) < UNWRITTEN;
  if (step.kind === 'look-matte') {
    if (unwritten || recessUm(batch) > batch.card.residueTolUm) return 'shine';
    return seenOnce(batch) ?? 'matte';
  }
  const { handleS, maxS } = windowOf(cureSetting(requestOf(batch, { ...bench, pairs: {} })), batch.light?.poses);
  const litS = lightS(batch);
  if (batch.card.procedure) return 'good';
  if (maxS !== undefined && litS > maxS * about(`${batch.id} dose`, OFF)) return 'tinted';
  return unwritten || (handleS !== undefined && litS < handleS * about(`${batch.id} rate`, OFF))
    ? batch.card.changesColour
      ? 'colour unchanged'
      : 'tacky'
    : 'good';
}

/** What a batch in a hundred shows besides resin, at its first look: dust, or a scar where its supports stood. */
function seenOnce({ id, steps }: BatchState): 'dust' | 'scar' | undefined {
  if (steps.some(({ outcome }) => outcome !== undefined)) return undefined;
  const odd = share(`${id} odd`);
  if (odd < ODD) return 'dust';
  return odd < 2 * ODD && steps.some(({ kind, state }) => kind === 'trim' && state === 'done') ? 'scar' : undefined;
}

/** Resin that the washes of the last wet spell truly left in recesses, µm. */
function recessUm(batch: BatchState): number {
  const dried = batch.steps
    .filter((step) => isDrying(step) && step.state === 'done')
    .slice(0, -1)
    .at(-1);
  const since = batch.steps.slice(dried ? batch.steps.indexOf(dried) + 1 : 0);
  const washes = since.filter((step) => isWash(step) && step.state === 'done');
  const relief = batch.part.relief ?? 1;
  const fromUm = knewNumber(washes[0], 'recessFromUm') ?? 0;
  const folds = washes.reduce(
    (sum, step) => sum + (knewNumber(step, 'faceFolds') ?? 0) / (relief * RECESS_FACTOR[step.agitation ?? 'impeller']),
    0,
  );
  return fromUm * Math.exp(-folds / about(`${batch.id} recess`, OFF));
}
