import { describe, expect, it } from 'vitest';
import { testCard } from '../testing/index.ts';
import { cardLines, compareCards, validateCard, withCardValue } from './index.ts';

describe('cards compared', () => {
  it('differ in what was changed, whether the family or the card sets it', () => {
    const after = { ...testCard, version: 2, exposureCapS: 600, cure: { k0PerS: 0.007 }, cardCureS: 240 };
    expect(compareCards(testCard, after)).toEqual([
      {
        field: 'exposureCapS',
        group: 'washing',
        label: 'Longest time in solvent, all baths',
        before: '15:00',
        after: '10:00',
      },
      { field: 'cardCureS', group: 'light', label: 'Light by its data sheet', before: undefined, after: '4:00' },
      {
        field: 'cure.k0PerS',
        group: 'constants',
        label: 'Rate at 25 °C and 10 mW/cm²',
        before: '0.006 1/s',
        after: '0.007 1/s',
      },
    ]);
    expect(compareCards(after, testCard).map(({ field }) => field)).toContain('cardCureS');
    expect(compareCards(testCard, { ...testCard, version: 9 })).toEqual([]);
    // what the family gives is the same whether the card repeats it or not
    expect(compareCards(testCard, { ...testCard, cure: { k0PerS: 0.006 } })).toEqual([]);
  });
  it('list every field once, with its unit', () => {
    const lines = cardLines(testCard);
    expect(new Set(lines.map(({ field }) => field)).size).toBe(lines.length);
    expect(lines).toContainEqual({
      field: 'viscosityMPaS25',
      group: 'identity',
      label: 'Viscosity at 25 °C',
      value: '300 mPa·s',
    });
    // people read names, never identifiers
    for (const { label } of lines) expect(label).toMatch(/^[A-Z][^A-Z]* ?/);
    expect(lines.some(({ label }) => /[a-z]{2}[A-Z]|\./.test(label))).toBe(false);
  });
  it('a field is set, and taken out again, where it lies', () => {
    const heated = withCardValue(withCardValue(testCard, 'oven.tempC', 60), 'oven.seconds', 1800);
    expect(heated.oven).toEqual({ tempC: 60, seconds: 1800 });
    expect(validateCard(heated)).toEqual([]);
    const half = withCardValue(heated, 'oven.tempC', undefined);
    expect(validateCard(half)).toEqual([{ path: 'oven', message: 'oven needs both its heat and its time.' }]);
    const cold = withCardValue(half, 'oven.seconds', undefined);
    expect('oven' in cold).toBe(false);
    expect(compareCards(testCard, cold)).toEqual([]);
  });
  it('a card that breaks its own rules names every field', () => {
    const breaches = validateCard({ ...testCard, viscosityMPaS25: 0, exposureCapS: 9e9, cardCureS: 0 });
    expect(breaches.map(({ path }) => path)).toEqual(['viscosityMPaS25', 'exposureCapS', 'cardCureS']);
  });
});
