import { describe, expect, it } from 'vitest';
import { demandsOf, piecesText } from '../batch/index.ts';
import type { BenchNow, Schools } from '../bench/index.ts';
import { joinParts } from '../part/index.ts';
import { begunBench } from '../setUp/index.ts';
import { testBench, testCard, testPart } from '../testing/index.ts';
import { adviseRoute, checkRoute, expectedTrimS, schoolsOf, templateById, trimPace, usualRoute } from './index.ts';

const card = (family: (typeof testCard)['family']) => ({ ...testCard, family });

describe('advice', () => {
  it.each([
    ['an easy part', {}, {}, 'two-baths', 'before cure'],
    ['a stated tolerance', {}, { toleranceMm: 0.1 }, 'keep-shape', 'after cure'],
    ['a loose tolerance', {}, { toleranceMm: 0.3 }, 'two-baths', 'before cure'],
    ['a long thin fin', { thinMm: 0.8, thinSpanMm: 20 }, {}, 'keep-shape', 'after cure'],
    ['a short thin lip', { thinMm: 0.8, thinSpanMm: 4 }, {}, 'two-baths', 'before cure'],
    ['a lattice', { supportContacts: 55 }, {}, 'second-wash', 'between washes'],
  ] as const)('for %s', (_, part, more, routeId, when) => {
    const advice = adviseRoute({ card: testCard, part: { ...testPart, ...part }, ...more });
    expect([advice.routeId, advice.when]).toEqual([routeId, when]);
    expect(advice.reasons.length).toBeGreaterThan(0);
    expect(advice.others.map((other) => other.when)).not.toContain(when);
    expect(advice.others).toHaveLength(3);
    expect(templateById(advice.routeId)).toBeDefined();
  });
  it.each([
    ['tough', 'warm-peel'],
    ['casting pattern', 'casting'],
    ['filled', 'filled-rinse'],
    ['high-temperature', 'oven-after'],
    ['water-wash', 'water-wash'],
  ] as const)('by resin: %s', (family, routeId) => {
    const advice = adviseRoute({ card: card(family), part: testPart });
    expect(advice.routeId).toBe(routeId);
    expect(checkRoute(templateById(routeId)!, { part: testPart }).filter(({ level }) => level === 'refused')).toEqual(
      [],
    );
  });
  it('leaves a validated procedure no choice', () => {
    const procedure = { wash1S: 180, wash2S: 120, dryS: 600, cureS: 1200, reference: 'IFU 7' };
    const advice = adviseRoute({ card: { ...testCard, procedure }, part: testPart, toleranceMm: 0.05 });
    expect(advice).toMatchObject({ routeId: 'procedure', others: [] });
  });
  it('names the thin features in the clip order, and warns of sag', () => {
    const advice = adviseRoute({ card: testCard, part: { ...testPart, thinMm: 0.6, thinSpanMm: 60 } });
    expect(advice.clipOrder.join(' ')).toContain('0.60 mm features last');
    expect(advice.dip.warning).toContain('droops');
  });
});

describe('the usual route of a bench', () => {
  it('is advised where nothing of the part decides: three baths in line are all used', () => {
    const also = [{ thing: 'machine-bath', name: 'Middle bath' }] as const;
    const [two, three] = [[], also].map((more) => begunBench({ bench: 'two baths and a box', also: more }, 0));
    const at = (bench: BenchNow) => adviseRoute({ card: testCard, part: testPart, bench }).routeId;
    expect([at(two!), at(three!)]).toEqual(['two-baths', 'three-baths']);
  });
});

describe('what a workshop prefers', () => {
  const part = testPart;
  const at = (schools: Partial<Schools>, over: object = {}) => ({
    card: testCard,
    part,
    bench: { ...testBench, schools, ...over },
  });
  it('is offered first where the bench can do it; all else stays as on any day', () => {
    const everyday = schoolsOf(usualRoute(at({})));
    const after = schoolsOf(usualRoute(at({ supports: 'after cure' })));
    expect(after.supports).toBe('after cure');
    expect(after.washing).toBe(everyday.washing);
    expect(schoolsOf(usualRoute(at({ cureIn: 'water' }))).cureIn).toBe('water');
    // nothing but jars and racks here: no tank, so the everyday one
    expect(schoolsOf(usualRoute(at({ washing: 'ultrasonic, short' }))).washing).toBe(everyday.washing);
  });
  it('outweighs what is a matter of taste, not what holds the shape', () => {
    const supports = 'before cure' as const;
    const tough = { ...at({ supports }), card: card('tough') };
    expect(adviseRoute({ ...tough, bench: testBench }).when).toBe('warm dip, then peel');
    const advice = adviseRoute(tough);
    expect(advice.when).toBe('before cure');
    expect(advice.reasons.join(' ')).toContain('this workshop prefers');
    expect(adviseRoute({ ...tough, toleranceMm: 0.1 }).when).toBe('after cure');
  });
});

describe('trimming time', () => {
  it('grows with pieces and contacts', () => {
    // 4 × (40 + 5 × 12) = 400 s
    expect(expectedTrimS({ areaMm2: 1, supportContacts: 12, count: 4 })).toBe(400);
    expect(expectedTrimS({ areaMm2: 1500, count: 1 })).toBe(90);
  });
  it('is learned from a person’s own batches, slowly, and not from interruptions', () => {
    expect(trimPace([])).toBe(1);
    expect(trimPace(Array(27).fill({ tookS: 200, expectedS: 100 }))).toBeCloseTo(1.9, 9);
    expect(trimPace([{ tookS: 100_000, expectedS: 100 }])).toBeCloseTo(1.5, 9);
    expect(trimPace([{ tookS: 0, expectedS: 100 }])).toBe(1);
  });
});

describe('several parts on a plate', () => {
  it('count together: areas add up, the thickest and the thinnest rule', () => {
    const a = {
      ...testPart,
      name: 'hood',
      areaMm2: 1000,
      heightMm: 20,
      wallMm: 2,
      thinMm: 0.7,
      thinSpanMm: 9,
      supportContacts: 4,
      supportAreaMm2: 50,
    };
    const b = { ...testPart, name: 'cap', areaMm2: 4000, heightMm: 45, wallMm: 5, pocketDepthMm: 12 };
    const { part, count } = joinParts([
      { part: a, count: 3 },
      { part: b, count: 1 },
    ]);
    expect(count).toBe(4);
    expect(part.areaMm2 * count).toBeCloseTo(7000, 6);
    expect(part).toMatchObject({
      name: 'hood and cap',
      heightMm: 45,
      wallMm: 5,
      thinMm: 0.7,
      thinSpanMm: 9,
      pocketDepthMm: 12,
    });
    expect((part.supportAreaMm2 ?? 0) * count).toBeCloseTo(150, 6);
    expect(part.pieces).toEqual([
      { name: 'hood', count: 3, own: a },
      { name: 'cap', count: 1, own: b },
    ]);
    expect(piecesText(part, count)).toBe('3 × hood, 1 × cap');
    expect(demandsOf(part)).toEqual([
      { what: 'wall', name: 'cap', mm: 5 },
      { what: 'height', name: 'cap', mm: 45 },
      { what: 'blind hole', name: 'cap', mm: 12 },
    ]);
    expect(joinParts([{ part: a, count: 2 }])).toEqual({ part: a, count: 2 });
  });
});
