import { describe, expect, it } from 'vitest';
import {
  type BathEvent,
  type BathReading,
  cloudOf,
  estimateOf,
  forecast,
  type History,
  type HistoryItem,
  learnedOf,
  learnedWords,
  quantiles,
  Replayer,
  refilled,
  toppedUp,
} from './index.ts';
import { Draws, normalQuantile, tableOf } from './random.ts';

const bath = (id: string) => ({ id, solvent: 'isopropanol' as const, solventG: 3500, waterG: 50, resinG: 0 });
const wash = (n: number, over: object = {}): HistoryItem => ({
  type: 'event',
  event: {
    id: `w${n}`,
    atMs: n * 3_600_000,
    kind: 'wash',
    bath: 'first',
    resin: 'grey',
    resinG: 6,
    carriedG: 0,
    dragOutG: 8,
    lostSolventG: 1,
    lostWaterG: 0,
    ...over,
  } as BathEvent,
});
const residue = (n: number, residueG: number): HistoryItem => ({
  type: 'reading',
  reading: {
    id: `r${n}`,
    atMs: n * 3_600_000 + 1,
    bath: 'first',
    kind: 'residue',
    sampleMl: 10,
    residueG,
  } as BathReading,
});
const history = (items: readonly HistoryItem[], over: Partial<History> = {}): History => ({
  baths: [bath('first'), bath('clean')],
  items,
  seed: 7,
  particles: 800,
  ...over,
});
const after = (items: readonly HistoryItem[], over: Partial<History> = {}) => {
  const replayed = new Replayer().run(history(items, over));
  return { ...replayed, first: estimateOf(replayed.filter, 0), clean: estimateOf(replayed.filter, 1) };
};
const thirty = Array.from({ length: 30 }, (_, n) => wash(n));

describe('the book alone', () => {
  it('expects about 180 g of resin in 3.5 kg after 30 batches of 6 g, within an honest range', () => {
    // 30 × 6 = 180 g in, about 8 g × 4 % a batch dragged out again: some 4.7 %; films vary by a third either way
    const { first } = after(thirty);
    expect(first.loadPctW).toBeGreaterThan(4);
    expect(first.loadPctW).toBeLessThan(6);
    expect(first.range90[0]).toBeLessThan(3.6);
    expect(first.range90[1]).toBeGreaterThan(6.5);
  });
  it('carries resin into the clean bath with what clings', () => {
    const { clean } = after([
      ...thirty,
      ...Array.from({ length: 10 }, (_, n) =>
        wash(40 + n, { bath: 'clean', resinG: 0, carriedG: 20, carriedFrom: 'first' }),
      ),
    ]);
    // 10 × 20 g at about 5 % are some 10 g in 3.6 kg
    expect(clean.loadPctW).toBeGreaterThan(0.15);
    expect(clean.loadPctW).toBeLessThan(0.5);
  });
  it('pours, empties and rotates masses where they belong', () => {
    const rotated = after([
      ...thirty,
      {
        type: 'event',
        event: {
          id: 'x',
          atMs: 1e9,
          kind: 'rotate',
          first: 'first',
          second: 'clean',
          solventG: 3500,
          waterG: 50,
          resinG: 0,
        },
      },
    ]);
    expect(rotated.first.loadPctW).toBeLessThan(0.2);
    expect(rotated.clean.loadPctW).toBe(0);
    const moved = after([
      { type: 'event', event: { id: 't', atMs: 1, kind: 'transfer', from: 'first', to: 'clean', massG: 1000 } },
    ]);
    expect(moved.first.massG + moved.clean.massG).toBeCloseTo(7100, -2);
    expect(moved.clean.massG - moved.first.massG).toBeCloseTo(2000, -2);
  });
});

describe('a reading', () => {
  it('pulls the load to what was measured and narrows the range', () => {
    const before = after(thirty).first;
    // 0.57 g of 10 mL is 7.0 %
    const { first, verdicts } = after([...thirty, residue(31, 0.57)]);
    expect(Math.abs(first.loadPctW - 7)).toBeLessThan(0.4);
    expect(first.range90[1] - first.range90[0]).toBeLessThan(0.6 * (before.range90[1] - before.range90[0]));
    expect(verdicts[0]!.surprise).toBeLessThan(3);
  });
  it('teaches that this resin leaves more film, in words', () => {
    const items = [
      ...thirty,
      residue(31, 0.57),
      ...Array.from({ length: 20 }, (_, n) => wash(40 + n)),
      residue(61, 0.95),
    ];
    const film = learnedOf(after(items).filter).find(({ what, of }) => what === 'film' && of === 'grey')!;
    expect(film.factor).toBeGreaterThan(1.25);
    expect(learnedWords(film, () => 'Grey')).toMatch(/^Grey leaves 1\.\d× \(1\.\d–\d\.\d\) the expected film\.$/);
    expect(learnedWords({ ...film, factor: 1.02, range90: [0.9, 1.1] }, () => 'Grey')).toBeUndefined();
  });
  it('that is plainly wrong is a surprise, and moves the estimate less than a likely one would', () => {
    const good = [...thirty, residue(31, 0.4), residue(32, 0.4)];
    const { first, verdicts } = after([...good, residue(33, 2.4)]);
    expect(verdicts.at(-1)!.surprise).toBeGreaterThan(5);
    expect(first.loadPctW).toBeLessThan(7);
  });
  it('of the level teaches evaporation, of a look little, of tacky parts a loaded bath', () => {
    const idle = {
      type: 'event',
      event: { id: 'e', atMs: 1, kind: 'evaporate', bath: 'first', solventG: 300, waterG: 0 },
    } as const;
    const level: HistoryItem = {
      type: 'reading',
      reading: { id: 'l', atMs: 2, bath: 'first', kind: 'level', volumeMl: 3700 },
    };
    const dry = learnedOf(after([idle, level]).filter).find(
      ({ what, of }) => what === 'evaporation' && of === 'first',
    )!;
    expect(dry.factor).toBeGreaterThan(1.1);
    const seen = (reading: object): HistoryItem => ({
      type: 'reading',
      reading: { id: 's', atMs: 1e9, bath: 'first', ...reading } as BathReading,
    });
    const plain = after(thirty).first.loadPctW;
    expect(after([...thirty, seen({ kind: 'look', seen: 'clear' })]).first.loadPctW).toBeLessThan(plain);
    expect(after([...thirty, seen({ kind: 'look', seen: 'hidden' })]).first.loadPctW).toBeGreaterThan(plain);
    expect(after([...thirty, seen({ kind: 'outcome', tacky: true })]).first.loadPctW).toBeGreaterThan(plain);
  });
  it.each([
    ['flask', { kind: 'flask', flaskMl: 100, netG: 80.6, tempC: 20 }],
    ['index', { kind: 'index', index: 1.3826, tempC: 20 }],
    ['clarity', { kind: 'clarity', whiteSeen: 0.45, blackSeen: 0, whiteRef: 1, blackRef: 0, pathMm: 30 }],
  ])('by %s narrows the range too', (_, raw) => {
    const before = after(thirty).first;
    const { first } = after([
      ...thirty,
      { type: 'reading', reading: { id: 'k', atMs: 1e9, bath: 'first', ...raw } as BathReading },
    ]);
    expect(first.sdPctW).toBeLessThan(before.sdPctW);
  });
});

describe('replaying', () => {
  const long = Array.from({ length: 400 }, (_, n) =>
    n % 50 === 49 ? residue(n, (8 * n) / 3600) : wash(n, { resinG: 1, dragOutG: 0.1 }),
  );
  it('gives the same answer for the same history, from scratch or from a snapshot', () => {
    const scratch = new Replayer().run(history(long));
    const warm = new Replayer();
    warm.run(history(long.slice(0, -1)));
    const again = warm.run(history(long));
    expect(again.replayedItems).toBe(1);
    expect(estimateOf(again.filter, 0)).toEqual(estimateOf(scratch.filter, 0));
    expect(again.trace).toEqual(scratch.trace);
  });
  it('goes back behind a movement that was taken back', () => {
    const warm = new Replayer();
    warm.run(history(long));
    const without = long.filter((_, index) => index !== 300);
    const replayed = warm.run(history(without));
    expect(replayed.replayedItems).toBeGreaterThanOrEqual(99);
    expect(replayed.replayedItems).toBeLessThan(399);
    expect(estimateOf(replayed.filter, 0)).toEqual(estimateOf(new Replayer().run(history(without)).filter, 0));
  });
  it('another seed tells nearly the same', () => {
    const [a, b] = [7, 8].map(
      (seed) => estimateOf(new Replayer().run(history(long, { seed, particles: 2000 })).filter, 0).loadPctW,
    );
    expect(Math.abs(a! - b!)).toBeLessThan(0.3);
  });
  it('refuses no baths and too few particles', () => {
    expect(() => after([], { baths: [] })).toThrow(/baths/);
    expect(() => after([], { particles: 5 })).toThrow(/particles/);
  });
});

describe('the forecast', () => {
  const job = { resin: 'grey', resinG: 6, carriedG: 0, dragOutG: 0, lostSolventG: 0, lostWaterG: 0 };
  const { filter } = after([]);
  const cloud = refilled(cloudOf(filter, 0, undefined), 3600, 98);
  it('counts the batches of 6 g that bring 3.6 kg to 10 %: 400 g, some 67', () => {
    // 10 % of the whole is 3600/9 = 400 g of resin; the range is that of the films
    const { batchesLeft, path } = forecast(cloud, [job], 10);
    expect(batchesLeft.median).toBeGreaterThan(52);
    expect(batchesLeft.median).toBeLessThan(80);
    expect(batchesLeft.range90[0]).toBeLessThan(batchesLeft.median);
    expect(path[0]).toMatchObject({ batches: 0, loadPctW: 0 });
    expect(path.every((point, k) => k === 0 || point.loadPctW > path[k - 1]!.loadPctW)).toBe(true);
  });
  it('knows a bath that is past its limit, and one that is never used', () => {
    expect(forecast(refilled(cloud, 3600, 98, 12), [job], 10)).toMatchObject({
      pastShare: 1,
      batchesLeft: { median: 0 },
    });
    expect(forecast(cloud, [], 10).batchesLeft.median).toBe(200);
  });
  it('a top-up dilutes: 1 kg into 3 kg at 8 % gives 6 %', () => {
    const thin = toppedUp(refilled(cloud, 3000, 98, 8), 1000, 98);
    expect((100 * thin.resinG[0]!) / (thin.solventG[0]! + thin.waterG[0]! + thin.resinG[0]!)).toBeCloseTo(6, 9);
  });
});

describe('chance, made certain', () => {
  it('quantiles of the normal and of a list', () => {
    expect(normalQuantile(0.975)).toBeCloseTo(1.959964, 5);
    expect(normalQuantile(0.01)).toBeCloseTo(-2.326348, 5);
    const values = Float64Array.from({ length: 1001 }, (_, i) => i);
    const even = new Float64Array(1001).fill(1 / 1001);
    quantiles(values, even, [0.05, 0.5, 0.95]).forEach((value, i) =>
      expect(Math.abs(value - [50, 500, 950][i]!)).toBeLessThan(3),
    );
  });
  it('a walk through a table visits it evenly', () => {
    const table = tableOf((z) => z);
    const { start, step } = new Draws(3).walk();
    let sum = 0;
    for (let i = 0; i < table.length; i++) sum += table[(start + i * step) & (table.length - 1)]!;
    expect(Math.abs(sum)).toBeLessThan(1e-6);
    expect(step % 2).toBe(1);
  });
});
