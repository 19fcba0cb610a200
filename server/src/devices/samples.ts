import type { Context } from '../context.ts';
import { lightKeeper } from './lightTrace.ts';
import { roomKeeper } from './roomTrace.ts';
import { type OnSamples, timed } from './timed.ts';
import { washKeeper } from './washTrace.ts';

/** Keeps what becomes a fact: light and wash while a batch is in it, the room now and then. The rest is shown and forgotten. */
export function sampleKeeper(context: Context): OnSamples {
  const light = lightKeeper(context);
  const wash = washKeeper(context);
  const room = roomKeeper(context);
  return async (from, samples) => {
    const known = timed(samples, context.nowMs());
    if (from.kind === 'lamp' && from.stationId) await light(from.stationId, known);
    if (from.kind === 'wash-unit' && from.stationId) await wash(from.stationId, known);
    if (from.kind === 'room-sensor' || from.kind === 'vapour-sensor') await room(from.id, known);
  };
}
