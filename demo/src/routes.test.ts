import { makeRandom } from '@north-step/core/maths';
import { ROUTE_TEMPLATES, type RouteBench, routeRefusal, templateById } from '@north-step/core/route';
import { describe, expect, it } from 'vitest';
import { ROUTES_OF, RouteTurns } from './routes.ts';
import { WORKSHOP } from './workshop.ts';

/** The workshop as routes are bound to it, its baths clean. */
function benchOf(): RouteBench {
  const { stations, vessels, lines, bench } = WORKSHOP;
  const at = (vesselId: string) => stations.find((station) => station.vesselId === vesselId)!.id;
  const bath = { loadPctW: 0, strengthPctW: 99, agitation: 'still' } as const;
  return {
    stations,
    lines: lines.map(({ id, name, baths }) => ({ id, name, baths: baths.map(at) })),
    baths: Object.fromEntries(
      vessels
        .filter(({ kind }) => kind === 'bath')
        .map(({ id, name, solvent = 'isopropanol' }) => [at(id), { ...bath, name, solvent }]),
    ),
    lamps: bench.lamps,
  };
}

describe('the demo’s routes', () => {
  it('are all that ship, each for a resin that can run it on this bench', () => {
    const elsewhere = ['three-baths', 'one-bath', 'one-jar', 'jar-and-sun'];
    const here = ROUTE_TEMPLATES.map(({ id }) => id).filter((id) => !elsewhere.includes(id));
    expect([...new Set(Object.values(ROUTES_OF).flat())].sort()).toEqual(here.sort());
    const bench = benchOf();
    for (const { card } of WORKSHOP.resins)
      for (const id of ROUTES_OF[card.id]!)
        expect(routeRefusal(templateById(id)!, { card, bench }), `${card.id} ${id}`).toBeUndefined();
  });
  it('take turns, so that none is left out of a season', () => {
    for (const seed of [1, 20_417, 77]) {
      const turns = new RouteTurns(makeRandom(seed));
      const ran = new Set(Array.from({ length: 40 }, () => turns.take('grey-general')));
      expect([...ran].sort()).toEqual([...ROUTES_OF['grey-general']!].sort());
    }
  });
});
