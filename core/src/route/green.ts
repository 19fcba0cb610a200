import { glassTransitionC } from '../cure/index.ts';
import { cureConstantsOf, type ResinCard } from '../resin/index.ts';
import { dip, dipTempC, softenedMm } from '../trim/index.ts';

/** Softening point of a part as it leaves the printer: the glass transition at its green conversion. @returns °C */
export function greenTgOf(card: ResinCard): number {
  const constants = cureConstantsOf(card);
  return glassTransitionC(constants, constants.green);
}

/** A dip in warm water that lets supports of a part peel. @param tempC default as warm as its resin asks */
export function softeningDip(
  card: ResinCard,
  wallMm: number,
  tempC = dipTempC(greenTgOf(card)),
): { readonly tempC: number; readonly seconds: number } {
  const { seconds } = dip({ thicknessMm: softenedMm(wallMm), bathC: tempC, greenTgC: greenTgOf(card) });
  return { tempC, seconds };
}
