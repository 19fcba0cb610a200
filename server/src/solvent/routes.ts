import {
  FillCommand,
  PostingReply,
  ReclaimCommand,
  ReverseCommand,
  RotateCommand,
  SolventReply,
} from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import { type Static, type TObject, Type } from 'typebox';
import type { Context } from '../context.ts';
import { fill, reclaim, reverse, rotate } from './commands.ts';
import { solventView } from './queries.ts';

export function solventRoutes(app: FastifyInstance, context: Context): void {
  const querystring = Type.Object({ limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 500 })) });
  app.get<{ Querystring: Static<typeof querystring> }>(
    '/api/solvent',
    {
      schema: { summary: 'Where the solvent is, and its last movements', querystring, response: { 200: SolventReply } },
    },
    (request) => solventView(context.db, request.query.limit ?? 60),
  );
  const post = <Body extends TObject>(
    name: string,
    summary: string,
    body: Body,
    run: (context: Context, body: Static<Body>) => Promise<PostingReply>,
  ) =>
    app.post<{ Body: Static<Body> }>(
      `/api/solvent/${name}`,
      { schema: { summary, body, response: { 200: PostingReply } } },
      (request) => run(context, request.body as Static<Body>),
    );
  post('fill', 'Fill or top up a vessel', FillCommand, fill);
  post('rotate', 'Second becomes first, fresh into the second, first to the drum', RotateCommand, rotate);
  post('reclaim', 'Harden and filter part of the dirty drum', ReclaimCommand, reclaim);
  post('reverse', 'Take a movement back with its mirror image', ReverseCommand, reverse);
}
