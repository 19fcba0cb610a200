import {
  BatchList,
  BatchQuery,
  BatchReply,
  BrokeBatch,
  ColourCommand,
  EditBatch,
  ExtendCommand,
  FinishCommand,
  FlagCommand,
  HoldBatch,
  LaterCommand,
  LaterReply,
  LeaveOutCommand,
  LookCommand,
  MergeBatch,
  MishapCommand,
  NewBatch,
  PaceReply,
  RecountBatch,
  SplitBatch,
  StayCommand,
  StepCommand,
  UndoCommand,
} from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import Papa from 'papaparse';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { askingOf } from '../http/asking.ts';
import { Remembered } from '../live/remembered.ts';
import type { Printer } from '../pdf/index.ts';
import { createBatch } from './create.ts';
import { LABELS_A_SHEET, labelSheets } from './labels.ts';
import { laterLooks, lookLater } from './later.ts';
import {
  breakPieces,
  editBatch,
  holdBatch,
  mergeBatch,
  mishap,
  recountBroken,
  repeatBatch,
  splitBatch,
} from './manage.ts';
import { paceOfAll } from './pace.ts';
import { batchesForCsv, listBatches } from './queries.ts';
import { colourBefore, extendStep, finishStep, flagBatch, leaveOut, lookAt, startStep, stayIn } from './steps.ts';
import { loadBatch } from './store.ts';
import { undo } from './undo.ts';

const BatchParams = Type.Object({ batchId: Type.String({ maxLength: 80 }) });
const StepParams = Type.Object({ batchId: Type.String({ maxLength: 80 }), stepId: Type.String({ maxLength: 20 }) });
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
type StepParams = { Params: Static<typeof StepParams> };

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
        .header(
          'content-disposition',
          `inline; filename="labels-${batch.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.pdf"`,
        )
        .send(await printer.print(sheets, askingOf(request, out)));
    },
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

  app.post<BatchParams & { Body: Static<typeof HoldBatch> }>(
    '/api/batches/:batchId/hold',
    { schema: { summary: 'Hold a batch, or release it', params: BatchParams, body: HoldBatch, response: reply } },
    (request) => holdBatch(context, request.params.batchId, request.body),
  );
  app.post<BatchParams & { Body: BrokeBatch }>(
    '/api/batches/:batchId/broke',
    { schema: { summary: 'Pieces that broke, glued or not', params: BatchParams, body: BrokeBatch, response: reply } },
    (request) => breakPieces(context, request.params.batchId, request.body),
  );
  app.post<BatchParams & { Body: RecountBatch }>(
    '/api/batches/:batchId/recount',
    {
      schema: {
        summary: 'How many pieces are broken in all',
        params: BatchParams,
        body: RecountBatch,
        response: reply,
      },
    },
    (request) => recountBroken(context, request.params.batchId, request.body),
  );
  app.post<BatchParams & { Body: UndoCommand }>(
    '/api/batches/:batchId/undo',
    { schema: { summary: 'Take the last command back', params: BatchParams, body: UndoCommand, response: reply } },
    (request) => undo(context, request.params.batchId, request.body),
  );
  app.post<BatchParams & { Body: MishapCommand }>(
    '/api/batches/:batchId/mishap',
    {
      schema: {
        summary: 'Power lost, knocked over, fell, got wet: kept with the step, answered with steps',
        params: BatchParams,
        body: MishapCommand,
        response: reply,
      },
    },
    (request) => mishap(context, request.params.batchId, request.body),
  );
  const later = { 200: LaterReply };
  app.get<BatchParams>(
    '/api/batches/:batchId/later',
    { schema: { summary: 'What was seen of a sealed batch later', params: BatchParams, response: later } },
    (request) => laterLooks(context.db, request.params.batchId),
  );
  app.post<BatchParams & { Body: LaterCommand }>(
    '/api/batches/:batchId/later',
    {
      schema: {
        summary: 'Say what was seen later; pieces can come back onto the bench',
        params: BatchParams,
        body: LaterCommand,
        response: later,
      },
    },
    (request) => lookLater(context, request.params.batchId, request.body),
  );
  app.post<BatchParams & { Body: EditBatch }>(
    '/api/batches/:batchId/edit',
    {
      schema: { summary: 'Customer, due date, priority, note', params: BatchParams, body: EditBatch, response: reply },
    },
    (request) => editBatch(context, request.params.batchId, request.body),
  );
  app.post<BatchParams & { Body: SplitBatch }>(
    '/api/batches/:batchId/split',
    {
      schema: {
        summary: 'Take pieces out as a batch of their own',
        params: BatchParams,
        body: SplitBatch,
        response: reply,
      },
    },
    (request) => splitBatch(context, request.params.batchId, request.body),
  );
  app.post<BatchParams & { Body: MergeBatch }>(
    '/api/batches/:batchId/merge',
    { schema: { summary: 'Put another batch into this one', params: BatchParams, body: MergeBatch, response: reply } },
    (request) => mergeBatch(context, request.params.batchId, request.body),
  );
  app.post<BatchParams & { Body: Static<typeof StepCommand> }>(
    '/api/batches/:batchId/repeat',
    { schema: { summary: 'Hang the same parts again', params: BatchParams, body: StepCommand, response: reply } },
    (request) => repeatBatch(context, request.params.batchId, request.body),
  );

  app.post<BatchParams & { Body: Static<typeof ColourCommand> }>(
    '/api/batches/:batchId/colour',
    {
      schema: {
        summary: 'Colour before any light, by photo',
        params: BatchParams,
        body: ColourCommand,
        response: reply,
      },
    },
    (request) => colourBefore(context, request.params.batchId, request.body),
  );

  const path = '/api/batches/:batchId/steps/:stepId';
  app.post<StepParams & { Body: Static<typeof StepCommand> }>(
    `${path}/start`,
    { schema: { summary: 'Start a step', params: StepParams, body: StepCommand, response: reply } },
    (request) => startStep(context, request.params.batchId, request.params.stepId, request.body),
  );
  app.post<StepParams & { Body: Static<typeof FinishCommand> }>(
    `${path}/finish`,
    {
      schema: {
        summary: 'Finish a step, now or when it ended',
        params: StepParams,
        body: FinishCommand,
        response: reply,
      },
    },
    (request) => finishStep(context, request.params.batchId, request.params.stepId, request.body),
  );
  app.post<StepParams & { Body: Static<typeof StayCommand> }>(
    `${path}/stay`,
    {
      schema: {
        summary: 'Past its limit, and why it stays in',
        params: StepParams,
        body: StayCommand,
        response: reply,
      },
    },
    (request) => stayIn(context, request.params.batchId, request.params.stepId, request.body),
  );
  app.post<StepParams & { Body: Static<typeof LeaveOutCommand> }>(
    `${path}/leave-out`,
    {
      schema: {
        summary: 'The next step is not done, and why',
        params: StepParams,
        body: LeaveOutCommand,
        response: reply,
      },
    },
    (request) => leaveOut(context, request.params.batchId, request.params.stepId, request.body),
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
