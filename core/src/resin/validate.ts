import { CURE_FAMILIES, validateCureConstants } from '../cure/index.ts';
import type { Breach } from '../units/index.ts';
import { cureConstantsOf, type ResinCard } from './card.ts';
import { CARD_FIELD_IDS, CARD_FIELDS, type CardFieldId, type CardValue, cardValue } from './fields.ts';

/** What is wrong with the value of one field. */
function fieldBreaches(id: CardFieldId, value: CardValue | undefined): readonly Breach[] {
  const field = CARD_FIELDS[id];
  if (value === undefined || (Array.isArray(value) && value.length === 0 && field.needed))
    return field.needed ? [{ path: id, message: `${id} is missing.` }] : [];
  if (field.takes === 'number' || field.takes === 'time') {
    const { min, max } = field;
    if (typeof value === 'number' && value >= min && value <= max) return [];
    return [
      { path: id, message: `${id} is ${value}; ${min.toLocaleString('en-US')} to ${max.toLocaleString('en-US')}.` },
    ];
  }
  if (field.takes === 'one' || field.takes === 'some') {
    const strange = [value].flat().find((one) => !field.of.includes(String(one)));
    return strange === undefined ? [] : [{ path: id, message: `${id} “${strange}” is not known.` }];
  }
  return [];
}

/** Every way a card breaks its own rules. Empty when it can be used. */
export function validateCard(card: ResinCard): readonly Breach[] {
  const breaches: Breach[] = [];
  const need = (holds: boolean, path: string, why: string) => {
    if (!holds) breaches.push({ path, message: `${path} ${why}` });
  };
  for (const id of CARD_FIELD_IDS) breaches.push(...fieldBreaches(id, cardValue(card, id)));
  need(card.name.trim() !== '', 'name', 'is empty.');
  need(
    (card.oven?.tempC === undefined) === (card.oven?.seconds === undefined),
    'oven',
    'needs both its heat and its time.',
  );
  need(
    !card.cardLight || card.cardLight.mWPerCm2 !== undefined,
    'cardLight.mWPerCm2',
    'is missing: warmth alone says nothing.',
  );
  if (CURE_FAMILIES.includes(card.family))
    breaches.push(
      ...validateCureConstants(cureConstantsOf(card)).map(({ path, message }) => ({ path: `cure.${path}`, message })),
    );
  return breaches;
}
