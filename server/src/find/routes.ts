import {
  FindChoices,
  literals,
  RECALLS,
  type RecallKind,
  RecallQuery,
  RecallReply,
  TrendsQuery,
  TrendsReply,
} from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import { Type } from 'typebox';
import type { Context } from '../context.ts';
import { sendCsv } from '../http/csv.ts';
import { Refused } from '../http/errors.ts';
import { Remembered } from '../live/remembered.ts';
import { findChoices } from './choices.ts';
import { RECALL_SHAPES, recall } from './recall/index.ts';
import type { RecallShape } from './recall/shape.ts';
import { trends } from './trends.ts';

const Question = Type.Object({ question: literals(RECALLS) });
type Asked = { Params: { question: RecallKind }; Querystring: RecallQuery };
const MOST_ROWS = 50_000;

/** What batches are found by, and the questions of a recall. */
export function findRoutes(app: FastifyInstance, context: Context): void {
  const remembered = new Remembered(context);
  app.get(
    '/api/find/choices',
    { schema: { summary: 'What batches and records can be found by', response: { 200: FindChoices } } },
    () => remembered.read('choices', () => findChoices(context.db)),
  );
  app.get<{ Querystring: TrendsQuery }>(
    '/api/trends',
    { schema: { summary: 'How work went', querystring: TrendsQuery, response: { 200: TrendsReply } } },
    ({ query }) => remembered.read(JSON.stringify(query), () => trends(context.db, query)),
  );
  app.get<Asked>(
    '/api/recall/:question',
    {
      schema: {
        summary: 'Which batches are touched',
        params: Question,
        querystring: RecallQuery,
        response: { 200: RecallReply },
      },
    },
    ({ params: { question }, query }) => {
      refuseIncomplete(question, query);
      return recall(context.db, question, query);
    },
  );
  app.get<Asked>(
    '/api/recall/:question/list.csv',
    { schema: { summary: 'The same as CSV, every row', params: Question, querystring: RecallQuery } },
    async ({ params: { question }, query }, out) => {
      refuseIncomplete(question, query);
      const { rows } = await recall(context.db, question, { ...query, limit: MOST_ROWS, offset: 0 });
      return sendCsv(
        out,
        `recall-${question}.csv`,
        rows.map(({ batchId: _, sealedAtMs, atMs, why: { kind: __, ...why }, sure, ...row }) => ({
          ...row,
          sealed: sealedAtMs === null ? '' : new Date(sealedAtMs).toISOString(),
          touched: new Date(atMs).toISOString(),
          certain: sure ? 'yes' : 'may be',
          ...flat(why),
        })),
      );
    },
  );
}

function refuseIncomplete(question: RecallKind, query: RecallQuery): void {
  const shape: RecallShape = RECALL_SHAPES[question];
  const missing = shape.needs.find((name) => query[name] === undefined);
  if (missing)
    throw new Refused({ code: 'BAD_INPUT', field: missing, message: `Say which ${missing} the recall is of.` });
}

/** Values of values as columns of their own: `before.scale`. */
const flat = (value: object, prefix = ''): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(value).flatMap(([name, one]) =>
      typeof one === 'object' && one !== null
        ? Object.entries(flat(one, `${prefix}${name}.`))
        : [[`${prefix}${name}`, one]],
    ),
  );
