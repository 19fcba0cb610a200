import type { CureConstants } from '../cure/index.ts';
import { cureConstantsOf, type ResinCard } from './card.ts';
import { CARD_FIELD_IDS, CARD_FIELDS, type CardGroup, CONSTANT_LABELS, cardValue, cardValueText } from './fields.ts';

/** One line of a card: which field it is, what it is called, and its value in words. */
export type CardLine = {
  readonly field: string;
  readonly group: CardGroup | 'constants';
  readonly label: string;
  readonly value: string;
};

/** Every field of a card in order, cure constants in full: the family's, where the card sets none of its own. */
export function cardLines(card: ResinCard): readonly CardLine[] {
  const plain = CARD_FIELD_IDS.flatMap((field): readonly CardLine[] => {
    const value = cardValueText(field, cardValue(card, field));
    const { group, label } = CARD_FIELDS[field];
    return value === undefined ? [] : [{ field, group, label, value }];
  });
  const procedure: readonly CardLine[] = card.procedure
    ? [{ field: 'procedure', group: 'identity', label: 'Validated procedure', value: inWords(card.procedure) }]
    : [];
  const constants = Object.entries(cureConstantsOf(card))
    .filter(([, value]) => value !== undefined)
    .map(([id, value]): CardLine => {
      const { label, unit } = CONSTANT_LABELS[id as keyof CureConstants];
      return { field: `cure.${id}`, group: 'constants', label, value: `${inWords(value)}${unit ? ` ${unit}` : ''}` };
    });
  return [...plain, ...procedure, ...constants];
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

export type CardDifference = Pick<CardLine, 'field' | 'group' | 'label'> & {
  readonly before?: string | undefined;
  readonly after?: string | undefined;
};

/** What differs between two cards, field by field, in the order of the second. */
export function compareCards(before: ResinCard, after: ResinCard): readonly CardDifference[] {
  const lines = [cardLines(before), cardLines(after)] as const;
  const [old, now] = lines.map((of) => new Map(of.map((line) => [line.field, line]))) as [
    Map<string, CardLine>,
    Map<string, CardLine>,
  ];
  return [...new Set([...now.keys(), ...old.keys()])]
    .filter((field) => old.get(field)?.value !== now.get(field)?.value)
    .map((field) => {
      const { group, label } = (now.get(field) ?? old.get(field))!;
      return { field, group, label, before: old.get(field)?.value, after: now.get(field)?.value };
    });
}
