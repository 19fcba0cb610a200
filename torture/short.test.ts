import { describe, expect, it } from 'vitest';
import { fuzz } from './fuzz.ts';
import { often } from './outcome.ts';

const broken = async (attack: Promise<readonly { readonly what: string; readonly broke: readonly string[] }[]>) =>
  (await attack).filter(({ broke }) => broke.length > 0);

describe('the short form of npm run torture', () => {
  it('answers requests that are nearly right without a failure of ours', async () => {
    expect(await broken(fuzz(60))).toEqual([]);
  }, 600_000);
  it('tells what broke, and does not count it as held', async () => {
    const outcome = await often('odd rounds break', 4, async (round) => {
      if (round === 3) throw new Error('thrown');
      return round === 1 ? 'said' : undefined;
    });
    expect(outcome).toMatchObject({ tried: 4, held: 2, broke: ['round 2: said', 'round 4: Error: thrown'] });
  });
});
