import type { BatchReply, ColourCommand } from '@north-step/contract';
import type { Refusal, Result } from '@north-step/core/result';
import {
  type BatchEvent,
  type BatchState,
  type BenchNow,
  decideColourBefore,
  decideExtend,
  decideFinish,
  decideLifted,
  decideLook,
  decideStart,
  decideStay,
  finishDry,
  finishWash,
  type Look,
  type Moment,
  type Occupancy,
  parcelToText,
  ranS,
  type Step,
  stepById,
} from '@north-step/core/route';
import { clockText, micronText } from '@north-step/core/units';
import type { Static } from 'typebox';
import { addBurnt, allStations, benchNow, litSoFar, parcelOf, vesselById } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { runCommand } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { needPhoto } from '../photos/index.ts';
import { seal } from '../records/index.ts';
import { book, markSettled, settleLoss } from '../solvent/index.ts';
import { loadBatch, record, refuseClosed } from './store.ts';

type Command = { readonly commandId: string; readonly by?: string };
type Deed = { readonly tx: Queryable; readonly batch: BatchState; readonly bench: BenchNow; readonly now: Moment };

/** Every command on a batch: load, decide with core, write facts and state, answer with the batch. */
export function act(
  context: Context,
  batchId: string,
  kind: string,
  command: Command,
  decide: (deed: Deed) => Promise<Result<BatchEvent[], Refusal>> | Result<BatchEvent[], Refusal>,
  effects: (deed: Deed, events: readonly BatchEvent[]) => Promise<readonly BatchEvent[]> = async (_, events) => events,
): Promise<BatchReply> {
  return runCommand(context, { commandId: command.commandId, kind: `batch.${kind}` }, async (tx) => {
    const [batch, bench] = await Promise.all([loadBatch(tx, batchId), benchNow(tx, context.nowMs())]);
    refuseClosed(batch);
    const deed: Deed = {
      tx,
      batch,
      bench,
      now: { atMs: context.nowMs(), by: command.by ?? 'workshop' },
    };
    const decided = await decide(deed);
    if (!decided.ok) throw new Refused(decided.refusal);
    const events = await effects(deed, decided.value);
    const after = events.length > 0 ? await record(tx, batch, events, command.commandId) : batch;
    const sealed = events.some((event) => event.type === 'sealed');
    const looked = events.some(
      (event) => event.type === 'looked' && stepById(after, event.stepId)?.kind === 'look-cured',
    );
    return {
      reply: { batch: after },
      topics: [
        'bench',
        'batches',
        `batch:${batchId}`,
        'solvent',
        ...(sealed ? ['records'] : []),
        ...(looked ? [`looked:${batchId}`] : []),
      ],
    };
  });
}

export function startStep(context: Context, batchId: string, stepId: string, command: Command): Promise<BatchReply> {
  return act(context, batchId, `start.${stepId}`, command, async ({ tx, batch, bench, now }) =>
    decideStart(batch, stepId, bench, await occupancy(tx, batchId), now),
  );
}

/** Who is at each station now, in one read: every start asks for it. */
async function occupancy(tx: Queryable, exceptBatchId: string): Promise<Occupancy> {
  const rows = await tx.many<{ id: string; capacity: number; batches: readonly string[] }>(sql`
    SELECT s.id, s.capacity,
           coalesce((SELECT jsonb_agg(b.name ORDER BY b.created_at) FROM batch b
                      WHERE b.sealed_at IS NULL AND b.id <> ${exceptBatchId}
                        AND jsonb_path_exists(b.state, '$.steps[*] ? (@.state == "running" && @.station == $at)', jsonb_build_object('at', s.id))),
                    '[]'::jsonb) AS batches
      FROM station s`);
  return Object.fromEntries(rows.map(({ id, capacity, batches }) => [id, { capacity, batches }]));
}

export function extendStep(
  context: Context,
  batchId: string,
  stepId: string,
  command: Command & { addS: number },
): Promise<BatchReply> {
  return act(context, batchId, `extend.${stepId}`, command, ({ batch, now }) =>
    decideExtend(batch, stepId, command.addS, now),
  );
}

export async function lookAt(
  context: Context,
  batchId: string,
  stepId: string,
  command: Command & Look,
): Promise<BatchReply> {
  if (command.colour) await needPhoto(context.db, command.colour.photoSha256);
  return act(context, batchId, `look.${stepId}`, command, ({ batch, bench, now }) =>
    decideLook(batch, stepId, command, bench, now),
  );
}

export async function colourBefore(
  context: Context,
  batchId: string,
  { colour, ...command }: Static<typeof ColourCommand>,
): Promise<BatchReply> {
  await needPhoto(context.db, colour.photoSha256);
  return act(context, batchId, 'colour', command, ({ batch, now }) => decideColourBefore(batch, colour, now));
}

export function stayIn(
  context: Context,
  batchId: string,
  stepId: string,
  command: Command & { because: string },
): Promise<BatchReply> {
  return act(context, batchId, `stay.${stepId}`, command, ({ batch, now }) =>
    decideStay(batch, stepId, command.because, now),
  );
}

export function flagBatch(
  context: Context,
  batchId: string,
  command: Command & { note: string | null },
): Promise<BatchReply> {
  return act(context, batchId, 'flag', command, ({ now }) => ({
    ok: true,
    value: [command.note === null ? { ...now, type: 'unflagged' } : { ...now, type: 'flagged', note: command.note }],
  }));
}

/** Finishing moves solvent after washes and drying, and seals the record at the end. */
export function finishStep(
  context: Context,
  batchId: string,
  stepId: string,
  { liftedAtMs, ...command }: Command & { liftedAtMs?: number },
): Promise<BatchReply> {
  return act(
    context,
    batchId,
    `finish.${stepId}`,
    command,
    ({ batch, bench, now }) =>
      liftedAtMs === undefined
        ? decideFinish(batch, stepId, bench, now)
        : decideLifted(batch, stepId, liftedAtMs, bench, now),
    async (deed, events) => {
      const kind = stepById(deed.batch, stepId)?.kind;
      if (kind === 'wash' || kind === 'rinse') return washEffects(context, deed, stepId, command.commandId, events);
      if (kind === 'dry') return dryEffects(context, deed, command.commandId, events, stepId);
      if (kind === 'cure') return lightEffects(deed, stepId, events);
      if (kind === 'seal') return [...(await seal(context, deed.tx, deed.batch, stepId, deed.now))];
      return events;
    },
  );
}

/** A sensor that was heard this lately says how it went on until the end. */
const HEARD_MS = 25_000;

/** The lamp has burnt while the parts were in it; the light that its own sensor saw stays with the step. */
async function lightEffects({ tx, batch, now }: Deed, stepId: string, events: readonly BatchEvent[]) {
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

async function washEffects(
  context: Context,
  deed: Deed,
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
            clingingMg: parcelToText(done.clinging),
            knew: { ...event.knew, ...done.knew },
          }
        : event,
  );
}

/** The vessel that the parts came from wet, if any. */
function bathBefore(
  batch: BatchState,
  step: Step,
  stations: Awaited<ReturnType<typeof allStations>>,
): string | undefined {
  const at = batch.steps.indexOf(step);
  const before = batch.steps.slice(0, at).findLast((other) => ['wash', 'rinse', 'dry'].includes(other.kind));
  return before && before.kind !== 'dry'
    ? (stations.find((row) => row.id === before.station)?.vessel_id ?? undefined)
    : undefined;
}

async function dryEffects(
  context: Context,
  deed: Deed,
  commandId: string,
  events: readonly BatchEvent[],
  stepId: string,
) {
  const { tx, batch, now } = deed;
  await book(tx, {
    id: context.newId(),
    ...now,
    kind: 'dry',
    note: `${batch.name} dried`,
    commandId,
    batchId: batch.id,
    lines: finishDry(batch),
  });
  return events.map(
    (event): BatchEvent =>
      event.type === 'finished' && event.stepId === stepId ? { ...event, clingingMg: ['0', '0', '0'] } : event,
  );
}
