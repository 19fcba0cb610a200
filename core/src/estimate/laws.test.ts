import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyEvent } from './events.ts';
import { createFilter, systematic, weightsOf } from './filter.ts';
import type { BathDeed } from './types.ts';

const setup = ['a', 'b', 'c'].map((id) => ({
  id,
  solvent: 'isopropanol' as const,
  solventG: 2000,
  waterG: 100,
  resinG: 50,
}));
const id = fc.constantFrom('a', 'b', 'c');
const grams = fc.double({ min: 0, max: 3000, noNaN: true });
const deed: fc.Arbitrary<BathDeed> = fc.oneof(
  fc.record({ kind: fc.constant('transfer' as const), from: id, to: id, massG: grams }),
  fc.record({ kind: fc.constant('empty' as const), bath: id, to: id }),
);
const differ = (one: BathDeed) =>
  one.kind === 'transfer' ? one.from !== one.to : one.kind === 'empty' ? one.bath !== one.to : true;

describe('laws every particle obeys', () => {
  it('pouring between followed vessels keeps every gram, and none goes below nothing', () => {
    fc.assert(
      fc.property(fc.array(deed.filter(differ), { maxLength: 12 }), (deeds) => {
        const filter = createFilter(setup, 5, 60);
        const total = (i: number) =>
          [filter.solventG, filter.waterG, filter.resinG].map((baths) =>
            baths.reduce((sum, bath) => sum + bath[i]!, 0),
          );
        const before = Array.from({ length: 60 }, (_, i) => total(i));
        for (const [n, one] of deeds.entries()) applyEvent(filter, { ...one, id: `${n}`, atMs: n });
        for (let i = 0; i < 60; i++) {
          total(i).forEach((sum, part) => expect(sum).toBeCloseTo(before[i]![part]!, 6));
          for (const baths of [filter.solventG, filter.waterG, filter.resinG])
            for (const bath of baths) if (!(bath[i]! >= 0)) throw new Error(`below nothing: ${bath[i]}`);
        }
      }),
    );
  });
  it('resampling picks each particle in proportion to its weight, within one', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 50, maxLength: 80 }),
        fc.double({ min: 0, max: 0.999, noNaN: true }),
        (raw, offset) => {
          const sum = raw.reduce((a, b) => a + b, 0);
          const weights = Float64Array.from(raw, (w) => w / sum);
          const picks = systematic(weights, offset);
          weights.forEach((weight, i) => {
            const times = picks.filter((pick) => pick === i).length;
            expect(Math.abs(times - weight * weights.length)).toBeLessThan(1.000001);
          });
        },
      ),
    );
  });
  it('weights sum to one and tell how many particles count', () => {
    const filter = createFilter(setup, 5, 100);
    expect(weightsOf(filter).effective).toBeCloseTo(100, 6);
    filter.logWeight.fill(-1000);
    filter.logWeight[3] = 0;
    filter.weights = undefined;
    expect(weightsOf(filter).effective).toBeCloseTo(1, 6);
  });
});
