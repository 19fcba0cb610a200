import type { BathCare, Vessel } from '@north-step/contract';
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

/** The one thing to say about the solvent now. */
export function conclusionOf(vessels: readonly Vessel[], baths: readonly BathCare[]): Conclusion {
  const role = (name: Vessel['role']) => vessels.find((vessel) => vessel.role === name);
  const [first, clean, drum] = [role('first'), role('clean'), role('drum')];
  if (!first || !clean || first.volumeMl < 1 || clean.volumeMl < 1)
    return { say: 'Fill both baths.', more: 'A batch can only be washed in baths that hold solvent.', main: 'fill' };
  const pressing = [...baths]
    .filter((bath) => bath.advice.weight > 0)
    .sort((a, b) => b.advice.weight - a.advice.weight)[0];
  if (pressing) {
    const { say, more, act } = pressing.advice;
    const rotates = pressing.vesselId === first.id || pressing.vesselId === clean.id;
    const main = act === 'read' ? 'read' : act === 'fill' ? 'fill' : rotates ? 'rotate' : 'refill';
    return { say, more, main, bathId: pressing.vesselId };
  }
  const spent = [clean, first].find((vessel) => baths.length === 0 && vessel.loadPctW >= limitOf(vessel, baths));
  if (spent)
    return {
      say: `Rotate the baths: ${spent.name} holds ${plainNumber(spent.loadPctW)} % resin.`,
      more: `It should be acted on at ${plainNumber(limitOf(spent, baths))} %.`,
      main: 'rotate',
      bathId: spent.id,
    };
  if (drum && drum.volumeMl > FULL_DRUM_ML)
    return {
      say: `Both baths are fit. ${litresText(drum.volumeMl)} wait in the drum.`,
      more: 'Harden it in light and filter it, outdoors or under extraction.',
      main: 'reclaim',
    };
  return {
    say: 'Both baths are fit.',
    more: `Act at ${plainNumber(limitOf(first, baths), 3)} % in the first bath and ${plainNumber(limitOf(clean, baths))} % in the clean one.`,
    main: 'fill',
  };
}
