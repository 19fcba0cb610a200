import { clockText } from '@north-step/core/units';
import { describe, expect, it } from 'vitest';
import { bands, isInside } from './bands.ts';

describe('first numbers that people know', () => {
  it('lie in their usual bands for every resin, or say why not', () => {
    const rows = bands();
    expect(new Set(rows.map(({ resin }) => resin)).size).toBe(8);
    for (const { resin, what, plannedS, band, because } of rows)
      expect(isInside(plannedS, band) || because !== undefined, `${resin}, ${what}: ${clockText(plannedS)}`).toBe(true);
    expect(rows.filter(({ plannedS, band }) => isInside(plannedS, band)).length).toBeGreaterThan(rows.length / 2);
  });
});
