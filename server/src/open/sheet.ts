import type { LookAtSheet, SheetLook, Topic } from '@north-step/contract';
import { TYPICAL_WALL_MM } from '@north-step/core/part';
import { type RawReading, READING_KINDS, readingFields } from '@north-step/core/reading';
import { ROUTE_TEMPLATES } from '@north-step/core/route';
import { matchColumns, type RowProblem, readRows, SHEETS, type SheetKind, type SheetRow } from '@north-step/core/sheet';
import Papa from 'papaparse';
import { createBatch } from '../batches/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler, Said } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { takeReading } from '../solvent/index.ts';

/** Rows that are worked at once: nobody else writes meanwhile. */
const MOST_ROWS = 200;
const MOST_PROBLEMS = 200;
const DRIP_S = 300;

type Scene = { readonly tx: Queryable; readonly context: Context; readonly command: Said };
type Taken = { readonly topics: readonly Topic[] };
type Names = ReadonlyMap<string, string>;

/** A row as the work of the command that a person would have pressed. */
const pressed = <Body extends object>(scene: Scene, body: Body) => ({
  ...scene,
  nowMs: scene.context.nowMs(),
  params: {},
  body,
  command: { ...scene.command, ...body },
});

/** How a row of each kind is done: by the command that a person would have given. */
const DO: Readonly<
  Record<
    SheetKind,
    (scene: Scene, row: SheetRow, names: Readonly<Record<'resins' | 'routes' | 'baths', Names>>) => Promise<Taken>
  >
> = {
  batches: async (scene, row, { resins, routes }) => {
    const body = {
      cardId: known(resins, row.resin, 'resin'),
      lot: String(row.lot),
      count: Number(row.count),
      dripS: Number(row.dripS ?? DRIP_S),
      part: {
        name: String(row.part),
        areaMm2: 100 * Number(row.areaCm2),
        heightMm: Number(row.heightMm),
        wallMm: Number(row.wallMm ?? TYPICAL_WALL_MM),
      },
      ...(row.route !== undefined && { routeId: known(routes, row.route, 'route') }),
      ...(row.customer !== undefined && { customer: String(row.customer) }),
      ...(row.due !== undefined && { dueAtMs: Number(row.due) }),
      ...(row.priority !== undefined && { priority: row.priority as 'usual' }),
      ...(row.note !== undefined && { note: String(row.note) }),
    };
    return createBatch(pressed(scene, body));
  },
  readings: async (scene, row, { baths }) => {
    const kind = READING_KINDS.find((one) => one === row.kind)!;
    const missing = Object.keys(readingFields(kind)).find((name) => row[name] === undefined);
    if (missing)
      throw new Refused({
        code: 'BAD_VALUE',
        field: missing,
        message: `A reading of the kind ${kind} needs ${missing}.`,
      });
    const reading = {
      kind,
      ...Object.fromEntries(Object.keys(readingFields(kind)).map((name) => [name, row[name]])),
    } as RawReading;
    const body = {
      vesselId: known(baths, row.bath, 'bath'),
      reading,
      takenAtMs: Number(row.at),
      ...(row.note !== undefined && { note: String(row.note) }),
    };
    return takeReading(pressed(scene, body));
  },
};

/** The id of what a row names. @throws Refused */
function known(names: Names, name: string | number | undefined, field: string): string {
  const id = names.get(String(name).toLowerCase());
  if (id === undefined) throw new Refused({ code: 'UNKNOWN_ID', field, message: `Nothing here is called “${name}”.` });
  return id;
}

async function namesOf(tx: Queryable) {
  const [resins, routes, baths] = await Promise.all([
    tx.many<{ id: string; name: string }>(
      sql`SELECT DISTINCT ON (id) id, name FROM resin_card ORDER BY id, version DESC`,
    ),
    tx.many<{ id: string; name: string }>(sql`SELECT DISTINCT ON (id) id, name FROM route ORDER BY id, version DESC`),
    tx.many<{ id: string; name: string }>(sql`SELECT id, name FROM vessel WHERE retired_at IS NULL`),
  ]);
  const named = (rows: readonly { id: string; name: string }[]) =>
    new Map(rows.flatMap(({ id, name }) => [[id.toLowerCase(), id] as const, [name.toLowerCase(), id] as const]));
  return { resins: named(resins), routes: named([...ROUTE_TEMPLATES, ...routes]), baths: named(baths) };
}

type Worked = SheetLook & { readonly topics: readonly Topic[] };

/** Does every row of a sheet, and says what is wrong with each that cannot be done. What comes of it is for the caller to keep or not. */
async function workSheet(scene: Scene, kind: SheetKind, { text, columns: chosen }: LookAtSheet): Promise<Worked> {
  const fields = SHEETS[kind];
  const parsed = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: 'greedy' });
  const heads = (parsed.meta.fields ?? []).filter((head) => head !== '');
  const columns = chosen ?? matchColumns(heads, fields);
  const strange = Object.values(columns).find((head) => !heads.includes(head));
  const broken = parsed.errors
    .filter(({ code }) => code !== 'UndetectableDelimiter')
    .map(({ row, message }): RowProblem => ({ ...(row !== undefined && { row: row + 1 }), message }));
  const read = readRows(parsed.data, columns, fields);
  const problems: RowProblem[] = [
    ...(strange === undefined ? [] : [{ message: `There is no column “${strange}” in it.` }]),
    ...(parsed.data.length > MOST_ROWS
      ? [{ message: `It holds ${parsed.data.length} rows; ${MOST_ROWS} are taken at once.` }]
      : []),
    ...broken,
    ...read.problems,
  ];
  const topics = new Set<Topic>();
  if (parsed.data.length <= MOST_ROWS) {
    const names = await namesOf(scene.tx);
    for (const { row, values } of read.rows)
      try {
        for (const topic of (await DO[kind](scene, values, names)).topics) topics.add(topic);
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        const { field, message } = error.refusal;
        problems.push({ row, ...(field && { field }), message });
      }
  }
  const inOrder = problems.sort((a, b) => (a.row ?? 0) - (b.row ?? 0)).slice(0, MOST_PROBLEMS);
  return { heads, columns, rows: parsed.data.length, problems: inOrder, topics: [...topics] };
}

class OnlyLooked extends Error {}
/** What would come of a sheet: it is tried whole, and nothing of it is kept. */
export async function lookAtSheet(context: Context, kind: SheetKind, asked: LookAtSheet): Promise<SheetLook> {
  let look: Worked | undefined;
  const command = { commandId: context.newId(), by: 'workshop' };
  await context.db
    .transaction(async (tx) => {
      look = await workSheet({ tx, context, command }, kind, asked);
      throw new OnlyLooked();
    })
    .catch((error) => {
      if (!(error instanceof OnlyLooked)) throw error;
    });
  const { topics: _, ...shown } = look!;
  return shown;
}

/** Takes a sheet in: every row of it, or none. */
export const takeSheet: Handler<'sheet.take'> = async ({ tx, context, body: { sheet, ...asked }, command }) => {
  const said = { commandId: command.commandId, by: command.by };
  const { rows, problems, topics } = await workSheet({ tx, context, command: said }, sheet, asked);
  const [first] = problems;
  if (first)
    throw new Refused({
      code: 'BAD_SHEET',
      ...(first.field && { field: first.field }),
      message: `${first.row === undefined ? '' : `Row ${first.row}: `}${first.message}${problems.length > 1 ? ` And ${problems.length - 1} more.` : ''}`,
      remedy: 'Nothing was taken in. Mend the file, or choose other columns.',
    });
  return { reply: { rows }, topics };
};
