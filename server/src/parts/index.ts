import { PartNotesQuery, PartNotesReply, PartSizesReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import type { Static } from 'typebox';
import type { Context } from '../context.ts';
import type { Handlings } from '../http/command.ts';
import { sendCsv } from '../http/csv.ts';
import { addPartNote, partNotes } from './notes.ts';
import { partSizes } from './sizes.ts';

export function partRoutes(app: FastifyInstance, context: Context): void {
  app.get<{ Querystring: Static<typeof PartNotesQuery> }>(
    '/api/part-notes',
    {
      schema: {
        summary: 'Notes on parts, newest first',
        querystring: PartNotesQuery,
        response: { 200: PartNotesReply },
      },
    },
    async (request) => ({ notes: [...(await partNotes(context.db, request.query.part))] }),
  );
  app.get<{ Querystring: Static<typeof PartNotesQuery> }>(
    '/api/part-sizes',
    {
      schema: {
        summary: 'Sizes of parts as a caliper showed them, newest first',
        querystring: PartNotesQuery,
        response: { 200: PartSizesReply },
      },
    },
    async (request) => ({ sizes: [...(await partSizes(context.db, request.query.part))] }),
  );
  app.get<{ Querystring: Static<typeof PartNotesQuery> }>(
    '/api/part-sizes.csv',
    { schema: { summary: 'The same as CSV', querystring: PartNotesQuery } },
    async (request, out) => {
      const rows = (await partSizes(context.db, request.query.part)).map(({ atMs, ...size }) => ({
        ...size,
        at: new Date(atMs).toISOString(),
      }));
      return sendCsv(out, 'part-sizes.csv', rows);
    },
  );
  app.get<{ Querystring: Static<typeof PartNotesQuery> }>(
    '/api/part-notes.csv',
    { schema: { summary: 'The same as CSV', querystring: PartNotesQuery } },
    async (request, out) => {
      const rows = (await partNotes(context.db, request.query.part)).map(({ atMm, atMs, ...note }) => ({
        ...note,
        xMm: atMm?.[0],
        yMm: atMm?.[1],
        zMm: atMm?.[2],
        at: new Date(atMs).toISOString(),
      }));
      return sendCsv(out, 'part-notes.csv', rows);
    },
  );
}

export const PART_HANDLINGS = {
  'batch.part-note': { work: addPartNote },
} satisfies Partial<Handlings>;
