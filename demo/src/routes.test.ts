import { ROUTE_TEMPLATES, routeRefusal, templateById } from '@north-step/core/route';
import { describe, expect, it } from 'vitest';
import { makeRandom } from './random.ts';
import { ROUTES_OF, RouteTurns } from './routes.ts';
import { WORKSHOP } from './workshop.ts';

describe('the demo’s routes', () => {
  it('are all that ship, each for a resin that can run it on this bench', () => {
    expect([...new Set(Object.values(ROUTES_OF).flat())].sort()).toEqual(ROUTE_TEMPLATES.map(({ id }) => id).sort());
    const solventOf = new Map(
      WORKSHOP.stations.map(({ id, vesselId }) => {
        const vessel = WORKSHOP.vessels.find((one) => one.id === vesselId);
        return [id, vessel && (vessel.solvent ?? 'isopropanol')] as const;
      }),
    );
    for (const { card } of WORKSHOP.resins)
      for (const id of ROUTES_OF[card.id]!)
        expect(
          routeRefusal(templateById(id)!, { card, solventAt: (station) => solventOf.get(station) }),
          `${card.id} ${id}`,
        ).toBeUndefined();
  });
  it('take turns, so that none is left out of a season', () => {
    for (const seed of [1, 20_417, 77]) {
      const turns = new RouteTurns(makeRandom(seed));
      const ran = new Set(Array.from({ length: 40 }, () => turns.take('grey-general')));
      expect([...ran].sort()).toEqual([...ROUTES_OF['grey-general']!].sort());
    }
  });
});
