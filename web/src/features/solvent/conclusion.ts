import type { BathCare, Vessel } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { everydayLimitPctW } from '@north-step/core/care';
import { litresText, plainNumber } from '@north-step/core/units';

export type Conclusion = {
  readonly say: string;
  readonly more: string;
  readonly main: 'fill' | 'rotate' | 'refill' | 'reclaim' | 'read';
  readonly bathId?: string;
};

const FULL_DRUM_ML = 3000;

/** The limit of a bath: the estimator's, or the everyday one until that has caught up. */
export const limitOf = (vessel: Vessel, baths: readonly BathCare[]): number =>
  baths.find((bath) => bath.vesselId === vessel.id)?.limit.limitPctW ?? everydayLimitPctW(vessel);

/** Lines that are kept: with a can to fill from or a drum to empty into. Where there is none, the first. */
function keptLines(vessels: readonly Vessel[]) {
  const lines = linesOf(vessels).filter(({ baths }) => baths.length > 0);
  const kept = lines.filter(({ fresh, drum }) => fresh ?? drum);
  return kept.length > 0 ? kept : lines.slice(0, 1);
}

const allOf = (baths: readonly Vessel[]): string =>
  baths.length === 1 ? baths[0]!.name : baths.length === 2 ? 'both baths' : 'the baths';
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The one thing to say about the solvent now. */
export function conclusionOf(vessels: readonly Vessel[], care: readonly BathCare[]): Conclusion {
  const lines = keptLines(vessels);
  const baths = lines.flatMap((line) => line.baths);
  if (baths.length === 0 || baths.some(({ volumeMl }) => volumeMl < 1))
    return {
      say: baths.length === 0 ? 'There is no bath yet.' : `Fill ${allOf(baths)}.`,
      more: 'A batch can only be washed in baths that hold solvent.',
      main: 'fill',
    };
  const rotates = (id: string) =>
    lines.some((line) => line.drum && line.baths.length > 1 && line.baths.some((one) => one.id === id));
  const pressing = [...care]
    .filter((bath) => bath.advice.weight > 0)
    .sort((a, b) => b.advice.weight - a.advice.weight)[0];
  if (pressing) {
    const { say, more, act } = pressing.advice;
    const change = rotates(pressing.vesselId) ? 'rotate' : 'refill';
    const main = act === 'read' ? 'read' : act === 'fill' ? 'fill' : change;
    return { say, more, main, bathId: pressing.vesselId };
  }
  const spent = [...baths].reverse().find((bath) => care.length === 0 && bath.loadPctW >= limitOf(bath, care));
  if (spent)
    return {
      say: `${rotates(spent.id) ? 'Rotate the baths' : `Change ${spent.name}`}: ${spent.name} holds ${plainNumber(spent.loadPctW)} % resin.`,
      more: `It should be acted on at ${plainNumber(limitOf(spent, care))} %.`,
      main: rotates(spent.id) ? 'rotate' : 'refill',
      bathId: spent.id,
    };
  const fit = `${capital(allOf(baths))} ${baths.length === 1 ? 'is' : 'are'} fit.`;
  const drum = lines.find((line) => line.drum && line.drum.volumeMl > FULL_DRUM_ML)?.drum;
  if (drum)
    return {
      say: `${fit} ${litresText(drum.volumeMl)} wait in the drum.`,
      more: 'Harden it in light and filter it, outdoors or under extraction.',
      main: 'reclaim',
    };
  const acts = lines[0]!.baths.map((bath) => `${plainNumber(limitOf(bath, care), 3)} % in ${bath.name}`);
  return { say: fit, more: `Act at ${acts.join(', ')}.`, main: 'fill' };
}
