import { LOOKS, READING_KINDS } from '@north-step/core/reading';
import { SOLVENTS } from '@north-step/core/wash';
import { type Static, type TProperties, Type } from 'typebox';
import { counted, EntityId, literals, optional, ranged, strict } from './common.ts';
import { Assumptions, Num, Opt } from './computeParts.ts';
import { RawReadingInput } from './solvent.ts';

const Range = Type.Array(Type.Number(), { minItems: 2, maxItems: 2 });

export const ReadingInput = Type.Object(
  {
    kind: literals(READING_KINDS),
    sampleMl: Opt('mL, residue'),
    residueG: Opt('g, residue'),
    densityGPerMl: Opt('g/mL, density'),
    flaskMl: Opt('mL, flask'),
    netG: Opt('g, flask'),
    index: Opt('refractive index, D line'),
    tempC: Opt('°C; density, flask, index'),
    whiteSeen: Opt('linear brightness, clarity'),
    blackSeen: Opt('linear brightness, clarity'),
    whiteRef: Opt('linear brightness, clarity'),
    blackRef: Opt('linear brightness, clarity'),
    pathMm: Opt('mm of liquid, clarity'),
    volumeMl: Opt('mL, level'),
    resinG: Opt('g of resin in the bath, level: gives the load of a known amount of resin'),
    seen: optional(literals(LOOKS)),
    solvent: optional(literals(SOLVENTS)),
    strengthPctW: Opt('% by weight, default 95'),
    strengthSdPct: Opt('% by weight, default 1'),
    resinDensityGPerMl: Opt('g/mL, default 1.1'),
    clarityPerPctMm: Opt('dimming per % and mm, default 0.004'),
  },
  strict,
);
export const ReadingReply = Type.Object({
  loadPctW: Num('% by weight'),
  sdPctW: Num('% by weight'),
  range90: Range,
  assumptions: Assumptions,
});

const head = { atMs: Num('ms'), id: optional(EntityId) };
const event = <T extends TProperties>(kind: string, fields: T) =>
  Type.Object({ ...head, kind: Type.Literal(kind), ...fields }, strict);
const BathEventInput = Type.Union([
  event('fill', { bath: EntityId, solventG: Num('g'), waterG: Num('g'), resinG: Num('g') }),
  event('wash', {
    bath: EntityId,
    resin: EntityId,
    resinG: Num('g of film that dissolved'),
    carriedG: Num('g of liquid that came with the parts'),
    carriedFrom: optional(EntityId),
    dragOutG: Num('g of liquid that left with them'),
    lostSolventG: Num('g evaporated'),
    lostWaterG: Num('g evaporated; negative when taken up'),
  }),
  event('evaporate', { bath: EntityId, solventG: Num('g'), waterG: Num('g') }),
  event('transfer', { from: EntityId, to: EntityId, massG: Num('g') }),
  event('remove', { bath: EntityId, massG: Num('g') }),
  event('empty', { bath: EntityId, to: optional(EntityId) }),
  event('rotate', {
    first: EntityId,
    second: EntityId,
    drum: optional(EntityId),
    solventG: Num('g'),
    waterG: Num('g'),
    resinG: Num('g'),
  }),
]);

export const EstimateInput = Type.Object(
  {
    baths: Type.Array(
      Type.Object(
        {
          id: EntityId,
          solvent: optional(literals(SOLVENTS)),
          solventG: Num('g when the history begins'),
          waterG: Num('g'),
          resinG: Num('g'),
          limitPctW: Opt('% by weight for batches left, default 12.5'),
        },
        strict,
      ),
      { minItems: 1, maxItems: 20 },
    ),
    events: Type.Array(BathEventInput, { maxItems: 10_000 }),
    readings: Type.Array(Type.Object({ atMs: Num('ms'), bath: EntityId, reading: RawReadingInput }, strict), {
      maxItems: 5000,
    }),
    seed: counted(),
    particles: optional(Type.Integer({ minimum: 100, maximum: 5000 })),
  },
  strict,
);
export type EstimateInput = Static<typeof EstimateInput>;
export const EstimateComputed = Type.Object({
  baths: Type.Array(
    Type.Object({
      id: EntityId,
      loadPctW: Num('% by weight'),
      range90: Range,
      strengthPctW: Num('% by weight'),
      volumeMl: Num('mL'),
      batchesLeft: Type.Object({ median: Num(''), range90: Range }),
      learned: Type.Array(Type.String()),
    }),
  ),
  assumptions: Assumptions,
});

export const PolicyInput = Type.Object(
  {
    workload: Type.Object(
      {
        days: Type.Number({ minimum: 1, maximum: 3660 }),
        /** the batches themselves, or … */
        batches: optional(
          Type.Array(Type.Object({ day: Num('day'), resinG: Num('g'), dragG: Num('g') }, strict), { maxItems: 50_000 }),
        ),
        /** … a pace to draw them from */
        perWeek: optional(ranged('batches a week, default 12', 0, 2000)),
        resinG: Opt('g of film a batch, default 5'),
        dragG: Opt('g of liquid a batch carries on, default 8'),
        unevenShare: Opt('0 even weeks … 1 very uneven, default 0'),
      },
      strict,
    ),
    baths: Type.Array(Type.Object({ volumeMl: Num('mL'), limitPctW: Num('% by weight') }, strict), {
      minItems: 1,
      maxItems: 3,
    }),
    policy: Type.Object({ rule: literals(['limit', 'calendar']), everyDays: Opt('days, calendar') }, strict),
    reclaim: Type.Object(
      {
        kind: literals(['none', 'harden']),
        passes: optional(Type.Integer({ minimum: 1, maximum: 4 })),
        maxReclaimedPct: Opt('%, default 50'),
      },
      strict,
    ),
    prices: optional(
      Type.Object(
        { freshPerL: Num(''), disposePerL: Num(''), reclaimPerL: Num(''), changeEach: Num('work of one change') },
        strict,
      ),
    ),
    seed: counted(),
  },
  strict,
);
export const PolicyReply = Type.Object({
  litresBought: Num('L'),
  litresDisposed: Num('L'),
  litresReclaimed: Num('L'),
  changes: Num('times a bath was changed'),
  batches: Num('batches played'),
  cost: Num('in the currency of the prices'),
  costPerBatch: Num('in the currency of the prices'),
  outOfTolerancePct: Num('% of batches with more residue than tolerated'),
  assumptions: Assumptions,
});
