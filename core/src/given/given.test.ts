import { expect, it } from 'vitest';
import { given } from './index.ts';

it('covers no default with what is not given; null, nought and false are given', () => {
  const said: { a?: number | undefined; b: number | null; c: boolean } = { a: undefined, b: null, c: false };
  const usual = { a: 1, b: 2, c: true };
  expect(Object.assign({}, usual, given(said))).toEqual({ a: 1, b: null, c: false });
  expect('a' in given(said)).toBe(false);
});
