import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { batchCost } from '../cost/index.ts';
import { marksAfter } from '../marks/index.ts';
import { DEFAULT_PRICES } from '../prices/index.ts';
import { handedOverG, reduceWaste, type WasteContainer, type WasteEvent, wasteRefusal } from '../waste/index.ts';
import { addParcels, EMPTY_PARCEL, negate, type Parcel, periodOf, SINKS } from './index.ts';

describe('a period of the book', () => {
  const parcel = fc.tuple(
    fc.bigInt(-9_000_000n, 9_000_000n),
    fc.bigInt(-9_000_000n, 9_000_000n),
    fc.bigInt(-9000n, 9000n),
  );
  const flow = fc.record({
    account: fc.constantFrom(...SINKS),
    kind: fc.constantFrom('fill', 'wash', 'rain', 'evaporate', 'reclaim pass'),
    parcel,
  });
  it('opens, and its rows add up to how it closes, exactly: whatever happened', () => {
    fc.assert(
      fc.property(parcel, fc.array(flow), (before, flows) => {
        // each posting balances: vessels gain what sinks lose
        const gained = flows.reduce<Parcel>((sum, one) => addParcels(sum, negate(one.parcel)), EMPTY_PARCEL);
        const vessels = { account: 'w1', isVessel: true, kind: 'wash', parcel: gained };
        const { rows, closing, opening } = periodOf(before, [
          ...flows.map((one) => ({ ...one, isVessel: false })),
          vessels,
        ]);
        expect(closing).toEqual(addParcels(before, gained));
        expect(rows.reduce<Parcel>((sum, row) => addParcels(sum, row.parcel), opening)).toEqual(closing);
      }),
    );
  });
  it('tells what was bought from what was washed off parts and what rained in', () => {
    const at = (kind: string, mg: Parcel) => ({ account: 'supply', isVessel: false, kind, parcel: mg });
    const { rows } = periodOf(EMPTY_PARCEL, [
      at('fill', [-900n, -100n, 0n]),
      at('wash', [0n, 0n, -7n]),
      at('rain', [0n, -30n, 0n]),
      { account: 'evaporated', isVessel: false, kind: 'pan dries', parcel: [0n, 20n, 0n] },
    ]);
    const of = (row: string) => rows.find((one) => one.row === row)!.parcel;
    expect(of('bought')).toEqual([900n, 100n, 0n]);
    expect(of('washed off parts')).toEqual([0n, 0n, 7n]);
    expect(of('rained in')).toEqual([0n, 30n, 0n]);
    expect(of('evaporated reclaiming')).toEqual([0n, -20n, 0n]);
  });
});

describe('the mark of reclaimed liquid', () => {
  const held = new Map([
    ['bottle', { massG: 1000, share: 1 }],
    ['w1', { massG: 2000, share: 0.3 }],
    ['w2', { massG: 3000, share: 0 }],
    ['drum', { massG: 0, share: 0 }],
  ]);
  it('goes with it: poured, mixed, rotated, emptied', () => {
    expect(marksAfter(held, [{ kind: 'transfer', from: 'bottle', to: 'w2', massG: 1000 }]).get('w2')).toBeCloseTo(
      0.25,
      9,
    );
    const rotated = marksAfter(held, [
      { kind: 'rotate', first: 'w1', second: 'w2', drum: 'drum', solventG: 0, waterG: 0, resinG: 0 },
      { kind: 'transfer', from: 'bottle', to: 'w2', massG: 500 },
    ]);
    expect([rotated.get('w1'), rotated.get('w2'), rotated.get('drum')]).toEqual([0, 1, 0.3]);
    expect(marksAfter(held, [{ kind: 'fill', bath: 'w1', solventG: 2000, waterG: 0, resinG: 0 }]).get('w1')).toBe(0.15);
  });
});

describe('what a batch cost', () => {
  it('is resin, solvent, its share of a bath change, consumables and hands', () => {
    const use = {
      resinInBathsG: 8,
      solventLostMl: 25,
      baths: [{ name: 'Wash 1', resinG: 7, takesG: 350, volumeMl: 5000 }],
      handsMin: 15,
    };
    const { rows, total } = batchCost(use, DEFAULT_PRICES);
    // 8 g at 38/kg, 25 mL at 4.60/L, a fiftieth of 5 L at 4.60 + 1.20, 0.90, a quarter of an hour at 24
    expect(rows.map(({ cost }) => Number(cost.toFixed(4)))).toEqual([0.304, 0.115, 0.58, 0.9, 6]);
    expect(total).toBeCloseTo(7.899, 6);
  });
});

describe('a container of waste', () => {
  const at = { atMs: 1000, by: 'Ada B.' };
  const opened: WasteEvent = { ...at, type: 'opened', id: 'c', name: 'Tin', kind: 'sludge', capacityL: 5 };
  const of = (...events: WasteEvent[]) =>
    [opened, ...events].reduce<WasteContainer | undefined>(reduceWaste, undefined)!;
  const some: WasteEvent = { ...at, type: 'added', what: 'sludge', grams: 300 };
  it('is not hardened once something is added to it, and leaves only hardened', () => {
    const hard = of(some, { ...at, type: 'hardened' });
    expect(wasteRefusal(hard, 'handed-over').ok).toBe(true);
    const more = reduceWaste(hard, { ...some, grams: 50 });
    expect([more.grams, more.hardenedAtMs]).toEqual([350, undefined]);
    expect(wasteRefusal(more, 'handed-over')).toMatchObject({ ok: false, refusal: { code: 'NOT_HARDENED' } });
  });
  it('counts in the year in which it was handed over, by the carrier’s scale', () => {
    const gone = of(
      some,
      { ...at, type: 'hardened' },
      { ...at, atMs: 5000, type: 'handed-over', carrier: 'X', grams: 330 },
    );
    expect(handedOverG([gone], 4000, 6000).get('sludge')).toBeCloseTo(330, 9);
    expect(handedOverG([gone], 0, 5000).size).toBe(0);
  });
});
