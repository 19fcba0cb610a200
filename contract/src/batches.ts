import { STANDINGS } from '@north-step/core/batch';
import { type Static, Type } from 'typebox';
import { EntityId, literals, strict } from './common.ts';

/** One line of the list of batches. */
export const BatchRow = Type.Object({
  id: EntityId,
  name: Type.String(),
  part: Type.String(),
  pieces: Type.String({ description: 'every kind with its own count' }),
  count: Type.Integer(),
  resin: Type.String(),
  lot: Type.String(),
  customer: Type.Union([Type.String(), Type.Null()]),
  createdAtMs: Type.Number(),
  dueAtMs: Type.Union([Type.Number(), Type.Null()]),
  sealedAtMs: Type.Union([Type.Number(), Type.Null()]),
  step: Type.String({ description: 'title of the step it is at' }),
  standing: literals(STANDINGS),
  mark: Type.Union([Type.String(), Type.Null()], { description: 'why it is stopped, or its flag' }),
  priority: Type.String(),
  route: Type.String(),
});
export type BatchRow = Static<typeof BatchRow>;
export const BatchQuery = Type.Object(
  {
    search: Type.Optional(Type.String({ maxLength: 100 })),
    state: Type.Optional(literals(['open', 'sealed', 'flagged', 'all'])),
    route: Type.Optional(Type.String({ maxLength: 80, description: 'id of a route' })),
    sort: Type.Optional(literals(['newest', 'oldest', 'due', 'name'])),
    limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 500 })),
    offset: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000_000 })),
  },
  strict,
);
export const BatchList = Type.Object({ total: Type.Integer(), rows: Type.Array(BatchRow) });
export type BatchList = Static<typeof BatchList>;
