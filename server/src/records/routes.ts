import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { type BookCheck, RecordAnchors, RecordFile, RecordList, RecordQuery } from '@north-step/contract';
import type { SealedRecord } from '@north-step/core/record';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { askingOf } from '../http/asking.ts';
import { sendCsv } from '../http/csv.ts';
import { Refused, unknown } from '../http/errors.ts';
import { Remembered } from '../live/remembered.ts';
import type { Printer } from '../pdf/index.ts';
import { bundle, certificateOf, withLater } from './bundle.ts';
import { recordCsv } from './csv.ts';
import { recordPaper } from './pdf.ts';
import { ChainWatch, chainFiles, dailyAnchors, findRecords, listRecords, newestAnchor, recordFile } from './queries.ts';

const Days = Type.Object({ days: Type.Optional(Type.Integer({ minimum: 1, maximum: 3660 })) });
const MOST_CSV_ROWS = 50_000;
const FileParams = Type.Object({ number: Type.Integer({ minimum: 1, maximum: 2 ** 31 }) });
type FileParams = { Params: Static<typeof FileParams> };

type ForRecords = {
  readonly printer: Printer;
  readonly lastCheck: () => BookCheck | undefined;
  /** where the built pages are, and with them the one that checks records by itself */
  readonly webFolder?: string;
};
const BundleQuery = Type.Object({
  internal: Type.Optional(Type.Boolean({ description: 'with what is for the workshop alone; default without' })),
});

/** The page that checks records with no server; a server without pages has none. */
async function verifierPage(webFolder: string | undefined): Promise<{ readonly verifier?: Uint8Array }> {
  const file = webFolder && path.join(webFolder, 'verify.html');
  return file && existsSync(file) ? { verifier: await readFile(file) } : {};
}

export function recordRoutes(app: FastifyInstance, context: Context, serving: ForRecords): void {
  lists(app, context, serving);
  files(app, context, serving);
  goingOut(app, context, serving);
}

/** What is kept of a record, as it was hashed. */
async function load(context: Context, number: number): Promise<string> {
  const file = await recordFile(context.db, number);
  if (!file) throw unknown('record', String(number));
  return file;
}
const read = async (context: Context, number: number): Promise<SealedRecord> => JSON.parse(await load(context, number));
const named = (number: number, ending: string) => `attachment; filename="record-${number}.${ending}"`;

/** Records by what is asked of them, and the chain that they stand in. */
function lists(app: FastifyInstance, context: Context, { lastCheck }: ForRecords): void {
  const chain = new ChainWatch();
  const remembered = new Remembered(context);
  app.get<{ Querystring: RecordQuery }>(
    '/api/records',
    { schema: { summary: 'Sealed records, newest first', querystring: RecordQuery, response: { 200: RecordList } } },
    ({ query }) => remembered.read(JSON.stringify(query), () => listRecords(context.db, chain, query, lastCheck())),
  );
  app.get<{ Querystring: RecordQuery }>(
    '/api/records.csv',
    { schema: { summary: 'The same list as CSV', querystring: RecordQuery } },
    async ({ query }, out) => {
      const { rows } = await findRecords(context.db, { ...query, limit: query.limit ?? MOST_CSV_ROWS });
      return sendCsv(
        out,
        'records.csv',
        rows.map(({ batchId: _, sealedAtMs, washed, people, ...row }) => ({
          ...row,
          sealed: new Date(sealedAtMs).toISOString(),
          ...washed,
          people: people.join('; '),
        })),
      );
    },
  );
  app.get<{ Querystring: Static<typeof Days> }>(
    '/api/records/anchors',
    { schema: { summary: 'The anchor of each day', querystring: Days, response: { 200: RecordAnchors } } },
    async ({ query: { days = 31 } }) => ({ days: [...(await dailyAnchors(context.db, days))] }),
  );
  app.get(
    '/api/records/chain.json',
    { schema: { summary: 'Every record, oldest first, as one JSON list' } },
    async (_, reply) =>
      reply
        .type('application/json')
        .header('content-disposition', 'attachment; filename="north-step-records.json"')
        .send(`[${(await chainFiles(context.db)).join(',\n')}]`),
  );
}

/** One record in each form that it is read in. */
function files(app: FastifyInstance, context: Context, { printer }: ForRecords): void {
  app.get<FileParams>(
    '/api/records/:number',
    { schema: { summary: 'One record', params: FileParams, response: { 200: RecordFile } } },
    async (request) => JSON.parse(await load(context, request.params.number)),
  );
  app.get<FileParams>(
    '/api/records/:number/file.json',
    { schema: { summary: 'One record as canonical JSON', params: FileParams } },
    async (request, reply) =>
      reply
        .type('application/json')
        .header('content-disposition', named(request.params.number, 'json'))
        .send(await load(context, request.params.number)),
  );
  app.get<FileParams>(
    '/api/records/:number/file.csv',
    { schema: { summary: 'The steps of one record as CSV', params: FileParams } },
    async (request, reply) => {
      const record = await read(context, request.params.number);
      return reply
        .type('text/csv; charset=utf-8')
        .header('content-disposition', named(request.params.number, 'csv'))
        .send(recordCsv(record));
    },
  );
  app.get<FileParams>(
    '/api/records/:number/file.pdf',
    { schema: { summary: 'One record as a printable page', params: FileParams } },
    async (request, reply) => {
      const record = await read(context, request.params.number);
      return reply
        .type('application/pdf')
        .header('content-disposition', named(request.params.number, 'pdf'))
        .send(await printer.print(recordPaper(record, await newestAnchor(context.db)), askingOf(request, reply)));
    },
  );
}

/** What goes out with the parts. */
function goingOut(app: FastifyInstance, context: Context, { printer, webFolder }: ForRecords): void {
  const made = async (number: number) => {
    const record = await read(context, number);
    if ((record.body as { kind?: string }).kind !== undefined)
      throw new Refused({
        code: 'NOT_CERTIFIED',
        message: `Record ${number} is an inspection or a correction.`,
        remedy: 'The record of processing that it names has the certificate.',
      });
    return withLater(context.db, record);
  };
  app.get<FileParams>(
    '/api/records/:number/certificate.pdf',
    { schema: { summary: 'What whoever gets the parts is told, on one page', params: FileParams } },
    async (request, reply) => {
      const all = await made(request.params.number);
      const page = await certificateOf(context.db, all);
      return reply
        .type('application/pdf')
        .header('content-disposition', `attachment; filename="certificate-${all.record.number}.pdf"`)
        .send(await printer.print(page, askingOf(request, reply)));
    },
  );
  app.get<FileParams & { Querystring: Static<typeof BundleQuery> }>(
    '/api/records/:number/bundle.zip',
    {
      schema: {
        summary: 'One batch as a zip that can be checked anywhere',
        params: FileParams,
        querystring: BundleQuery,
      },
    },
    async (request, reply) =>
      reply
        .type('application/zip')
        .header('content-disposition', `attachment; filename="batch-${request.params.number}.zip"`)
        .send(
          await bundle(context.db, await made(request.params.number), {
            printer,
            asking: askingOf(request, reply),
            nowMs: context.nowMs(),
            internal: request.query.internal ?? false,
            ...(await verifierPage(webFolder)),
          }),
        ),
  );
}
