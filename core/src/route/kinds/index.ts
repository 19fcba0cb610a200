import { accept } from './accept.ts';
import { cure } from './cure.ts';
import { drip } from './drip.ts';
import { dry } from './dry.ts';
import { handOver } from './handOver.ts';
import { lookCured } from './lookCured.ts';
import { lookMatte } from './lookMatte.ts';
import { measure } from './measure.ts';
import { mop } from './mop.ts';
import { offPlate } from './offPlate.ts';
import { oven } from './oven.ts';
import { pat } from './pat.ts';
import { rinse } from './rinse.ts';
import { seal } from './seal.ts';
import { PALETTE_GROUPS, type PaletteEntry, type StepKindShape, type StepSettings } from './shape.ts';
import { trim } from './trim.ts';
import { waitDark } from './waitDark.ts';
import { warmDip } from './warmDip.ts';
import { wash } from './wash.ts';
import { doWork } from './work.ts';

export {
  CAUTION_IDS,
  type CautionId,
  PALETTE_GROUPS,
  type StepKindShape,
  type StepMode,
  type StepSettings,
} from './shape.ts';

/** Every kind of step there is: a new one is a file of its own and a line here. */
const KINDS = {
  drip,
  mop,
  'off-plate': offPlate,
  wash,
  rinse,
  dry,
  pat,
  'wait-dark': waitDark,
  'look-matte': lookMatte,
  'warm-dip': warmDip,
  trim,
  cure,
  oven,
  'look-cured': lookCured,
  do: doWork,
  measure,
  accept,
  'hand-over': handOver,
  seal,
} as const satisfies Record<string, StepKindShape>;
export type StepKind = keyof typeof KINDS;
export const STEP_KINDS = Object.keys(KINDS) as StepKind[];
type OfKind = { readonly kind: StepKind };
export const kindShape = (kind: StepKind): StepKindShape => KINDS[kind];

/** Whether steps put parts in solvent, or in any liquid; dry them; light them. */
export const isWash = ({ kind }: OfKind): boolean => kindShape(kind).wets === 'solvent';
export const isWet = ({ kind }: OfKind): boolean => kindShape(kind).wets !== undefined;
/** Parts are wet after it: it washes, rinses or dips them. */
export const leavesWet = ({ kind }: OfKind): boolean => isWet({ kind }) || kindShape(kind).soaks === true;
export const isDrying = ({ kind }: OfKind): boolean => kindShape(kind).dries === true;
export const isCure = ({ kind }: OfKind): boolean => kindShape(kind).lights === true;
/** Looked at before any light, or after it. */
export const isLookBefore = ({ kind }: OfKind): boolean => kindShape(kind).look?.when === 'before light';
export const isLookAfter = ({ kind }: OfKind): boolean => kindShape(kind).look?.when === 'after light';
/** Parts lie in a bath, a machine or a lamp meanwhile. */
export const isInside = ({ kind }: OfKind): boolean => kindShape(kind).inside === true;
/** Whether a step stands still when the power is gone. */
export const needsPower = (step: OfKind & StepSettings): boolean => kindShape(step.kind).needsPower?.(step) ?? false;
/** Warm enough to be a fire risk near solvent vapour. */
export const isHot = (step: OfKind & StepSettings): boolean =>
  (kindShape(step.kind).heats?.(step) ?? false) || (step.tempC ?? 0) > HOT_C;
const HOT_C = 40;

/** One kind of work that a route can hold. */
export type StepType = PaletteEntry & OfKind;
type TypesOf<K extends StepKind> = K extends StepKind ? keyof (typeof KINDS)[K]['types'] : never;
export type StepTypeId = TypesOf<StepKind>;
const inPalette = (a: StepType, b: StepType): number =>
  PALETTE_GROUPS.indexOf(a.group) - PALETTE_GROUPS.indexOf(b.group) || a.place - b.place;
/** Every step a route can be built from, in the order of the palette. */
export const STEP_TYPES = Object.fromEntries(
  Object.entries(KINDS)
    .flatMap(([kind, { types }]) =>
      Object.entries(types).map(([id, entry]): [string, StepType] => [id, { ...entry, kind: kind as StepKind }]),
    )
    .sort(([, a], [, b]) => inPalette(a, b)),
) as Readonly<Record<StepTypeId, StepType>>;
export const STEP_TYPE_IDS = Object.keys(STEP_TYPES) as readonly StepTypeId[];
export const stepType = (id: StepTypeId): StepType => STEP_TYPES[id];
/** The entry of the palette that a step of a batch came from; steps of before routes have none. */
export const typeOfStep = ({ type }: { readonly type?: string | undefined }): StepType | undefined =>
  STEP_TYPES[type as StepTypeId];
