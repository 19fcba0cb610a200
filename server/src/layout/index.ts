import { LayoutReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import type { Handlings } from '../http/command.ts';
import { arrangeLine } from './lines.ts';
import { leavePerson, savePerson } from './people.ts';
import { addStation, changeStation, orderStations, putBackStation, retireStation } from './stations.ts';
import { layoutView } from './view.ts';

export function layoutRoutes(app: FastifyInstance, context: Context): void {
  const schema = { summary: 'What stands in the workshop, and who works there', response: { 200: LayoutReply } };
  app.get('/api/layout', { schema }, () => layoutView(context.db));
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
