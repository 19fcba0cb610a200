import { BatchList, BatchQuery, BatchReply, LaterReply, PaceReply } from '@north-step/contract';
import { slugOf } from '@north-step/core/units';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { askingOf } from '../http/asking.ts';
import { sendCsv } from '../http/csv.ts';
import { Remembered } from '../live/remembered.ts';
import type { Printer } from '../pdf/index.ts';
import { LABELS_A_SHEET, labelSheets } from './labels.ts';
import { laterLooks } from './later.ts';
import { paceOfAll } from './pace.ts';
import { batchesForCsv, listBatches } from './queries.ts';
import { loadBatch } from './store.ts';

const BatchParams = Type.Object({ batchId: Type.String({ maxLength: 80 }) });
const MOST_LABELS = 480;
const LabelQuery = Type.Object({
  copies: Type.Optional(Type.Integer({ minimum: 1, maximum: MOST_LABELS, description: 'default: one for each piece' })),
  skip: Type.Optional(
    Type.Integer({
      minimum: 0,
      maximum: LABELS_A_SHEET - 1,
      description: 'labels of the first sheet that are used up',
    }),
  ),
});
type BatchParams = { Params: Static<typeof BatchParams> };

export function batchRoutes(app: FastifyInstance, context: Context, printer: Printer): void {
  const reply = { 200: BatchReply };
  const remembered = new Remembered(context);
  app.get<{ Querystring: Static<typeof BatchQuery> }>(
    '/api/batches',
    { schema: { summary: 'Batches, newest first', querystring: BatchQuery, response: { 200: BatchList } } },
    ({ query }) => remembered.read(JSON.stringify(query), () => listBatches(context.db, query, context.nowMs())),
  );
  app.get<{ Querystring: Static<typeof BatchQuery> }>(
    '/api/batches.csv',
    { schema: { summary: 'The same list as CSV', querystring: BatchQuery } },
    async (request, out) => {
      const rows = await batchesForCsv(context.db, request.query, context.nowMs());
      return sendCsv(out, 'batches.csv', rows);
    },
  );
  app.get(
    '/api/pace',
    { schema: { summary: 'How long people take to trim, from their own batches', response: { 200: PaceReply } } },
    () => paceOfAll(context.db),
  );
  app.get<BatchParams>(
    '/api/batches/:batchId',
    { schema: { summary: 'One batch', params: BatchParams, response: reply } },
    async (request) => ({
      batch: await loadBatch(context.db, request.params.batchId),
    }),
  );
  app.get<BatchParams & { Querystring: Static<typeof LabelQuery> }>(
    '/api/batches/:batchId/labels.pdf',
    {
      schema: {
        summary: 'A sheet of labels, 3 × 8 on A4, with square codes',
        params: BatchParams,
        querystring: LabelQuery,
      },
    },
    async (request, out) => {
      const batch = await loadBatch(context.db, request.params.batchId);
      const { copies = batch.count, skip = 0 } = request.query;
      const sheets = labelSheets(batch, { copies: Math.min(copies, MOST_LABELS), skip });
      return out
        .type('application/pdf')
        .header('content-disposition', `inline; filename="labels-${slugOf(batch.name)}.pdf"`)
        .send(await printer.print(sheets, askingOf(request, out)));
    },
  );

  const later = { 200: LaterReply };
  app.get<BatchParams>(
    '/api/batches/:batchId/later',
    { schema: { summary: 'What was seen of a sealed batch later', params: BatchParams, response: later } },
    (request) => laterLooks(context.db, request.params.batchId),
  );
}
