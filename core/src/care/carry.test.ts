import { describe, expect, it } from 'vitest';
import { carryEstimates, type MoveSince } from './index.ts';

const note = (loadPctW: number) => ({
  loadPctW,
  range90: [0.8 * loadPctW, 1.3 * loadPctW] as const,
  limitPctW: 12,
  batchesLeft: 10,
});
/** 4000 g of which the book says 2 % resin; the estimate says more. */
const held = {
  w1: { solventG: 3800, waterG: 120, resinG: 80 },
  w2: { solventG: 3900, waterG: 80, resinG: 20 },
  can: { solventG: 9900, waterG: 100, resinG: 0 },
};
const carry = (notes: Record<string, ReturnType<typeof note>>, ...since: MoveSince[]) =>
  carryEstimates(notes, held, since);

describe('an estimate until the filter has caught up', () => {
  it('is itself when nothing was done', () => {
    const notes = { w1: note(8) };
    expect(carry(notes)).toBe(notes);
  });
  it('takes on what a wash brought in: it does not fall back to the book', () => {
    const wash = {
      kind: 'wash',
      bath: 'w1',
      resin: 'grey',
      resinG: 5,
      carriedG: 0,
      dragOutG: 10,
      lostSolventG: 2,
      lostWaterG: 0,
    } as const;
    const { w1 } = carry({ w1: note(8) }, { deeds: [wash] });
    // 8 % of 4000 g is 320 g; with 5 g more and 2 g of vapour less; what is dragged out is as mixed as the rest
    expect(w1!.loadPctW).toBeCloseTo((100 * 325) / 4003, 6);
    expect(w1!.range90[0] / w1!.loadPctW).toBeCloseTo(0.8, 9);
    expect(w1!.batchesLeft).toBe(10);
  });
  it('counts what the parts carry over from the bath before', () => {
    const wash = {
      kind: 'wash',
      bath: 'w2',
      resin: 'grey',
      resinG: 0,
      carriedG: 40,
      carriedFrom: 'w1',
      dragOutG: 0,
      lostSolventG: 0,
      lostWaterG: 0,
    } as const;
    const { w2 } = carry({ w1: note(8), w2: note(1) }, { deeds: [wash] });
    // 40 g at 8 % into 4000 g at 1 %
    expect(w2!.loadPctW).toBeCloseTo((100 * (40 + 3.2)) / 4040, 6);
  });
  it('follows the liquid when baths are rotated and filled', () => {
    const rotate = {
      kind: 'rotate',
      first: 'w1',
      second: 'w2',
      drum: 'drum',
      solventG: 0,
      waterG: 0,
      resinG: 0,
    } as const;
    const fresh = { kind: 'transfer', from: 'can', to: 'w2', massG: 4000 } as const;
    const after = carry({ w1: note(8), w2: note(1) }, { deeds: [rotate, fresh] });
    expect(after.w1!.loadPctW).toBeCloseTo(1, 6);
    expect(after.w2!.loadPctW).toBeCloseTo(0, 9);
  });
  it('a top-up dilutes it; what the book only knows by amount is taken as booked, and nothing goes below nothing', () => {
    const topUp = { kind: 'transfer', from: 'can', to: 'w1', massG: 1000 } as const;
    expect(carry({ w1: note(8) }, { deeds: [topUp] }).w1!.loadPctW).toBeCloseTo((100 * 320) / 5000, 6);
    const lines = [{ vesselId: 'w1', solventG: -9999, waterG: -9, resinG: -9 }];
    expect(carry({ w1: note(8) }, { lines }).w1!.loadPctW).toBeGreaterThanOrEqual(0);
    const away = carry({ w1: note(8) }, { deeds: [{ kind: 'remove', bath: 'w1', massG: 2000 }] });
    expect(away.w1!.loadPctW).toBeCloseTo(8, 9);
  });
});
