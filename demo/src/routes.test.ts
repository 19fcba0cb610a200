import { makeRandom } from '@north-step/core/maths';
import { bindRoute, ownOrder, ROUTE_TEMPLATES, routeRefusal, templateById } from '@north-step/core/route';
import { describe, expect, it } from 'vitest';
import { usualBench } from './bands.ts';
import { ROUTES_OF, RouteTurns } from './routes.ts';
import { WORKSHOP } from './workshop.ts';

describe('the demo’s routes', () => {
  it('are all that ship, each for a resin that can run it on this bench', () => {
    const elsewhere = ['three-baths', 'one-bath', 'one-jar', 'jar-and-sun'];
    const here = ROUTE_TEMPLATES.map(({ id }) => id).filter((id) => !elsewhere.includes(id));
    expect([...new Set(Object.values(ROUTES_OF).flat())].sort()).toEqual(here.sort());
    const bench = usualBench();
    for (const { card } of WORKSHOP.resins)
      for (const id of ROUTES_OF[card.id]!)
        expect(routeRefusal(ownOrder(card, templateById(id)!), { card, bench }), `${card.id} ${id}`).toBeUndefined();
  });
  it('stay in the baths of their liquid when those are dirty and taken, and others are free', () => {
    const bench = usualBench();
    const own = bench.lines[0]!.baths;
    const dirty = own.map((id) => [id, { ...bench.baths[id]!, loadPctW: 30 }] as const);
    const busy = { ...bench, baths: { ...bench.baths, ...Object.fromEntries(dirty) } };
    const taken = Object.fromEntries(own.map((id) => [id, 1]));
    for (const { card } of WORKSHOP.resins)
      for (const id of ROUTES_OF[card.id]!) {
        const route = ownOrder(card, templateById(id)!);
        const bound = bindRoute(route, busy, { card, taken });
        expect(bound.lacks, `${card.id} ${id}`).toEqual([]);
        expect(bound.steps.map(({ station }) => station)).toEqual(
          bindRoute(route, bench, { card }).steps.map(({ station }) => station),
        );
      }
  });
  it('take turns, so that none is left out of a season', () => {
    for (const seed of [1, 20_417, 77]) {
      const turns = new RouteTurns(makeRandom(seed));
      const ran = new Set(Array.from({ length: 80 }, () => turns.take('grey-general')));
      expect([...ran].sort()).toEqual([...ROUTES_OF['grey-general']!].sort());
    }
  });
});
