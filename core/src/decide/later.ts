import type { BatchEvent, BatchState } from '../batch/index.ts';
import { cameBack, type TakenOut } from '../batch/index.ts';
import type { LaterLook } from '../look/index.ts';
import { blankOf, numbered } from '../plan/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { isCure, isLookAfter } from '../route/index.ts';
import type { Moment } from './moment.ts';

const HOUR_MS = 3_600_000;
/** Warp, cracks and tack show themselves within a day or two. An engineering guess. */
const LATER_AFTER_MS = 24 * HOUR_MS;
/** After so long nobody is asked any more: the parts are gone. */
export const LATER_UNTIL_MS = 6 * 24 * HOUR_MS;

/** When the light of a sealed batch ended. @returns nothing for parts that were handed over without light */
export function litAtMs(batch: BatchState): number | undefined {
  const ended = batch.steps
    .filter((step) => (isCure(step) || step.kind === 'oven') && step.state === 'done')
    .map(({ endedAtMs }) => endedAtMs!);
  return batch.recordHash === undefined || ended.length === 0 ? undefined : Math.max(...ended);
}

/** Whether a second look is due now, after light that ended then. */
export const laterDue = (litAtMs: number, nowMs: number): boolean =>
  nowMs >= litAtMs + LATER_AFTER_MS && nowMs < litAtMs + LATER_UNTIL_MS;

/**
 * Takes pieces of a sealed batch back onto the bench as a batch of their own: with all that was done to them, at a look.
 * Their time in solvent and their light go on counting. The sealed record stays as it is.
 * @param back pieces that came back, all of them at most; of which kinds, where several are in it
 */
export function decideTakeBack(
  batch: BatchState,
  {
    what,
    into,
    ...back
  }: TakenOut & { readonly what: LaterLook; readonly into: { readonly id: string; readonly name: string } },
  now: Moment,
): Result<BatchEvent, Refusal> {
  if (batch.recordHash === undefined)
    return refuse({
      code: 'NOT_SEALED',
      message: `${batch.name} is still on the bench.`,
      remedy: 'Split it, or answer its look.',
    });
  const count = back.pieces?.reduce((sum, one) => sum + one.count, 0) ?? back.count ?? 0;
  if (!(Number.isInteger(count) && count >= 1 && count <= batch.count))
    return refuse({
      code: 'SPLIT_COUNT',
      message: `${batch.name} had ${batch.count} pieces: ${count} cannot have come back.`,
      field: 'count',
    });
  const pieces = cameBack(batch, back);
  if (!pieces.ok) return pieces;
  const done = batch.steps.filter(({ kind, state }) => state === 'done' && kind !== 'seal');
  const { station } = batch.steps.findLast(isLookAfter) ?? batch.steps.at(-1)!;
  const ahead = numbered([blankOf({ type: 'look-cured', station }), blankOf({ type: 'seal', station })], batch.steps);
  const { flag: _, held: __, scrapped: _____, recordHash, dueAtMs: ___, priority: ____, ...rest } = batch;
  return ok({
    ...now,
    type: 'created',
    batch: {
      ...rest,
      ...into,
      createdAtMs: now.atMs,
      ...pieces.value,
      plateAreaMm2: (batch.plateAreaMm2 * count) / batch.count,
      clingingMg: ['0', '0', '0'],
      broken: 0,
      breakages: undefined,
      sizes: undefined,
      note: undefined,
      steps: [...done, ...ahead],
      returned: { from: batch.name, hash: recordHash, what },
    },
  });
}
