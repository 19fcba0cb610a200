import { describe, expect, it } from 'vitest';
import { testCard } from '../testing/index.ts';
import { cardLines, compareCards, validateCard } from './index.ts';

describe('cards compared', () => {
  it('differ in what was changed, whether the family or the card sets it', () => {
    const after = { ...testCard, version: 2, exposureCapS: 600, cure: { k0PerS: 0.007 }, cardCureS: 240 };
    expect(compareCards(testCard, after)).toEqual([
      { field: 'exposureCapS', before: '900 s', after: '600 s' },
      { field: 'cardCureS', before: undefined, after: '240 s' },
      { field: 'cure.k0PerS', before: '0.006', after: '0.007' },
    ]);
    expect(compareCards(after, testCard).map(({ field }) => field)).toContain('cardCureS');
    expect(compareCards(testCard, { ...testCard, version: 9 })).toEqual([]);
    // what the family gives is the same whether the card repeats it or not
    expect(compareCards(testCard, { ...testCard, cure: { k0PerS: 0.006 } })).toEqual([]);
  });
  it('list every field once, with its unit', () => {
    const lines = cardLines(testCard);
    expect(new Set(lines.map(({ field }) => field)).size).toBe(lines.length);
    expect(lines).toContainEqual({ field: 'viscosityMPaS25', value: '300 mPa·s' });
  });
  it('a card that breaks its own rules names every field', () => {
    const breaches = validateCard({ ...testCard, viscosityMPaS25: 0, exposureCapS: 9e9, cardCureS: 0 });
    expect(breaches.map((text) => text.split(' ')[0])).toEqual(['viscosityMPaS25', 'exposureCapS', 'cardCureS']);
  });
});
