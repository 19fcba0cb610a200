import { type Queryable, sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import { called, nameTaken, told } from './keep.ts';

type Bath = { readonly id: string; readonly name: string; readonly solvent: string };

/** Baths of a line, in order, the dirtiest first; whatever stood in it and is not named stands by itself. */
export const arrangeLine: Handler<'layout.line'> = async (work) => {
  const { tx, context, body } = work;
  const name = called(body.name);
  const lineId = body.lineId ?? context.newId();
  const twin = await tx.maybeOne(
    sql`SELECT 1 AS one FROM bath_line WHERE lower(name) = lower(${name}) AND id <> ${lineId}`,
  );
  if (twin) throw nameTaken('There is already a line called', name);
  const baths: Bath[] = [];
  for (const stationId of new Set(body.baths)) baths.push(await bathAt(tx, stationId));
  const other = baths.find(({ solvent }) => solvent !== baths[0]!.solvent);
  if (other) throw twoLiquids(`${baths[0]!.name} and ${other.name}`);
  if (body.lineId === undefined)
    await tx.many(sql`
      INSERT INTO bath_line (id, name, place) SELECT ${lineId}, ${name}, coalesce(max(place), 0) + 1 FROM bath_line`);
  else {
    const known = await tx.maybeOne(sql`UPDATE bath_line SET name = ${name} WHERE id = ${lineId} RETURNING id`);
    if (!known) throw unknown('line', lineId);
  }
  await stand(tx, lineId, baths);
  return told(work, { what: 'arranged', name, baths: baths.map((bath) => bath.name) });
};

/** Gives a line its baths; without any it is given up, and its can, drum and bottle stand by themselves. */
async function stand(tx: Queryable, lineId: string, baths: readonly Bath[]): Promise<void> {
  const ids = JSON.stringify(baths.map(({ id }) => id));
  const leaves = sql`UPDATE vessel SET line_place = NULL, line_id = NULL
     WHERE (line_id = ${lineId} AND line_place IS NOT NULL) OR ${ids}::jsonb ? id`;
  await tx.many(leaves);
  await tx.many(sql`
    UPDATE vessel v SET line_id = ${lineId}, line_place = o.place
      FROM jsonb_array_elements_text(${ids}::jsonb) WITH ORDINALITY AS o (id, place) WHERE v.id = o.id`);
  if (baths.length > 0) return;
  await tx.many(sql`UPDATE vessel SET line_id = NULL WHERE line_id = ${lineId}`);
  await tx.many(sql`DELETE FROM bath_line WHERE id = ${lineId}`);
}

async function bathAt(tx: Queryable, stationId: string): Promise<Bath> {
  const row = await tx.maybeOne<Bath>(sql`
    SELECT v.id, s.name, v.solvent FROM station_there s JOIN vessel v ON v.id = s.vessel_id WHERE s.id = ${stationId}`);
  if (row) return row;
  throw new Refused({
    code: 'NO_VESSEL',
    message: `There is no bath “${stationId}” here. The line was left as it was.`,
    field: 'baths',
  });
}

/** A new bath stands at the clean end of a line. @throws Refused where the line holds another liquid */
export async function appendToLine(
  tx: Queryable,
  lineId: string,
  { id, solvent }: { readonly id: string; readonly solvent: string },
): Promise<void> {
  const line = await tx.maybeOne<{ name: string }>(sql`SELECT name FROM bath_line WHERE id = ${lineId}`);
  if (!line) throw unknown('line', lineId);
  const other = await tx.maybeOne<{ name: string }>(
    sql`SELECT name FROM vessel WHERE line_id = ${lineId} AND solvent <> ${solvent} LIMIT 1`,
  );
  if (other) throw twoLiquids(other.name);
  await tx.many(sql`
    UPDATE vessel SET line_id = ${lineId},
           line_place = (SELECT coalesce(max(line_place), 0) + 1 FROM vessel WHERE line_id = ${lineId}) WHERE id = ${id}`);
}

const twoLiquids = (between: string): Refused =>
  new Refused({
    code: 'TWO_LIQUIDS',
    message: `A line has one liquid: ${between} would make it two. Nothing was changed.`,
    remedy: 'Make another line for it.',
    field: 'baths',
  });
