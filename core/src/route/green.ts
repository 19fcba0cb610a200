import { glassTransitionC } from '../cure/index.ts';
import { cureConstantsOf, type ResinCard } from '../resin/index.ts';

/** Softening point of a part as it leaves the printer: the glass transition at its green conversion. @returns °C */
export function greenTgOf(card: ResinCard): number {
  const constants = cureConstantsOf(card);
  return glassTransitionC(constants, constants.green);
}
