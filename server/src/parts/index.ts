import { PartNotesQuery, PartNotesReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import Papa from 'papaparse';
import type { Static } from 'typebox';
import type { Context } from '../context.ts';
import type { Handlings } from '../http/command.ts';
import { addPartNote, partNotes } from './notes.ts';

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
      return out
        .type('text/csv; charset=utf-8')
        .header('content-disposition', 'attachment; filename="part-notes.csv"')
        .send(Papa.unparse(rows, { escapeFormulae: true }));
    },
  );
}

export const PART_HANDLINGS = {
  'batch.part-note': { work: addPartNote },
} satisfies Partial<Handlings>;
