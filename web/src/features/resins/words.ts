import { CARD_FIELD_IDS, CARD_FIELDS, type CardLine } from '@north-step/core/resin';
import type { Breach } from '@north-step/core/units';

/** What a group of a card’s fields is called. */
export const GROUP_WORDS: Readonly<Record<CardLine['group'], string>> = {
  identity: 'What it is',
  washing: 'Washing',
  drying: 'Drying',
  light: 'Light',
  heat: 'Heat',
  harm: 'Harm',
  constants: 'Constants of its cure',
};

/** What is wrong with a card, with the field called as people call it. */
export function breachWords({ path, message }: Breach): string {
  const id = CARD_FIELD_IDS.find((one) => one === path);
  return id ? message.replace(id, CARD_FIELDS[id].label) : message;
}
