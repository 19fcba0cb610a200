import { AddPartNote, EntityId, PartNoteReply, PartNotesQuery, PartNotesReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import Papa from 'papaparse';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { addPartNote, partNotes } from './notes.ts';

const Params = Type.Object({ batchId: EntityId });

export function partRoutes(app: FastifyInstance, context: Context): void {
  app.post<{ Params: Static<typeof Params>; Body: AddPartNote }>(
    '/api/batches/:batchId/part-notes',
    {
      schema: {
        summary: 'Tell whoever prepares the files',
        params: Params,
        body: AddPartNote,
        response: { 200: PartNoteReply },
      },
    },
    (request) => addPartNote(context, request.params.batchId, request.body),
  );
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
