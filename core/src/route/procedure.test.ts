import { describe, expect, it } from 'vitest';
import type { ResinCard } from '../resin/index.ts';
import { everythingBench, testCard } from '../testing/index.ts';
import {
  ownOrder,
  procedureBreaches,
  procedureRoute,
  procedureTimes,
  routeRefusal,
  templateById,
  usualRoute,
} from './index.ts';

const steps = [
  { type: 'off-plate' },
  { type: 'wash-ultrasonic', seconds: 30 },
  { type: 'wash-hand', where: 'last-bath', seconds: 60 },
  { type: 'rest', seconds: 900 },
  { type: 'look-matte' },
  { type: 'cure', seconds: 300, medium: 'water' as const },
  { type: 'turn-over' },
  { type: 'cure', seconds: 240 },
  { type: 'look-cured' },
  { type: 'accept' },
  { type: 'seal' },
];
const whole: ResinCard = { ...testCard, procedure: { reference: 'IFU 9', steps } };
const twoJars: ResinCard = {
  ...testCard,
  procedure: { wash1S: 180, wash2S: 120, dryS: 600, cureS: 1200, reference: 'IFU 7' },
};

describe('a card that carries its procedure', () => {
  it('brings its own order of work along, every time exact', () => {
    const route = procedureRoute(whole)!;
    expect(route.name).toBe('IFU 9');
    expect(route.steps.map(({ seconds }) => seconds)).toEqual(
      steps.map((step) => ('seconds' in step ? step.seconds : undefined)),
    );
    expect(procedureTimes(whole)).toEqual({ dryS: 900, lightS: 540 });
    expect(procedureBreaches(whole)).toEqual([]);
  });
  it('of before whole procedures is two jars, a rest and a light', () => {
    const timed = procedureRoute(twoJars)!.steps.filter(({ seconds }) => seconds !== undefined);
    expect(timed.map(({ type, seconds }) => [type, seconds])).toEqual([
      ['wash-hand', 180],
      ['wash-hand', 120],
      ['rest', 600],
      ['cure', 1200],
    ]);
  });
  it('takes the place of the route of that name; another order is refused with its own', () => {
    expect(ownOrder(whole, templateById('procedure')!).steps).toEqual(steps);
    const other = templateById('two-baths')!;
    expect(ownOrder(whole, other)).toBe(other);
    const refusal = routeRefusal(other, { card: whole })!;
    expect(refusal.code).toBe('PROCEDURE_ONLY');
    expect(refusal.message).toMatch(/ultrasonic.*, at exact times/);
    expect(routeRefusal(procedureRoute(whole)!, { card: whole, bench: everythingBench })).toBeUndefined();
    expect(
      usualRoute({ card: whole, part: { name: 'x', areaMm2: 1, heightMm: 1, wallMm: 1 }, bench: everythingBench }),
    ).toEqual(procedureRoute(whole));
  });
  it('does not let one time of it be typed over', () => {
    const own = procedureRoute(whole)!;
    const typed = { ...own, id: 'mine', steps: own.steps.map((s) => (s.type === 'rest' ? { ...s, seconds: 60 } : s)) };
    expect(routeRefusal(typed, { card: whole })!.message).toContain('rest until dry at its own time');
  });
  it('is not saved with a step that nobody knows, that has no time, or that cannot be run', () => {
    const withSteps = (edit: (all: typeof steps) => readonly object[]): readonly string[] =>
      procedureBreaches({ ...whole, procedure: { reference: 'IFU 9', steps: edit(steps) as never } }).map(
        ({ message }) => message,
      );
    expect(withSteps((all) => [{ type: 'boil' }, ...all])).toEqual([expect.stringContaining('“boil” is not known')]);
    expect(withSteps((all) => all.map((s) => (s.type === 'rest' ? { type: 'rest' } : s)))).toEqual([
      'procedure: “Rest until dry” has no seconds.',
    ]);
    expect(withSteps((all) => all.filter(({ type }) => type !== 'rest' && type !== 'look-matte'))[0]).toMatch(
      /procedure: /,
    );
  });
});
