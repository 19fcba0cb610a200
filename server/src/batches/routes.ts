import {
  BatchList,
  BatchQuery,
  BatchReply,
  ExtendCommand,
  FlagCommand,
  LookCommand,
  NewBatch,
  PaceReply,
  StepCommand,
} from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import Papa from 'papaparse';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { createBatch } from './create.ts';
import { paceOfAll } from './pace.ts';
import { listBatches } from './queries.ts';
import { extendStep, finishStep, flagBatch, lookAt, startStep } from './steps.ts';
import { loadBatch } from './store.ts';

const BatchParams = Type.Object({ batchId: Type.String({ maxLength: 80 }) });
const StepParams = Type.Object({ batchId: Type.String({ maxLength: 80 }), stepId: Type.String({ maxLength: 20 }) });
type BatchParams = { Params: Static<typeof BatchParams> };
type StepParams = { Params: Static<typeof StepParams> };

export function batchRoutes(app: FastifyInstance, context: Context): void {
  const reply = { 200: BatchReply };
  app.get<{ Querystring: Static<typeof BatchQuery> }>(
    '/api/batches',
    { schema: { summary: 'Batches, newest first', querystring: BatchQuery, response: { 200: BatchList } } },
    (request) => listBatches(context.db, request.query),
  );
  app.get<{ Querystring: Static<typeof BatchQuery> }>(
    '/api/batches.csv',
    { schema: { summary: 'The same list as CSV', querystring: BatchQuery } },
    async (request, out) => {
      const { rows } = await listBatches(context.db, { ...request.query, limit: request.query.limit ?? 50_000 });
      return out
        .type('text/csv; charset=utf-8')
        .header('content-disposition', 'attachment; filename="batches.csv"')
        .send(Papa.unparse(rows, { escapeFormulae: true }));
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
  app.post<{ Body: NewBatch }>(
    '/api/batches',
    { schema: { summary: 'A new batch, planned by the models', body: NewBatch, response: reply } },
    (request) => createBatch(context, request.body),
  );
  app.post<BatchParams & { Body: Static<typeof FlagCommand> }>(
    '/api/batches/:batchId/flag',
    { schema: { summary: 'Flag a batch, or lower its flag', params: BatchParams, body: FlagCommand, response: reply } },
    (request) => flagBatch(context, request.params.batchId, request.body),
  );

  const path = '/api/batches/:batchId/steps/:stepId';
  app.post<StepParams & { Body: Static<typeof StepCommand> }>(
    `${path}/start`,
    { schema: { summary: 'Start a step', params: StepParams, body: StepCommand, response: reply } },
    (request) => startStep(context, request.params.batchId, request.params.stepId, request.body),
  );
  app.post<StepParams & { Body: Static<typeof StepCommand> }>(
    `${path}/finish`,
    { schema: { summary: 'Finish a step', params: StepParams, body: StepCommand, response: reply } },
    (request) => finishStep(context, request.params.batchId, request.params.stepId, request.body),
  );
  app.post<StepParams & { Body: Static<typeof ExtendCommand> }>(
    `${path}/extend`,
    { schema: { summary: 'Add or take time', params: StepParams, body: ExtendCommand, response: reply } },
    (request) => extendStep(context, request.params.batchId, request.params.stepId, request.body),
  );
  app.post<StepParams & { Body: Static<typeof LookCommand> }>(
    `${path}/look`,
    { schema: { summary: 'Say what was seen', params: StepParams, body: LookCommand, response: reply } },
    (request) => lookAt(context, request.params.batchId, request.params.stepId, request.body),
  );
}
