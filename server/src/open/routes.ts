import { LookAtSheet, SheetLook, SheetParams, ShopImport, ShopImportQuery } from '@north-step/contract';
import type { SheetKind } from '@north-step/core/sheet';
import type { FastifyInstance } from 'fastify';
import { withCopy } from '../backup/index.ts';
import { benchSetting } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { sql } from '../db/index.ts';
import type { Handlings } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { keepZone } from '../zone.ts';
import { exportShop } from './exportShop.ts';
import { importShop, isEmpty } from './importShop.ts';
import { BadShop, readShop } from './readShop.ts';
import { lookAtSheet, takeSheet } from './sheet.ts';

const MOST_BYTES = 512 * 1024 * 1024;

export const OPEN_HANDLINGS = { 'sheet.take': { work: takeSheet } } satisfies Partial<Handlings>;

/** Everything out in open files, and in again. */
export async function openRoutes(app: FastifyInstance, context: Context): Promise<void> {
  const { db } = context;
  app.post<{ Params: { sheet: SheetKind }; Body: LookAtSheet }>(
    '/api/sheets/:sheet/look',
    {
      schema: {
        summary: 'What would come of a spreadsheet: tried whole, nothing kept',
        params: SheetParams,
        body: LookAtSheet,
        response: { 200: SheetLook },
      },
    },
    ({ params: { sheet }, body }) => lookAtSheet(context, sheet, body),
  );
  let exporting: Promise<Buffer> | undefined;
  app.get(
    '/api/shop.zip',
    { schema: { summary: 'Everything that the shop is, as one zip of open files' } },
    async (_, reply) => {
      exporting ??= withCopy(db, (copy) => exportShop(copy, context.nowMs())).finally(() => {
        exporting = undefined;
      });
      const day = new Date(context.nowMs()).toISOString().slice(0, 10);
      return reply
        .type('application/zip')
        .header('content-disposition', `attachment; filename="north-step-shop-${day}.zip"`)
        .send(await exporting);
    },
  );
  await app.register(async (inner) => {
    inner.addContentTypeParser(
      ['application/zip', 'application/octet-stream'],
      { parseAs: 'buffer', bodyLimit: MOST_BYTES },
      (_, body, done) => done(null, body),
    );
    inner.post<{ Querystring: ShopImportQuery; Body: Buffer }>(
      '/api/shop',
      {
        bodyLimit: MOST_BYTES,
        schema: {
          summary: 'Take a whole shop in where nothing stands yet: all of it or nothing',
          querystring: ShopImportQuery,
          response: { 200: ShopImport },
        },
      },
      ({ query: { dryRun = false }, body }) => takeShop(context, body, dryRun),
    );
  });
}

/** What changes for whoever looks, when a whole shop has come in. */
const ALL_TOPICS = [
  'bench',
  'batches',
  'solvent',
  'records',
  'resins',
  'routes',
  'lamps',
  'layout',
  'reclaim',
  'waste',
] as const;

/** @throws Refused where something stands already, or what was sent is no zip */
async function takeShop({ db, live, nowMs }: Context, body: Buffer, dryRun: boolean): Promise<ShopImport> {
  if (!Buffer.isBuffer(body) || body.length === 0)
    throw new Refused({ code: 'BAD_VALUE', message: 'Send the zip itself as application/zip.' });
  const empty = await isEmpty(db);
  if (!empty && !dryRun)
    throw new Refused({
      code: 'ALREADY_SET_UP',
      message: 'Something stands here already: a shop is taken in only where nothing does. Nothing was changed.',
      remedy: 'Start North Step with a new data folder, and take it in there.',
    });
  try {
    const { schema } = await db.one<{ schema: number }>(sql`SELECT max(number)::int AS schema FROM migration`);
    const shop = readShop(body, schema);
    // where something stands, rows can be looked at and not tried
    const rows = empty
      ? await importShop(db, shop, { nowMs: nowMs(), keep: !dryRun })
      : Object.fromEntries(shop.manifest.tables.map((table) => [table.name, table.rows]));
    if (!dryRun) {
      const { ways } = await benchSetting(db);
      keepZone(ways?.zone);
      live.publish([...ALL_TOPICS]);
    }
    return { taken: !dryRun, rows, problems: [] };
  } catch (error) {
    if (error instanceof BadShop) return { taken: false, rows: {}, problems: [...error.problems] };
    throw error;
  }
}
