import {
  applyEvent,
  type BatchEvent,
  type BatchState,
  firstLookOf,
  outcomeOf,
  summaryOf,
} from '@north-step/core/batch';
import { type Queryable, type Sql, sql } from '../db/index.ts';
import { Refused, unknown } from '../http/errors.ts';

export async function loadBatch(db: Queryable, id: string): Promise<BatchState> {
  const row = await db.maybeOne<{ state: BatchState }>(sql`SELECT state FROM batch WHERE id = ${id}`);
  if (!row) throw unknown('batch', id);
  return row.state;
}

/** A batch as a command has read it, with the version that it writes over. */
export type Held = { readonly batch: BatchState; readonly version: number };
/** Reads a batch to change it. Whoever else changes it in the same moment is refused, or refuses this. */
export async function holdForChange(tx: Queryable, id: string): Promise<Held> {
  const row = await tx.maybeOne<{ state: BatchState; version: number }>(
    sql`SELECT state, version FROM batch WHERE id = ${id}`,
  );
  if (!row) throw unknown('batch', id);
  return { batch: row.state, version: row.version };
}

/** Every batch that is on the bench, to be changed. */
export const openHeld = (tx: Queryable): Promise<readonly Held[]> =>
  tx.many<Held>(sql`SELECT state AS batch, version FROM batch WHERE sealed_at IS NULL ORDER BY created_at`);

/** A sealed batch does not change any more, nor one that became part of another. */
export function refuseClosed(batch: BatchState): void {
  if (batch.recordHash)
    throw new Refused({ code: 'SEALED', message: `${batch.name} is sealed; its record does not change.` });
  if (batch.mergedInto)
    throw new Refused({
      code: 'MERGED',
      message: `${batch.name} became part of ${batch.mergedInto}.`,
      remedy: 'Go on with that one.',
    });
}

export async function eventsOf(db: Queryable, id: string): Promise<readonly BatchEvent[]> {
  return (
    await db.many<{ payload: BatchEvent }>(sql`SELECT payload FROM event WHERE batch_id = ${id} ORDER BY seq`)
  ).map((row) => row.payload);
}

/** Facts after which a batch is no longer on the bench. */
const CLOSING: ReadonlySet<BatchEvent['type']> = new Set(['sealed', 'scrapped', 'merged']);

/**
 * Writes the facts and the state they lead to, in the caller's transaction: over the version that was read, or as a new batch.
 * @returns the new state
 * @throws Refused with BATCH_CHANGED when another has written meanwhile
 */
export async function record(
  tx: Queryable,
  before: Held | undefined,
  events: readonly BatchEvent[],
  commandId: string,
): Promise<BatchState> {
  const after = events.reduce<BatchState | undefined>(applyEvent, before?.batch);
  if (!after) throw new Error('record: a batch begins with its created event');
  const rows = events.map((event) => ({
    at: new Date(event.atMs).toISOString(),
    type: event.type,
    by: event.by,
    payload: event,
  }));
  const sealedAt = events.find((event) => CLOSING.has(event.type))?.atMs;
  const search = [after.name, after.part.name, after.card.name, after.lot, after.customer ?? '', after.note ?? '']
    .join(' ')
    .toLowerCase();
  const facts = sql`
    INSERT INTO event (at, batch_id, type, by, payload, command_id)
    SELECT at, ${after.id}::text, type, by, payload, ${commandId}::text
      FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) AS fact (at timestamptz, type text, by text, payload jsonb)`;
  const row = {
    dueAt: after.dueAtMs === undefined ? null : new Date(after.dueAtMs),
    sealedAt: sealedAt === undefined ? null : new Date(sealedAt),
    flagged: after.flag !== undefined || after.held !== undefined,
    search,
    outcome: outcomeOf(after),
    firstLook: firstLookOf(after)?.outcome ?? null,
    summary: JSON.stringify(summaryOf(after)),
    state: JSON.stringify(after),
  };
  const batch = before ? overwritten(after, before.version, row) : inserted(after, row);
  const written = await tx.maybeOne(sql`WITH told AS (${facts}) ${batch} RETURNING id`);
  if (!written)
    throw new Refused({
      code: 'BATCH_CHANGED',
      message: `${after.name} was changed in the same moment. Nothing of this was done.`,
      remedy: 'Look at it, and press again.',
    });
  return after;
}

type Row = {
  readonly dueAt: Date | null;
  readonly sealedAt: Date | null;
  readonly flagged: boolean;
  readonly search: string;
  readonly outcome: string;
  readonly firstLook: string | null;
  readonly summary: string;
  readonly state: string;
};

const inserted = ({ id, name, createdAtMs, route }: BatchState, row: Row): Sql => sql`
  INSERT INTO batch (id, name, created_at, due_at, sealed_at, flagged, search, route_id, outcome, first_look, summary, state, version)
  VALUES (${id}, ${name}, ${new Date(createdAtMs)}, ${row.dueAt}, ${row.sealedAt}, ${row.flagged}, ${row.search}, ${route?.id ?? 'two-baths'}, ${row.outcome}, ${row.firstLook},
          ${row.summary}, ${row.state}, 1)`;

/** No row where another has written over that version. */
const overwritten = ({ id }: BatchState, version: number, row: Row): Sql => sql`
  UPDATE batch
     SET state = ${row.state}, summary = ${row.summary}, flagged = ${row.flagged}, search = ${row.search}, due_at = ${row.dueAt}, outcome = ${row.outcome}, first_look = ${row.firstLook},
         sealed_at = coalesce(${row.sealedAt}, batch.sealed_at), version = version + 1
   WHERE id = ${id} AND version = ${version}`;

const BIRDS = [
  'Tern',
  'Knot',
  'Petrel',
  'Skua',
  'Eider',
  'Fulmar',
  'Gannet',
  'Plover',
  'Dunlin',
  'Avocet',
  'Curlew',
  'Dipper',
  'Godwit',
  'Heron',
  'Linnet',
  'Merlin',
  'Osprey',
  'Pipit',
  'Redshank',
  'Siskin',
] as const;

/** Names are easy to say across a room: a bird, and a number that grows once every bird had its turn. */
export const batchName = (earlier: number): string =>
  `${BIRDS[earlier % BIRDS.length]} ${Math.floor(earlier / BIRDS.length) + 1}`;
