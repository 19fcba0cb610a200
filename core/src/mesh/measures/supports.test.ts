import { expect, it } from 'vitest';
import { supportsByShape } from './supports.ts';

it('a file of very many loose pieces is looked through, not choked on', () => {
  const piece = (low: number, high: number, volumeMm3: number) => ({ low, high, volumeMm3, areaMm2: 1 });
  const stems = Array.from({ length: 300_000 }, () => piece(0, 5, 0.1));
  const found = supportsByShape([piece(4, 30, 900), ...stems]);
  expect(found).toHaveLength(300_000);
  expect(found[0]).toBe(1);
});
