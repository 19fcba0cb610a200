import type { PartNote } from '@north-step/contract';
import { type BatchState, kindsOf } from '@north-step/core/batch';
import { loadBatch } from '../batches/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused } from '../http/errors.ts';

const MOST_NOTES = 2000;
type Row = {
  id: string;
  part: string;
  mesh_sha256: string | null;
  batch_id: string;
  batch_name: string;
  kind: PartNote['kind'];
  at_mm: [number, number, number] | null;
  text: string;
  at: Date;
  by: string;
};

/** Notes on parts, newest first; of one part when its name is given. */
export async function partNotes(db: Queryable, part = ''): Promise<readonly PartNote[]> {
  const rows = await db.many<Row>(sql`
    SELECT n.id, n.part, n.mesh_sha256, n.batch_id, b.name AS batch_name, n.kind, n.at_mm, n.text, n.at, n.by
      FROM part_note n JOIN batch b ON b.id = n.batch_id
     WHERE ${part} = '' OR n.part = ${part}
     ORDER BY n.seq DESC LIMIT ${MOST_NOTES}`);
  return rows.map((row) => ({
    id: row.id,
    part: row.part,
    meshSha256: row.mesh_sha256,
    batchId: row.batch_id,
    batchName: row.batch_name,
    kind: row.kind,
    atMm: row.at_mm,
    text: row.text,
    atMs: row.at.getTime(),
    by: row.by,
  }));
}

/** Writes a note on a part of a batch; a sealed batch can be noted as well: some faults show later. */
export const addPartNote: Handler<'batch.part-note'> = async ({ tx, context, params: { batchId }, command }) => {
  const batch = await loadBatch(tx, batchId);
  const { name, meshSha256 } = pieceOf(batch, command.meshSha256);
  const id = context.newId();
  const [atMs, by] = [context.nowMs(), command.by];
  const atMm = command.atMm ? JSON.stringify(command.atMm) : null;
  await tx.many(sql`
    INSERT INTO part_note (id, part, mesh_sha256, batch_id, kind, at_mm, text, at, by, command_id)
    VALUES (${id}, ${name}, ${meshSha256 ?? null}, ${batch.id}, ${command.kind}, ${atMm}::jsonb, ${command.text ?? ''},
            ${new Date(atMs)}, ${by}, ${command.commandId})`);
  const note: PartNote = {
    id,
    part: name,
    meshSha256: meshSha256 ?? null,
    batchId: batch.id,
    batchName: batch.name,
    kind: command.kind,
    atMm: command.atMm ? [...command.atMm] : null,
    text: command.text ?? '',
    atMs,
    by,
  };
  return { reply: { note }, topics: ['parts'] };
};

/** The part of the plate that is meant. */
function pieceOf({ name, part, count }: BatchState, meshSha256: string | undefined) {
  const pieces = kindsOf(part, count);
  const piece = meshSha256 === undefined ? pieces[0] : pieces.find((one) => one.meshSha256 === meshSha256);
  if (!piece)
    throw new Refused({ code: 'BAD_VALUE', message: `No part of ${name} has that file.`, field: 'meshSha256' });
  return piece;
}
