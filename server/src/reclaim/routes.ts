import { BatchCostReply, RunReply, RunsReply, WhereQuery, WhereReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import { Type } from 'typebox';
import { openRuns } from '../bench/index.ts';
import type { Context } from '../context.ts';
import type { Handlings } from '../http/command.ts';
import { sendCsv } from '../http/csv.ts';
import { beginRun } from './begin.ts';
import { changeFilter, coverPan, giveUpRun, lookAtRun, sayWeather, startRunStep } from './commands.ts';
import { costOfBatch } from './cost.ts';
import { finishRunStep } from './finish.ts';
import { doneRuns, loadRun, passesLearned } from './store.ts';
import { whereCsv, whereItWent } from './where.ts';

const RunParams = Type.Object({ runId: Type.String({ maxLength: 80 }) });
const BatchParams = Type.Object({ batchId: Type.String({ maxLength: 80 }) });

export function reclaimRoutes(app: FastifyInstance, { db }: Context): void {
  app.get(
    '/api/reclaim',
    { schema: { summary: 'Reclaim runs, and what they taught', response: { 200: RunsReply } } },
    async () => {
      const [open, done, learned] = await Promise.all([openRuns(db), doneRuns(db), passesLearned(db)]);
      return { open, done, learned };
    },
  );
  app.get<{ Params: { runId: string } }>(
    '/api/reclaim/:runId',
    { schema: { summary: 'One run', params: RunParams, response: { 200: RunReply } } },
    async ({ params }) => ({ run: await loadRun(db, params.runId) }),
  );
  app.get<{ Querystring: WhereQuery }>(
    '/api/solvent/where',
    {
      schema: {
        summary: 'Where it went in a period: opens, rows, closes',
        querystring: WhereQuery,
        response: { 200: WhereReply },
      },
    },
    ({ query }) => whereItWent(db, query),
  );
  app.get<{ Querystring: WhereQuery }>(
    '/api/solvent/where.csv',
    { schema: { summary: 'The same as CSV, in grams', querystring: WhereQuery } },
    async ({ query }, reply) => sendCsv(reply, 'where-it-went.csv', whereCsv(await whereItWent(db, query))),
  );
  app.get<{ Params: { batchId: string } }>(
    '/api/batches/:batchId/cost',
    { schema: { summary: 'What a batch cost', params: BatchParams, response: { 200: BatchCostReply } } },
    ({ params }) => costOfBatch(db, params.batchId),
  );
}

export const RECLAIM_HANDLINGS = {
  'reclaim.begin': { work: beginRun },
  'reclaim.start': { work: startRunStep },
  'reclaim.finish': { work: finishRunStep },
  'reclaim.look': { work: lookAtRun },
  'reclaim.filter': { work: changeFilter },
  'reclaim.weather': { work: sayWeather },
  'reclaim.cover': { work: coverPan },
  'reclaim.give-up': { work: giveUpRun },
} satisfies Partial<Handlings>;
