import { CURE_FAMILIES, type CureConstants, MEDIA } from '../cure/index.ts';
import { SOLVENTS } from '../liquids/index.ts';
import { clockText } from '../units/index.ts';
import type { ResinCard } from './card.ts';

/** How a card is read by people: what it is called, how it is handled, what harms. */
export const CARD_GROUPS = ['identity', 'washing', 'drying', 'light', 'heat', 'harm'] as const;
export type CardGroup = (typeof CARD_GROUPS)[number];

/** What a field takes. Times are kept in seconds and spoken of in minutes. */
type Takes =
  | { readonly takes: 'number'; readonly unit: string; readonly min: number; readonly max: number }
  | { readonly takes: 'time'; readonly min: number; readonly max: number }
  | { readonly takes: 'text'; readonly longest: number }
  | { readonly takes: 'one' | 'some'; readonly of: readonly string[] }
  | { readonly takes: 'yes' };
export type CardField = Takes & {
  readonly group: CardGroup;
  readonly label: string;
  /** a card cannot be without it */
  readonly needed?: true;
};

type Plain = Exclude<keyof ResinCard, 'id' | 'version' | 'cure' | 'procedure' | 'cardLight' | 'oven'>;
type Within<Outer extends 'cardLight' | 'oven'> = `${Outer}.${Extract<keyof NonNullable<ResinCard[Outer]>, string>}`;
export type CardFieldId = Plain | Within<'cardLight'> | Within<'oven'>;

const text = (longest: number) => ({ takes: 'text', longest }) as const;
const time = (min: number, max: number) => ({ takes: 'time', min, max }) as const;
const number = (unit: string, min: number, max: number) => ({ takes: 'number', unit, min, max }) as const;
const some = (of: readonly string[]) => ({ takes: 'some', of }) as const;
const YES = { takes: 'yes' } as const;

/** Every field of a card, in the order in which people read it: a new one is a line here, which the compiler asks for. */
const FIELDS = {
  name: { group: 'identity', label: 'Name', needed: true, ...text(80) },
  family: { group: 'identity', label: 'Family', needed: true, takes: 'one', of: CURE_FAMILIES },
  viscosityMPaS25: {
    group: 'identity',
    label: 'Viscosity at 25 °C',
    needed: true,
    ...number('mPa·s', 1, 100_000),
  },
  densityGPerMl: { group: 'identity', label: 'Density', needed: true, ...number('g/mL', 0.5, 3) },
  dataSheet: { group: 'identity', label: 'Where its data sheet is kept', ...text(300) },
  notes: { group: 'identity', label: 'Notes', ...text(1000) },
  solvents: { group: 'washing', label: 'Washed in', needed: true, ...some(SOLVENTS) },
  exposureCapS: { group: 'washing', label: 'Longest time in solvent, all baths', needed: true, ...time(10, 7200) },
  ultrasonicCapS: { group: 'washing', label: 'Longest in an ultrasonic tank', ...time(5, 3600) },
  cardWashS: { group: 'washing', label: 'Wash by its data sheet, all baths', ...time(5, 7200) },
  residueTolUm: { group: 'washing', label: 'Residue allowed', needed: true, ...number('µm', 0.01, 50) },
  hazedBy: { group: 'washing', label: 'Hazed by', ...some(SOLVENTS) },
  stainsBath: { group: 'washing', label: 'Colours the bath', ...YES },
  leavesGrit: { group: 'washing', label: 'Leaves grit in the bath', ...YES },
  cardDryS: { group: 'drying', label: 'Drying by its data sheet, at least', ...time(30, 86_400) },
  cardCureS: { group: 'light', label: 'Light by its data sheet', ...time(1, 86_400) },
  'cardLight.mWPerCm2': { group: 'light', label: 'Lamp that this is for', ...number('mW/cm²', 0.1, 1000) },
  'cardLight.tempC': { group: 'light', label: 'Warmth that this is for', ...number('°C', 0, 100) },
  cureMedium: { group: 'light', label: 'Cured in', needed: true, takes: 'one', of: MEDIA },
  changesColour: { group: 'light', label: 'Changes colour once cured through', ...YES },
  'oven.tempC': { group: 'heat', label: 'Heat after light', ...number('°C', 30, 250) },
  'oven.seconds': { group: 'heat', label: 'For', ...time(60, 86_400) },
  exotherm: { group: 'heat', label: 'When much of it cures at once', ...text(300) },
  harm: { group: 'harm', label: 'Hazards by its data sheet', ...text(500) },
} as const satisfies Readonly<Record<CardFieldId, CardField>>;
export const CARD_FIELDS: Readonly<Record<CardFieldId, CardField>> = FIELDS;
/** Fields that are numbers or times, with their bounds. */
export type CardNumberId = {
  [Id in CardFieldId]: (typeof FIELDS)[Id] extends { readonly min: number; readonly max: number } ? Id : never;
}[CardFieldId];
export const CARD_NUMBERS: Readonly<Record<CardNumberId, { readonly min: number; readonly max: number }>> = FIELDS;
export const CARD_FIELD_IDS = Object.keys(CARD_FIELDS) as readonly CardFieldId[];
export const fieldsOfGroup = (group: CardGroup): readonly CardFieldId[] =>
  CARD_FIELD_IDS.filter((id) => CARD_FIELDS[id].group === group);

/** Constants of the cure, by what they are; the family gives those that a card does not. */
export const CONSTANT_LABELS: Readonly<
  Record<keyof CureConstants, { readonly label: string; readonly unit?: string }>
> = {
  k0PerS: { label: 'Rate at 25 °C and 10 mW/cm²', unit: '1/s' },
  dpMm: { label: 'Penetration depth', unit: 'mm' },
  green: { label: 'Green conversion, off the printer' },
  tg0C: { label: 'Glass transition, uncured', unit: '°C' },
  tg1C: { label: 'Glass transition, fully cured', unit: '°C' },
  tack: { label: 'Conversion when tack-free' },
  deep: { label: 'Conversion of a cured skin' },
  brittleJPerCm2: { label: 'Dose that embrittles', unit: 'J/cm²' },
  lambda: { label: 'Shape of the glass transition, DiBenedetto’s λ' },
  vitrifyK: { label: 'Width of vitrification', unit: 'K' },
  capConversion: { label: 'Highest conversion' },
  oxygen: { label: 'Oxygen inhibition in air at 10 mW/cm²' },
  skinDepths: { label: 'Depth of the skin, in penetration depths' },
  toMiddle: { label: 'Must be cured to the middle' },
  stiffFrom: { label: 'Conversion from which it is stiff' },
  tint: { label: 'Yellowing (Δb*): end, dose, limit' },
};

export type CardValue = string | number | boolean | readonly string[];
/** What a card says of a field. Times in seconds. @returns undefined where it says nothing */
export function cardValue(card: Partial<ResinCard>, id: CardFieldId): CardValue | undefined {
  return id.split('.').reduce<unknown>((within, key) => (within as Record<string, unknown> | undefined)?.[key], card) as
    | CardValue
    | undefined;
}

/** The same card with a field set anew; undefined takes it out. */
export function withCardValue<C extends Partial<ResinCard>>(card: C, id: CardFieldId, value: CardValue | undefined): C {
  const [outer, inner] = id.split('.') as [string, string?];
  const { [outer]: before, ...rest } = card as Record<string, unknown>;
  const next = inner === undefined ? value : without({ ...(before as object), [inner]: value });
  return (next === undefined ? rest : { ...rest, [outer]: next }) as C;
}
function without(values: Readonly<Record<string, unknown>>): object | undefined {
  const said = Object.entries(values).filter(([, value]) => value !== undefined);
  return said.length > 0 ? Object.fromEntries(said) : undefined;
}

/** A value as a card is read. */
export function cardValueText(id: CardFieldId, value: CardValue | undefined): string | undefined {
  if (value === undefined) return undefined;
  const field = CARD_FIELDS[id];
  if (field.takes === 'time') return clockText(value as number);
  if (field.takes === 'number') return `${value} ${field.unit}`;
  if (field.takes === 'yes') return value ? 'yes' : 'no';
  return Array.isArray(value) ? value.join(', ') : String(value);
}
