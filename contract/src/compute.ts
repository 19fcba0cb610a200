import { CURE_FAMILIES, MEDIA } from '@north-step/core/cure';
import { AIRS } from '@north-step/core/dry';
import { MESH_UNITS } from '@north-step/core/mesh';
import { AGITATIONS, SOLVENTS } from '@north-step/core/wash';
import { type Static, Type } from 'typebox';
import { literals, optional, ranged, strict } from './common.ts';
import { CureConstantsInput, Num, Opt, reply } from './computeParts.ts';

const Stage = Type.Object(
  {
    agitation: literals(AGITATIONS),
    loadPctW: Num('% by weight'),
    capS: Opt('s'),
    solvent: optional(literals(SOLVENTS)),
  },
  strict,
);

const washFields = {
  filmUm: Num('µm'),
  viscosityMPaS: Opt('mPa·s, default 300'),
  tempC: Opt('°C, default 20'),
  solvent: literals(SOLVENTS),
  stages: Type.Array(Stage, { minItems: 1, maxItems: 6 }),
  exposureCapS: Opt('s over all stages, default 1800'),
  residueTolUm: Opt('µm, default 0.8'),
  dragUm: Opt('µm of clinging liquid, default by solvent'),
  recess: optional(
    Type.Number({
      minimum: 1,
      maximum: 50,
      description: 'how many times slower recesses are washed than faces; default by agitation, 1 = open faces only',
    }),
  ),
};

export const FilmInput = Type.Object(
  {
    viscosityMPaS25: Num('mPa·s at 25 °C'),
    activationKJPerMol: Opt('kJ/mol, default 42'),
    densityGPerMl: Num('g/mL'),
    surfaceTensionNPerM: Opt('N/m, default 0.035'),
    tempC: Opt('°C, default 22'),
    dripS: Num('s'),
    heightMm: Num('mm'),
    pullMmPerS: Opt('mm/s, default 5'),
    areaMm2: Num('mm²'),
    supportAreaMm2: Opt('mm²'),
    plateAreaMm2: Opt('mm²'),
    trappedMm3: Opt('mm³'),
    uncapped: optional(Type.Boolean({ description: 'leave out the withdrawal bound' })),
  },
  strict,
);
export const FilmReply = reply({
  viscosityMPaS: Num('mPa·s'),
  withdrawalFilmUm: Num('µm'),
  meanFilmUm: Num('µm'),
  grams: Num('g'),
});

export const WashPlanInput = Type.Object(washFields, strict);
export const WashPlanReply = reply({
  feasible: Type.Boolean(),
  stagesS: Type.Array(Num('s')),
  residueUm: Num('µm'),
  reason: optional(Type.Object({ code: Type.String(), message: Type.String(), remedy: optional(Type.String()) })),
  limitsPctW: Type.Array(Num('% by weight')),
});

export const WashResidueInput = Type.Object(
  {
    ...washFields,
    stagesS: Type.Array(Num('s'), { minItems: 1, maxItems: 6 }),
    tau0S: optional(
      Type.Array(Num('s'), {
        minItems: 1,
        maxItems: 6,
        description: 'base time constant of each stage; the whole one unless `recess` is given',
      }),
    ),
  },
  strict,
);
export const WashResidueReply = reply({
  residueUm: Num('µm'),
  byStage: Type.Array(
    Type.Object({
      tauS: Type.Union([Num('s'), Type.Null()]),
      filmUm: Num('µm on faces'),
      recessTauS: Type.Union([Num('s'), Type.Null()]),
      recessUm: Num('µm in recesses'),
    }),
  ),
});

export const DensityInput = Type.Object(
  {
    strengthPctW: Num('% by weight'),
    loadPctW: Opt('% by weight'),
    resinDensityGPerMl: Opt('g/mL, default 1.1'),
    tempC: Num('°C'),
  },
  strict,
);
export const DensityReply = reply({ densityGPerMl: Num('g/mL') });

export const CureInput = Type.Object(
  {
    resin: Type.Union([literals(CURE_FAMILIES), CureConstantsInput]),
    wallMm: Num('mm'),
    coldMWPerCm2: Num('mW/cm² on each face at the coldest spot'),
    hotMWPerCm2: Num('mW/cm² on each face at the hottest spot'),
    medium: literals(MEDIA),
    tempC: Opt('°C, default 25'),
    lampHeatsK: Opt('K, default 0.5 K for each mW/cm²'),
    phases: optional(
      Type.Array(
        Type.Object(
          {
            seconds: Num('s'),
            medium: optional(literals(MEDIA)),
            tempC: Opt('°C'),
            coldMWPerCm2: Opt('mW/cm²'),
            hotMWPerCm2: Opt('mW/cm²'),
          },
          strict,
        ),
        { maxItems: 12 },
      ),
    ),
    timerStepS: optional(ranged('s, default 1', 1, 3600)),
    cutOutS: optional(ranged('s', 1, 36_000)),
  },
  strict,
);
const Maybe = (unit: string) => Type.Union([Num(unit), Type.Null()]);
export const CureReply = reply({
  handleS: Maybe('s; null when not reached in six hours'),
  fullS: optional(Num('s')),
  maxS: optional(Num('s')),
  limitedBy: Type.String(),
  plan: Type.Array(Type.Object({ kind: Type.String(), seconds: Num('s'), note: Type.String() })),
  alternatives: Type.Array(
    Type.Object({
      change: Type.String(),
      handleS: Maybe('s'),
      maxS: Maybe('s'),
      stiffnessPct: Opt('% of the fully cured, when first handled; with an oven after it, then'),
      risk: optional(Type.String()),
    }),
  ),
  closed: optional(Type.Object({ why: Type.String(), opens: Type.String() })),
  stiffnessPct: Num('% of the fully cured stiffness, at the coldest spot when first handled'),
  tint: Num('Δb* at the hottest spot then'),
});

export const DryInput = Type.Object(
  {
    solvent: literals(SOLVENTS),
    tempC: Opt('°C, default 22'),
    humidityPct: Opt('%, default 50'),
    air: literals(AIRS),
    filmUm: Opt('µm'),
    puddleMm: Opt('mm, default 0'),
  },
  strict,
);
export const DipInput = Type.Object(
  {
    thicknessMm: Num('mm, the wall that must soften'),
    bathC: Num('°C'),
    greenTgC: Num('°C, softening point of the uncured part'),
    spanMm: Opt('mm that the thinnest feature reaches out'),
    featureMm: Opt('mm, its thickness; default thicknessMm'),
  },
  strict,
);
export const DipReply = reply({
  seconds: Num('s until the middle has taken 90 % of the step'),
  sagMm: Num('mm of droop in the bath'),
  modulusMPa: Num('MPa left at the bath’s temperature'),
  warning: optional(Type.Object({ code: Type.String(), message: Type.String() })),
});

export const DryReply = reply({ seconds: Num('s'), wetBulbC: Num('°C') });

const Place = Type.Array(Type.Number(), { minItems: 3, maxItems: 3, description: 'x y z, mm or a direction' });
export const MeshReply = reply({
  format: Type.String(),
  triangles: Type.Integer(),
  watertight: Type.Boolean(),
  shells: Type.Integer(),
  areaMm2: Num('mm²'),
  volumeMm3: optional(Num('mm³')),
  boxMm: Type.Array(Num('mm'), { minItems: 3, maxItems: 3 }),
  minMm: optional(Place),
  wall: optional(
    Type.Object({
      p5Mm: Num('mm'),
      medianMm: Num('mm'),
      thinSpots: Type.Array(
        Type.Object({ atMm: Place, wallMm: Num('mm'), areaMm2: Num('mm²'), spanMm: Num('mm, its longest side') }),
      ),
    }),
  ),
  supports: optional(
    Type.Object({
      shells: Type.Array(Type.Integer()),
      areaMm2: Num('mm², within areaMm2'),
      contacts: Type.Integer({ description: 'places where they touch the part' }),
      by: literals(['file', 'shape', 'user']),
    }),
  ),
  objects: optional(
    Type.Array(Type.Object({ name: Type.String(), triangles: Type.Integer(), support: Type.Boolean() })),
  ),
  trappedMm3: optional(Num('mm³, in the pose asked for')),
  enclosedMm3: optional(Num('mm³ that never reach the outside')),
  pockets: optional(
    Type.Array(
      Type.Object({
        volumeMm3: Num('mm³'),
        openings: Type.Integer({ description: 'separate mouths' }),
        neckMm: Num('mm, diameter of the widest ball that passes out'),
        atMm: Place,
      }),
    ),
  ),
  drainPose: optional(Type.Object({ up: Place, trappedMm3: Num('mm³ left in that pose') })),
  voxelMm: optional(Num('mm')),
  warnings: Type.Array(Type.Object({ code: Type.String(), message: Type.String() })),
});
export const MeshUnitSchema = literals(MESH_UNITS);
export type MeshReply = Static<typeof MeshReply>;
