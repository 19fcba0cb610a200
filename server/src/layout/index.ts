import { BenchFileInput, LayoutReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import type { Handlings } from '../http/command.ts';
import { benchFile } from './file.ts';
import { arrangeLine } from './lines.ts';
import { leavePerson, savePerson } from './people.ts';
import { addStation, changeStation, orderStations, putBackStation, retireStation } from './stations.ts';
import { layoutView } from './view.ts';

export function layoutRoutes(app: FastifyInstance, context: Context): void {
  const schema = { summary: 'What stands in the workshop, and who works there', response: { 200: LayoutReply } };
  app.get('/api/layout', { schema }, () => layoutView(context.db));
  app.get(
    '/api/layout/bench.json',
    { schema: { summary: 'The bench as a file for another workshop', response: { 200: BenchFileInput } } },
    async (_, out) => {
      const file = await benchFile(context.db);
      return out.header('content-disposition', 'attachment; filename="bench.json"').send(file);
    },
  );
}

export const LAYOUT_HANDLINGS = {
  'layout.add': { work: addStation, again: layoutView },
  'layout.change': { work: changeStation, again: layoutView },
  'layout.retire': { work: retireStation, again: layoutView },
  'layout.put-back': { work: putBackStation, again: layoutView },
  'layout.order': { work: orderStations, again: layoutView },
  'layout.line': { work: arrangeLine, again: layoutView },
  'person.save': { work: savePerson, again: layoutView },
  'person.leave': { work: leavePerson, again: layoutView },
} satisfies Partial<Handlings>;
