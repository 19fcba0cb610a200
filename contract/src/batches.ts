import { OUTCOMES, STANDINGS } from '@north-step/core/batch';
import { type Static, Type } from 'typebox';
import { EntityId, literals, optional, strict } from './common.ts';
import { FIND_FIELDS } from './find.ts';

const Pct = Type.Union([Type.Number(), Type.Null()]);
/** Load of the bath that it was washed in, as it was estimated then, % by weight. */
export const WashedAt = Type.Object({ loadPctW: Pct, lowPctW: Pct, highPctW: Pct, limitPctW: Pct });
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
  outcome: literals(OUTCOMES),
  washed: Type.Union([WashedAt, Type.Null()], { description: 'the last wash' }),
  lightS: Type.Number({ description: 'light given so far, s' }),
  firstLook: Type.Union([Type.String(), Type.Null()], { description: 'the first look after its light' }),
  people: Type.Array(Type.String(), { description: 'who worked on it' }),
});
export type BatchRow = Static<typeof BatchRow>;
export const BatchQuery = Type.Object(
  {
    ...FIND_FIELDS,
    state: optional(literals(['open', 'sealed', 'flagged', 'all'])),
    route: optional(Type.String({ maxLength: 80, description: 'id of a route' })),
    sort: optional(literals(['newest', 'oldest', 'due', 'name'])),
    limit: optional(Type.Integer({ minimum: 1, maximum: 500 })),
    offset: optional(Type.Integer({ minimum: 0, maximum: 10_000_000 })),
  },
  strict,
);
export const BatchList = Type.Object({ total: Type.Integer(), rows: Type.Array(BatchRow) });
export type BatchList = Static<typeof BatchList>;
