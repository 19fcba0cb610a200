import type { BatchEvent, BatchState } from '../batch/index.ts';
import type { SizeFound } from '../caliper/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { plainNumber } from '../units/index.ts';
import { byBatch } from './deed.ts';
import { whichRefusal } from './manage.ts';
import type { Moment } from './moment.ts';

/** Further off than this it is a slip of a digit, not a part. */
const SLIP_SHARE = 0.5;

/** Writes down what a caliper showed. */
export function decideMeasure(
  batch: BatchState,
  { sizes }: { readonly sizes: readonly SizeFound[] },
  now: Moment,
): Result<BatchEvent[], Refusal> {
  for (const [i, { name, which, nominalMm, foundMm, piece }] of sizes.entries()) {
    const unknown = whichRefusal(batch, which, 'was measured');
    if (unknown) return refuse({ ...unknown, field: `sizes.${i}.which` });
    if (Math.abs(foundMm - nominalMm) > SLIP_SHARE * nominalMm)
      return refuse({
        code: 'BAD_VALUE',
        message: `${name}: ${plainNumber(foundMm)} mm where ${plainNumber(nominalMm)} mm was meant cannot be. Nothing was kept.`,
        remedy: 'Look for a slip of a digit, or of inches.',
        field: `sizes.${i}.foundMm`,
      });
    if (piece !== undefined && piece > batch.count)
      return refuse({
        code: 'BAD_VALUE',
        message: `${batch.name} has ${batch.count} pieces: there is no piece ${piece}. Nothing was kept.`,
        field: `sizes.${i}.piece`,
      });
  }
  return ok([{ ...now, type: 'measured', sizes }]);
}

export const SIZE_DEEDS = { 'batch.measure': byBatch(decideMeasure) };
