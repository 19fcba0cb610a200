import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  addParcels,
  type Balances,
  dryLines,
  EMPTY_PARCEL,
  fillLines,
  freshParcel,
  type LedgerLine,
  netOn,
  type Parcel,
  type Posting,
  parcelVolumeMl,
  portion,
  post,
  reversalOf,
  rotateLines,
  strengthPctW,
  totalMg,
  transferLines,
  washLines,
} from './index.ts';

const held = (balances: Balances, account: string): Parcel => balances.get(account) ?? EMPTY_PARCEL;
/** A cheap assertion for hot loops. */
const must = (holds: unknown, what: string) => {
  if (!holds) throw new Error(`broken: ${what}`);
};
const sums = (balances: Balances): Parcel => [...balances.values()].reduce(addParcels, EMPTY_PARCEL);

describe('portion', () => {
  it('splits [700,200,100] by 333 into [233,67,33]', () =>
    expect(portion([700n, 200n, 100n], 333n)).toEqual([233n, 67n, 33n]));
  it('is exact and never takes more than there is', () => {
    const mg = fc.bigInt({ min: 0n, max: 10n ** 13n });
    fc.assert(
      fc.property(mg, mg, mg, mg, (a, b, c, amount) => {
        const part = portion([a, b, c], amount);
        const left = a + b + c - totalMg(part);
        expect(left === 0n || totalMg(part) === amount).toBe(true);
        expect(left >= 0n && totalMg(part) <= amount).toBe(true);
        expect(part[0] <= a && part[1] <= b && part[2] <= c).toBe(true);
      }),
    );
  });
});

describe('movements balance', () => {
  const bath: Parcel = [3_000_000n, 200_000n, 250_000n];
  it('washes resin in and drag-out and vapour out, to the milligram', () => {
    const wash = washLines({
      vessel: 'w1',
      held: bath,
      carriedIn: [1000n, 50n, 80n],
      resinInG: 4.2,
      dragOutG: 5,
      evaporated: { alcoholG: 1.5, waterG: -0.1 },
    });
    expect(wash.lines.reduce((s, l) => addParcels(s, l.parcel), EMPTY_PARCEL)).toEqual(EMPTY_PARCEL);
    expect(totalMg(wash.clinging)).toBe(5000n);
    // in: 4200 resin + 1130 carried; out: 1500 − 100 vapour + 5000 clinging
    expect(totalMg(netOn(wash.lines, 'w1'))).toBe(4200n + 1130n - 1400n - 5000n);
  });
  it('rotates: second becomes first, fresh into the second, first to the drum', () => {
    const fresh = freshParcel(4000, 95);
    const second: Parcel = [3_100_000n, 150_000n, 40_000n];
    let balances: Balances = new Map<string, Parcel>([
      ['w1', bath],
      ['w2', second],
      ['supply', addParcels(bath, second).map((mg) => -mg) as unknown as Parcel],
    ]);
    const done = post(balances, {
      id: 'r',
      lines: rotateLines({
        baths: [
          { id: 'w1', held: bath },
          { id: 'w2', held: second },
        ],
        drum: 'drum',
        fresh,
        freshFrom: 'supply',
      }),
    });
    if (!done.ok) throw new Error(done.refusal.code);
    balances = done.value;
    expect([held(balances, 'drum'), held(balances, 'w1'), held(balances, 'w2')]).toEqual([bath, second, fresh]);
  });
  it('knows the volume and strength of fresh liquid', () => {
    expect(parcelVolumeMl(freshParcel(1500, 91))).toBeCloseTo(1500, 1);
    expect(strengthPctW(freshParcel(1500, 91))).toBeCloseTo(91, 3);
  });
});

describe('ledger over 1,000 random sequences', () => {
  const step = fc.record({
    kind: fc.constantFrom('fill', 'move', 'wash', 'reverse', 'bad'),
    from: fc.nat(2),
    to: fc.nat(2),
    grams: fc.nat(4000),
    pick: fc.nat(50),
  });
  it('sums to zero, never overdraws, a refusal changes nothing, a reversal restores', () => {
    fc.assert(
      fc.property(fc.array(step, { size: 'max', maxLength: 40 }), (steps) => {
        let balances: Balances = new Map();
        const booked: Posting[] = [];
        const reversed = new Set<string>();
        let clinging: Parcel = EMPTY_PARCEL;
        steps.forEach((s, index) => {
          const from = `v${s.from}`;
          const to = `v${s.to}`;
          const before = new Map(balances);
          let lines: readonly LedgerLine[] = [];
          let carried = clinging;
          if (s.kind === 'fill') lines = fillLines(to, freshParcel(s.grams, 95));
          if (s.kind === 'move' && from !== to)
            lines = transferLines(from, to, held(balances, from), BigInt(s.grams) * 1000n);
          if (s.kind === 'bad') lines = [{ account: from, parcel: [BigInt(s.grams) + 1n, 0n, 0n] }];
          if (s.kind === 'wash') {
            const wash = washLines({
              vessel: from,
              held: held(balances, from),
              carriedIn: clinging,
              resinInG: s.grams / 1000,
              dragOutG: 3,
              evaporated: { alcoholG: 1, waterG: -0.2 },
            });
            lines = wash.lines;
            carried = wash.clinging;
          }
          let posting: Posting = { id: `p${index}`, lines };
          const target = booked[s.pick % Math.max(1, booked.length)];
          if (s.kind === 'reverse' && target) {
            const reversal = reversalOf(target, posting.id, reversed);
            if (!reversal.ok) {
              must(target.reverses !== undefined || reversed.has(target.id), 'refuses second reversals only');
              return;
            }
            posting = reversal.value;
          }
          const outcome = post(balances, posting);
          if (!outcome.ok) {
            must(`${[...balances]}` === `${[...before]}`, 'a refusal changes nothing');
            must(s.kind === 'bad' || s.kind === 'reverse', 'only impossible postings are refused');
            return;
          }
          const undone = reversalOf({ ...posting, reverses: undefined }, 'undo', new Set());
          const restored = undone.ok ? post(outcome.value, undone.value) : undefined;
          must(
            restored?.ok && [...restored.value].every(([id, p]) => `${p}` === `${before.get(id) ?? EMPTY_PARCEL}`),
            'reversal restores',
          );
          balances = outcome.value;
          booked.push(posting);
          if (posting.reverses) reversed.add(posting.reverses);
          if (s.kind === 'wash') clinging = carried;
          must(
            sums(balances).every((mg) => mg === 0n),
            'sums to zero',
          );
          must(
            ['v0', 'v1', 'v2'].every((id) => held(balances, id).every((mg) => mg >= 0n)),
            'no overdraft',
          );
        });
        expect(dryLines(clinging).reduce((sum, line) => addParcels(sum, line.parcel), EMPTY_PARCEL)).toEqual(
          EMPTY_PARCEL,
        );
      }),
      { numRuns: 1000 },
    );
  }, 60_000);
});
