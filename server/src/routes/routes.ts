import { EntityId, RouteReply, RoutesReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import type { Handlings } from '../http/command.ts';
import { listRoutes, routeVersions } from './queries.ts';
import { saveRoute } from './save.ts';

const Params = Type.Object({ routeId: EntityId });

export function routeRoutes(app: FastifyInstance, context: Context): void {
  app.get(
    '/api/routes',
    { schema: { summary: 'Newest version of every route, with its schools', response: { 200: RoutesReply } } },
    async () => ({ routes: [...(await listRoutes(context.db))] }),
  );
  app.get<{ Params: Static<typeof Params> }>(
    '/api/routes/:routeId',
    { schema: { summary: 'All versions of a route, newest first', params: Params, response: { 200: RouteReply } } },
    (request) => routeVersions(context.db, request.params.routeId),
  );
}

export const ROUTE_HANDLINGS = {
  'route.save': { work: saveRoute, again: routeVersions },
} satisfies Partial<Handlings>;
