import { PLACE_IDS } from '@north-step/core/bench';
import { MEDIA } from '@north-step/core/cure';
import { AIRS } from '@north-step/core/dry';
import { DOSES, type Route, type Schools, STEP_TYPE_IDS } from '@north-step/core/route';
import { AGITATIONS } from '@north-step/core/wash';
import { type Static, Type } from 'typebox';
import { counted, EntityId, literals, optional, strict, Text } from './common.ts';
import { described } from './described.ts';
import { SchoolsReply } from './room.ts';

export const RouteStepInput = Type.Object(
  {
    type: literals(STEP_TYPE_IDS),
    /** over the place that its type asks for */
    where: optional(literals(PLACE_IDS)),
    /** a station of this bench, where it must be that one */
    station: optional(EntityId),
    seconds: optional(Type.Number({ minimum: 1, maximum: 604_800, description: 's; left out, the models plan it' })),
    agitation: optional(literals(AGITATIONS)),
    medium: optional(literals(MEDIA)),
    tempC: optional(Type.Number({ minimum: 15, maximum: 250, description: '°C' })),
    air: optional(literals(AIRS)),
    inTank: optional(Type.Boolean({ description: 'solvent in the ultrasonic tank itself, not in a jar' })),
  },
  strict,
);
/** A new route, or the next version of one. */
export const SaveRoute = Type.Object(
  {
    /** the route that is changed; left out, a new one is made */
    routeId: optional(EntityId),
    /** the version that was looked at when it was changed */
    basedOn: optional(counted(undefined, 1)),
    name: Text(80),
    dose: literals(DOSES),
    steps: Type.Array(RouteStepInput, { minItems: 1, maxItems: 40 }),
    note: Type.String({ maxLength: 500 }),
    changeNote: Text(200),
  },
  strict,
);

const RouteBody = described<Route>()(
  Type.Object(
    {
      id: EntityId,
      name: Type.String(),
      version: Type.Integer(),
      dose: literals(DOSES),
      steps: Type.Array(RouteStepInput),
      note: Type.String(),
    },
    { additionalProperties: false },
  ),
);
export const RouteRow = Type.Object({
  route: RouteBody,
  schools: described<Schools>()(SchoolsReply),
  versions: Type.Integer(),
  batches: Type.Integer({ description: 'how many batches ran it, at any version' }),
});
export type RouteRow = Static<typeof RouteRow>;
export const RoutesReply = Type.Object({ routes: Type.Array(RouteRow) });
export type RoutesReply = Static<typeof RoutesReply>;
export const RouteVersion = Type.Object({
  route: RouteBody,
  changeNote: Type.String(),
  /** null for those that ship */
  atMs: Type.Union([Type.Number(), Type.Null()]),
  by: Type.Union([Type.String(), Type.Null()]),
});
export type RouteVersion = Static<typeof RouteVersion>;
export const RouteReply = Type.Object({ versions: Type.Array(RouteVersion, { description: 'newest first' }) });
export type RouteReply = Static<typeof RouteReply>;
