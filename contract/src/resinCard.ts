import { PLACE_IDS } from '@north-step/core/bench';
import { CURE_FAMILIES, MEDIA } from '@north-step/core/cure';
import { CARD_NUMBERS, type CardNumberId, type ResinCard } from '@north-step/core/resin';
import { MOST_STEPS, STEP_TYPE_IDS } from '@north-step/core/route';
import { SOLVENTS } from '@north-step/core/wash';
import { type Static, Type } from 'typebox';
import { counted, EntityId, literals, optional, ranged, strict, Text } from './common.ts';

const OptNum = (description: string, minimum: number, maximum: number) =>
  optional(ranged(description, minimum, maximum));

/** A number of a card, within what core says it can be. */
export function bounded(id: CardNumberId, description: string) {
  const { min, max } = CARD_NUMBERS[id];
  return ranged(description, min, max);
}

const CureOfCard = Type.Object(
  {
    k0PerS: OptNum('1/s at 25 °C and 10 mW/cm²', 1e-6, 1),
    dpMm: OptNum('penetration depth, mm', 1e-3, 100),
    green: OptNum('conversion of a part off the printer', 0, 1),
    tg0C: OptNum('°C', -150, 200),
    tg1C: OptNum('°C', -100, 400),
    tack: OptNum('conversion at which a face is tack-free', 0, 1),
    deep: OptNum('conversion at which the skin is cured', 0, 1),
    brittleJPerCm2: OptNum('J/cm²', 0.1, 10_000),
    lambda: OptNum('share', 0.05, 1),
    vitrifyK: OptNum('K', 0, 100),
    capConversion: OptNum('share', 0.3, 1),
    oxygen: OptNum('inhibition in air at 10 mW/cm²', 0, 50),
    skinDepths: OptNum('in penetration depths', 0.1, 20),
    toMiddle: optional(Type.Boolean()),
    stiffFrom: OptNum('conversion', 0, 1),
    tint: optional(
      Type.Object(
        { endDb: ranged('Δb*', 0, 100), doseJPerCm2: ranged('J/cm²', 0.01, 1e5), limitDb: ranged('Δb*', 0, 100) },
        strict,
      ),
    ),
  },
  strict,
);
/** The file that a resin card travels in. Published at /api/resins/card.schema.json. */
const WholeProcedure = Type.Object(
  {
    reference: Text(120),
    steps: Type.Array(
      Type.Object(
        {
          type: literals(STEP_TYPE_IDS),
          where: optional(literals(PLACE_IDS)),
          seconds: OptNum('s, exact', 1, 7 * 86_400),
          medium: optional(literals(MEDIA)),
          tempC: OptNum('°C', 15, 250),
          inTank: optional(Type.Boolean()),
        },
        strict,
      ),
      { minItems: 4, maxItems: MOST_STEPS },
    ),
  },
  { ...strict, description: 'validated, its whole order of work: nothing is computed over it' },
);

export const ResinCardFile = Type.Object(
  {
    format: Type.Literal('north-step-resin-card-1'),
    id: Type.String({ pattern: '^[a-z0-9][a-z0-9-]{0,59}$', description: 'the same for every version' }),
    name: Text(80),
    /** given by the workshop that keeps it; passed over when it comes in */
    version: optional(counted(undefined, 1)),
    family: literals(CURE_FAMILIES),
    viscosityMPaS25: bounded('viscosityMPaS25', 'mPa·s at 25 °C'),
    densityGPerMl: bounded('densityGPerMl', 'g/mL'),
    solvents: Type.Array(literals(SOLVENTS), {
      minItems: 1,
      maxItems: SOLVENTS.length,
      description: 'liquids it may be washed in',
    }),
    exposureCapS: bounded('exposureCapS', 's in solvent over all stages'),
    ultrasonicCapS: optional(bounded('ultrasonicCapS', 's in an ultrasonic tank, default 60')),
    cardWashS: optional(bounded('cardWashS', 's in solvent, all baths, that its data sheet asks for at the least')),
    cardDryS: optional(bounded('cardDryS', 's, shortest drying by its data sheet')),
    residueTolUm: bounded('residueTolUm', 'µm of resin that may stay'),
    cureMedium: literals(MEDIA),
    cardCureS: optional(bounded('cardCureS', 's, the maker’s own cure time')),
    cardLight: optional(
      Type.Object(
        {
          mWPerCm2: bounded('cardLight.mWPerCm2', 'mW/cm², of the lamp that its time is for'),
          tempC: optional(bounded('cardLight.tempC', '°C')),
        },
        strict,
      ),
    ),
    oven: optional(
      Type.Object(
        { tempC: bounded('oven.tempC', '°C, heat after light that it stands'), seconds: bounded('oven.seconds', 's') },
        strict,
      ),
    ),
    cure: optional(CureOfCard),
    stainsBath: Type.Boolean(),
    leavesGrit: Type.Boolean(),
    changesColour: optional(
      Type.Boolean({ description: 'its colour changes once it is cured through: looked for before it is called good' }),
    ),
    hazedBy: optional(
      Type.Array(literals(SOLVENTS), { maxItems: SOLVENTS.length, description: 'liquids known to haze it' }),
    ),
    exotherm: optional(Text(300)),
    harm: optional(Text(500)),
    dataSheet: optional(Text(300)),
    procedure: optional(
      Type.Union([
        WholeProcedure,
        Type.Object(
          {
            wash1S: ranged('s, exact', 1, 7200),
            wash2S: ranged('s, exact', 1, 7200),
            dryS: ranged('s, exact', 1, 86_400),
            cureS: ranged('s, exact', 1, 86_400),
            reference: Text(120),
          },
          { ...strict, description: 'validated, two jars, a rest and a light' },
        ),
      ]),
    ),
    notes: Type.String({ maxLength: 1000, description: 'colour change, anything else to know' }),
  },
  { ...strict, $id: 'north-step-resin-card-1', title: 'A resin card of North Step' },
);
export type ResinCardFile = Static<typeof ResinCardFile>;

export const SaveCard = Type.Object(
  {
    card: Type.Unsafe<ResinCardFile>({ ...ResinCardFile, $id: undefined }),
    changeNote: Text(200),
    /** lots that are on the shelf */
    lots: optional(Type.Array(Text(40), { maxItems: 50 })),
  },
  strict,
);

export const SetLot = Type.Object(
  { lot: Text(40), there: Type.Boolean({ description: 'on the shelf; else it is used up' }) },
  strict,
);

const Card = Type.Unsafe<ResinCard>(
  Type.Object({ id: EntityId, name: Type.String(), version: Type.Integer() }, { additionalProperties: true }),
);
export const CardVersion = Type.Object({
  card: Card,
  changeNote: Type.String(),
  atMs: Type.Union([Type.Number(), Type.Null()]),
  by: Type.Union([Type.String(), Type.Null()]),
  /** what stands behind it: batches that ran it, and how they looked after the light */
  batches: Type.Integer(),
  tacky: Type.Integer(),
  tinted: Type.Integer(),
  good: Type.Integer(),
});
export type CardVersion = Static<typeof CardVersion>;
export const CardReply = Type.Object({
  lots: Type.Array(Type.String(), { description: 'on the shelf' }),
  usedUp: Type.Array(Type.String(), { description: 'lots that are there no more' }),
  versions: Type.Array(CardVersion, { description: 'newest first' }),
});
export type CardReply = Static<typeof CardReply>;
