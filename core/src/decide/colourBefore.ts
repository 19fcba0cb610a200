import type { BatchEvent, BatchState } from '../batch/index.ts';
import type { PhotoColour } from '../colour/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { isCure } from '../route/index.ts';
import { byBatch } from './deed.ts';
import type { Moment } from './moment.ts';

/** Keeps the colour of the parts before any light. */
export function decideColourBefore(batch: BatchState, photo: PhotoColour, now: Moment): Result<BatchEvent[], Refusal> {
  const lit = batch.steps.find((one) => isCure(one) && one.state !== 'waiting');
  if (lit)
    return refuse({
      code: 'ALREADY_LIT',
      message: `${batch.name} has had light already: this is no photo from before. It was not kept.`,
      remedy: 'At the look, lay an unlit piece beside it and mark that.',
    });
  const { photoSha256, part, noiseDb } = photo;
  return ok([{ ...now, type: 'coloured', before: { photoSha256, lab: part, noiseDb } }]);
}

export const COLOUR_DEEDS = {
  'batch.colour': byBatch<{ readonly colour: PhotoColour }>((batch, { colour }, now) =>
    decideColourBefore(batch, colour, now),
  ),
};
