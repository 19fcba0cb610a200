import { type BatchEvent, type BatchState, HEARD_MS, ranS, type Step, stepById } from '@north-step/core/batch';
import { finishDry, finishWash, parcelToText, type WashSeen } from '@north-step/core/plan';
import { isDrying, isWet } from '@north-step/core/route';
import { clockText, micronText } from '@north-step/core/units';
import { addBurnt, allStations, parcelOf, vesselById } from '../bench/index.ts';
import type { Context } from '../context.ts';
import type { Queryable } from '../db/index.ts';
import { litSoFar, washesSoFar } from '../devices/index.ts';
import { Refused } from '../http/errors.ts';
import { book, markSettled, settleLoss } from '../solvent/index.ts';
import type { Acting } from './write.ts';

/** The lamp has burnt while the parts were in it; the light that its own sensor saw stays with the step. */
export async function lightEffects({ tx, batch, now }: Acting, stepId: string, events: readonly BatchEvent[]) {
  const step = stepById(batch, stepId)!;
  await addBurnt(tx, step.station, ranS(step, now.atMs));
  const seen = (await litSoFar(tx, [batch]))[batch.id];
  if (!seen) return events;
  const afterMs = now.atMs - seen.lastAtMs;
  const litS = Math.round(seen.litS + (afterMs < HEARD_MS ? (seen.lastShare * afterMs) / 1000 : 0));
  return events.map(
    (event): BatchEvent =>
      event.type === 'finished' && event.stepId === stepId ? { ...event, knew: { ...event.knew, litS } } : event,
  );
}

export async function washEffects(
  context: Context,
  deed: Acting,
  stepId: string,
  commandId: string,
  events: readonly BatchEvent[],
) {
  const { tx, batch, bench, now } = deed;
  const step = stepById(batch, stepId)!;
  const stations = await allStations(tx);
  const station = stations.find((row) => row.id === step.station);
  const found = station?.vessel_id ? await vesselById(tx, station.vessel_id) : undefined;
  if (!found) throw new Refused({ code: 'NO_VESSEL', message: `${step.title} has no bath set.` });
  const command = { commandId, by: now.by };
  const vessel = await settleLoss(context, tx, found, command, step.startedAtMs!);
  const liftedAtMs = events.find(({ type }) => type === 'finished')?.atMs ?? now.atMs;
  const done = finishWash(
    batch,
    step,
    liftedAtMs,
    { id: vessel.id, held: parcelOf(vessel), surfaceM2: vessel.surface_m2 },
    bench,
    await washSeen(tx, batch, liftedAtMs),
  );
  const seconds = (liftedAtMs - step.startedAtMs!) / 1000;
  await book(tx, {
    id: context.newId(),
    ...now,
    kind: 'wash',
    note: `${batch.name} ${clockText(seconds)} in ${vessel.name}; ${micronText(done.filmUm)} of film left`,
    commandId,
    batchId: batch.id,
    lines: done.lines,
    deeds: [
      {
        kind: 'wash',
        bath: vessel.id,
        resin: batch.card.id,
        ...done.moved,
        carriedFrom: bathBefore(batch, step, stations),
      },
    ],
  });
  await markSettled(tx, vessel.id, now.atMs);
  return events.map(
    (event): BatchEvent =>
      event.type === 'finished'
        ? {
            ...event,
            filmUm: done.filmUm,
            recessUm: done.recessUm,
            clingingMg: parcelToText(done.clinging),
            knew: { ...event.knew, ...done.knew },
          }
        : event,
  );
}

/** What the wash unit told until now; after its last word it went on as it was. */
async function washSeen(tx: Queryable, batch: BatchState, liftedAtMs: number): Promise<WashSeen | undefined> {
  const seen = (await washesSoFar(tx, [batch]))[batch.id];
  if (!seen) return undefined;
  const { stirredS, lastStirring, lastAtMs, tempC } = seen;
  return { stirredS: stirredS + (lastStirring ? Math.max(0, (liftedAtMs - lastAtMs) / 1000) : 0), tempC };
}

/** The vessel that the parts came from wet, if any. */
function bathBefore(
  batch: BatchState,
  step: Step,
  stations: Awaited<ReturnType<typeof allStations>>,
): string | undefined {
  const at = batch.steps.indexOf(step);
  const before = batch.steps.slice(0, at).findLast((other) => isWet(other) || isDrying(other));
  return before && !isDrying(before)
    ? (stations.find((row) => row.id === before.station)?.vessel_id ?? undefined)
    : undefined;
}

export async function dryEffects(
  context: Context,
  deed: Acting,
  commandId: string,
  events: readonly BatchEvent[],
  stepId: string,
) {
  await bookDry(context, deed, commandId, 'dried');
  return events.map(
    (event): BatchEvent =>
      event.type === 'finished' && event.stepId === stepId ? { ...event, clingingMg: ['0', '0', '0'] } : event,
  );
}

/** What clings to parts leaves them: vapour to the air, its resin stays. @param what became of the batch */
export const bookDry = (
  context: Context,
  { tx, batch, now }: Pick<Acting, 'tx' | 'batch' | 'now'>,
  commandId: string,
  what: string,
) =>
  book(tx, {
    id: context.newId(),
    ...now,
    kind: 'dry',
    note: `${batch.name} ${what}`,
    commandId,
    batchId: batch.id,
    lines: finishDry(batch),
  });
