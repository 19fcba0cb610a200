import { applyEvent, type BatchEvent, currentStep, ranS, stepById } from '@north-step/core/batch';
import { decideUndo, type Told } from '@north-step/core/decide';
import { ok, type Refusal, type Result, refuse } from '@north-step/core/result';
import { isCure } from '@north-step/core/route';
import { type Posting, reversalOf } from '@north-step/core/solvent';
import { addBurnt } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { book } from '../solvent/index.ts';
import { type Noting, note, occupancy } from './write.ts';

/** Takes the last command on a batch back: its facts by one that reverses them, what it moved by mirror postings. */
export const undo: Handler<'batch.undo'> = (work) => {
  const { undoes, commandId } = work.command;
  return note(
    work,
    (deed) => decide(deed, undoes),
    async (deed, events) => {
      await takeBackMovements(work.context, deed, undoes, commandId);
      await takeBackLampHours(deed, events);
      return events;
    },
  );
};

async function decide({ tx, batch, now }: Noting, undoes: string): Promise<Result<BatchEvent[], Refusal>> {
  const decided = decideUndo(await toldOf(tx, batch.id), undoes, now);
  if (!decided.ok) return decided;
  const again = currentStep(applyEvent(batch, decided.value));
  const already = again && stepById(batch, again.id)?.state === 'running';
  const place = again?.state === 'running' && !already ? (await occupancy(tx, batch.id))[again.station] : undefined;
  if (again && place && place.batches.length >= place.capacity)
    return refuse({
      code: 'STATION_BUSY',
      message: `${place.batches.join(' and ')} took its place meanwhile: ${again.title} of ${batch.name} cannot go on there.`,
      remedy: 'Lift that out first, or flag what went wrong (F).',
    });
  return ok([decided.value]);
}

/** Every fact of a batch in order, with the command it came from. */
async function toldOf(tx: Queryable, batchId: string): Promise<readonly Told[]> {
  const rows = await tx.many<{ payload: BatchEvent; command_id: string }>(
    sql`SELECT payload, command_id FROM event WHERE batch_id = ${batchId} ORDER BY seq`,
  );
  return rows.map(({ payload, command_id }) => ({ event: payload, commandId: command_id }));
}

type LineRow = { posting_id: string; account: string; solvent_mg: bigint; water_mg: bigint; resin_mg: bigint };
async function takeBackMovements(
  context: Context,
  { tx, batch, now }: Noting,
  undoes: string,
  commandId: string,
): Promise<void> {
  const postings = await tx.many<{ id: string; note: string }>(sql`
    SELECT p.id, p.note FROM ledger_posting p
     WHERE p.command_id = ${undoes} AND p.batch_id = ${batch.id} AND p.reverses IS NULL
       AND NOT EXISTS (SELECT 1 FROM ledger_posting r WHERE r.reverses = p.id)`);
  for (const { id, note } of postings) {
    const rows = await tx.many<LineRow>(sql`SELECT * FROM ledger_line WHERE posting_id = ${id}`);
    const original: Posting = {
      id,
      lines: rows.map((row) => ({ account: row.account, parcel: [row.solvent_mg, row.water_mg, row.resin_mg] })),
    };
    const reversal = reversalOf(original, context.newId(), new Set());
    if (!reversal.ok) throw new Error(`undo: ${reversal.refusal.code} of ${id}`);
    const { lines } = reversal.value;
    const booking = { id: reversal.value.id, ...now, kind: 'reversal', note: `took back: ${note}`, commandId };
    await book(tx, { ...booking, batchId: batch.id, reverses: id, lines });
  }
}

/** A cure that goes on has not yet burnt what its end had counted. */
async function takeBackLampHours({ tx, batch }: Noting, events: readonly BatchEvent[]): Promise<void> {
  const [event] = events;
  if (event?.type !== 'undone') return;
  const again = currentStep(applyEvent(batch, event));
  const ended =
    again !== undefined && isCure(again) && again.state === 'running' ? stepById(batch, again.id) : undefined;
  if (ended?.state === 'done') await addBurnt(tx, ended.station, -ranS(ended, ended.endedAtMs!));
}
