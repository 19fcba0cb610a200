import { MEDIA, TEST_PROPERTIES } from '@north-step/core/cure';
import { type Static, Type } from 'typebox';
import { EntityId, literals, optional, ranged, strict, Text } from './common.ts';

const Schedule = Type.Object(
  {
    seconds: ranged('s of light', 1, 86_400),
    mWPerCm2: ranged('mW/cm² on the samples', 0.01, 1000),
    medium: literals(MEDIA),
    tempC: ranged('°C of the room or the chamber', 0, 150),
    wallMm: ranged('mm', 0.05, 500),
    oven: optional(Type.Object({ tempC: ranged('°C', 25, 150), seconds: ranged('s', 60, 86_400) }, strict)),
  },
  strict,
);
export const NewCureTest = Type.Object(
  {
    cardId: EntityId,
    lot: Text(40),
    schedule: Schedule,
    property: literals(TEST_PROPERTIES),
    readings: Type.Array(ranged('Shore D, or N', 0.1, 1e6), { minItems: 1, maxItems: 40 }),
    note: optional(Type.String({ maxLength: 500 })),
  },
  strict,
);
/** Samples cured alike and tested alike. */
export const CureTest = Type.Object({
  id: EntityId,
  cardId: EntityId,
  lot: Type.String(),
  schedule: Schedule,
  property: literals(TEST_PROPERTIES),
  readings: Type.Array(Type.Number()),
  note: Type.String(),
  atMs: Type.Number(),
  by: Type.String(),
});
export type CureTest = Static<typeof CureTest>;
export const CureTestsReply = Type.Object({ tests: Type.Array(CureTest, { description: 'newest first' }) });
export type CureTestsReply = Static<typeof CureTestsReply>;
