import { cureConstantsOf, type ResinCard } from './card.ts';

/** One line of a card: what it is, and its value in words. */
export type CardLine = { readonly field: string; readonly value: string };

const UNITS: Readonly<Record<string, string>> = {
  viscosityMPaS25: 'mPa·s',
  densityGPerMl: 'g/mL',
  exposureCapS: 's',
  residueTolUm: 'µm',
  ultrasonicCapS: 's',
  cardCureS: 's',
};
/** Version is what differs by nature; the constants are listed one by one. */
const LEFT_OUT = ['id', 'version', 'cure'];

/** Every field of a card in order, cure constants in full: the family's, where the card sets none of its own. */
export function cardLines(card: ResinCard): readonly CardLine[] {
  const plain = Object.entries(card)
    .filter(([field, value]) => !LEFT_OUT.includes(field) && value !== undefined)
    .map(([field, value]) => ({ field, value: `${inWords(value)}${UNITS[field] ? ` ${UNITS[field]}` : ''}` }));
  const constants = Object.entries(cureConstantsOf(card))
    .filter(([, value]) => value !== undefined)
    .map(([field, value]) => ({ field: `cure.${field}`, value: inWords(value) }));
  return [...plain, ...constants];
}

function inWords(value: unknown): string {
  if (Array.isArray(value)) return value.map(inWords).join(', ');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'object' && value !== null)
    return Object.entries(value)
      .map(([name, inner]) => `${name} ${inWords(inner)}`)
      .join(', ');
  return String(value);
}

export type CardDifference = { readonly field: string; readonly before?: string; readonly after?: string };

/** What differs between two cards, field by field, in the order of the second. */
export function compareCards(before: ResinCard, after: ResinCard): readonly CardDifference[] {
  const old = new Map(cardLines(before).map(({ field, value }) => [field, value]));
  const now = new Map(cardLines(after).map(({ field, value }) => [field, value]));
  return [...new Set([...now.keys(), ...old.keys()])]
    .filter((field) => old.get(field) !== now.get(field))
    .map((field) => ({ field, before: old.get(field), after: now.get(field) }));
}
