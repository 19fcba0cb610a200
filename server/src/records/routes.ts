import { type BookCheck, counted, RecordFile, RecordList } from '@north-step/contract';
import type { SealedRecord } from '@north-step/core/record';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { askingOf } from '../http/asking.ts';
import { unknown } from '../http/errors.ts';
import { Remembered } from '../live/remembered.ts';
import type { Printer } from '../pdf/index.ts';
import { recordCsv } from './csv.ts';
import { recordPaper } from './pdf.ts';
import { ChainWatch, chainFiles, listRecords, newestAnchor, recordFile } from './queries.ts';

const Page = Type.Object({
  limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 500 })),
  offset: Type.Optional(counted()),
});
const FileParams = Type.Object({ number: Type.Integer({ minimum: 1, maximum: 2 ** 31 }) });
type FileParams = { Params: Static<typeof FileParams> };

type ForRecords = { readonly printer: Printer; readonly lastCheck: () => BookCheck | undefined };

export function recordRoutes(app: FastifyInstance, context: Context, { printer, lastCheck }: ForRecords): void {
  const load = async (number: number): Promise<string> => {
    const file = await recordFile(context.db, number);
    if (!file) throw unknown('record', String(number));
    return file;
  };
  const chain = new ChainWatch();
  const remembered = new Remembered(context);
  const named = (number: number, ending: string) => `attachment; filename="record-${number}.${ending}"`;

  app.get<{ Querystring: Static<typeof Page> }>(
    '/api/records',
    { schema: { summary: 'Sealed records, newest first', querystring: Page, response: { 200: RecordList } } },
    ({ query: { limit = 100, offset = 0 } }) =>
      remembered.read(`${limit} ${offset}`, () => listRecords(context.db, chain, limit, offset, lastCheck())),
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
  app.get<FileParams>(
    '/api/records/:number',
    { schema: { summary: 'One record', params: FileParams, response: { 200: RecordFile } } },
    async (request) => JSON.parse(await load(request.params.number)),
  );
  app.get<FileParams>(
    '/api/records/:number/file.json',
    { schema: { summary: 'One record as canonical JSON', params: FileParams } },
    async (request, reply) =>
      reply
        .type('application/json')
        .header('content-disposition', named(request.params.number, 'json'))
        .send(await load(request.params.number)),
  );
  app.get<FileParams>(
    '/api/records/:number/file.csv',
    { schema: { summary: 'The steps of one record as CSV', params: FileParams } },
    async (request, reply) => {
      const record = JSON.parse(await load(request.params.number)) as SealedRecord;
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
      const record = JSON.parse(await load(request.params.number)) as SealedRecord;
      return reply
        .type('application/pdf')
        .header('content-disposition', named(request.params.number, 'pdf'))
        .send(await printer.print(recordPaper(record, await newestAnchor(context.db)), askingOf(request, reply)));
    },
  );
}
