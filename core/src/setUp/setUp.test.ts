import { describe, expect, it } from 'vitest';
import type { BatchState } from '../batch/index.ts';
import { type BenchNow, lampNow } from '../bench/index.ts';
import { diagnose, factsOf } from '../diagnose/index.ts';
import { estimateOf, type HistoryItem, Replayer } from '../estimate/index.ts';
import { describedMWPerCm2, MIDDLE_SPOT } from '../light/index.ts';
import { nextActions } from '../nextStep/index.ts';
import { newBatch } from '../plan/index.ts';
import { drawWorkload, POLICY_PRICES, playPolicy } from '../policy/index.ts';
import { cardOfSheet, type SheetSays, validateCard } from '../resin/index.ts';
import { usualRoute } from '../route/index.ts';
import { play, testPart } from '../testing/index.ts';
import {
  type Also,
  BENCH_FORMAT,
  BENCH_PRESET_IDS,
  type BenchPreset,
  begunBench,
  benchOf,
  freeName,
  lampOfSays,
  readBenchFile,
  TYPICAL_LAMPS,
} from './index.ts';

const JUNE_NOON_MS = Date.UTC(2026, 5, 21, 12);
/** A bench as it is once its baths are filled with fresh liquid. */
const benchNowOf = (bench: BenchPreset, also: readonly Also[] = []): BenchNow =>
  begunBench({ bench, also }, JUNE_NOON_MS);

const isDone = ({ steps }: BatchState) => steps.every(({ state }) => state === 'done');
/** A batch of the resin that such a bench is for. */
function hang(bench: BenchNow): BatchState {
  const watery = Object.values(bench.baths).every(({ solvent }) => solvent === 'water');
  const card = cardOfSheet({ name: 'First', family: watery ? 'water-wash' : 'standard opaque' }, 'first');
  const asked = { card, part: testPart, bench };
  const request = { ...asked, count: 2, dripS: 300, plateAreaMm2: 5000, route: usualRoute(asked) };
  return newBatch(request, { id: 'b', name: 'Tern 1', lot: 'L', createdAtMs: 0 });
}

describe('a bench to begin with', () => {
  it.each(BENCH_PRESET_IDS)('%s: runs a batch from hanging to its seal, with nothing else known', (preset) => {
    const bench = benchNowOf(preset);
    const hung = hang(bench);
    expect(hung.steps.map(({ station }) => station)).not.toContain('');
    expect(play(hung, isDone, 0, bench).batch.steps.at(-1)!.kind).toBe('seal');
    // an undescribed lamp is only known to a third: its range says so
    for (const lamp of Object.values(bench.lamps)) expect(lamp.doubtShare).toBeGreaterThan(0.3);
  });
  it('has ids of its own, each once, and a vessel wherever parts go into liquid', () => {
    for (const preset of BENCH_PRESET_IDS) {
      const { stations, vessels, lines } = benchOf(preset);
      const ids = [...stations, ...vessels, ...lines].map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
      const wet = stations.filter(({ kind }) => ['bath', 'jar', 'bowl', 'tank'].includes(kind));
      expect(wet.every(({ vesselId }) => vessels.some(({ id }) => id === vesselId))).toBe(true);
    }
  });
});

const FOUR: readonly (readonly [string, BenchPreset, readonly Also[]])[] = [
  ['one jar and the sun', 'jar and sun', []],
  [
    'three baths in line and two lamp boxes',
    'two baths and a box',
    [
      { thing: 'machine-bath', name: 'Middle bath' },
      { thing: 'box-lamp', name: 'Left box' },
    ],
  ],
  ['an alcohol line and a water line', 'several lines', []],
  ['only water and bowls', 'water only', []],
];
describe.each(FOUR)('%s: all that is worked out, is', (_, preset, also) => {
  const bench = benchNowOf(preset, also);
  const hung = hang(bench);
  it('the next step is said at every step, where it is done', () => {
    const stations = Object.fromEntries(bench.stations.map((station) => [station.id, station]));
    for (let done = 0; done < hung.steps.length; done++) {
      const { batch, atMs } = play(
        hung,
        ({ steps }) => steps.filter(({ state }) => state === 'done').length >= done,
        0,
        bench,
      );
      const [next] = nextActions({ batches: [batch], nowMs: atMs, stations, lamps: bench.lamps });
      expect(next!.say, `step ${done}`).toContain('Tern 1');
    }
  });
  it('the light is timed for its lamp, the last looks can add to it, and what is tacky after it has causes', () => {
    const { batch, atMs } = play(hung, isDone, 0, bench);
    const cure = batch.steps.find(({ kind }) => kind === 'cure')!;
    expect(bench.lamps[cure.station]).toBeDefined();
    expect(cure.plannedS).toBeGreaterThan(30);
    expect(batch.lastS).toBeGreaterThan(cure.plannedS!);
    const causes = diagnose('tacky', factsOf(batch, bench, atMs));
    expect(causes.length).toBeGreaterThan(2);
    expect(causes.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
  });
  it('the first bath is estimated around what went into it, and a residue narrows it', () => {
    const line = benchOf(preset, also).lines[0]!;
    const { id, solvent, capacityMl } = benchOf(preset, also).vessels.find((vessel) => vessel.id === line.baths[0])!;
    const liquidG = capacityMl * 0.8;
    const bath = {
      id,
      solvent,
      resinG: 0,
      ...(solvent === 'water' ? { solventG: 0, waterG: liquidG } : { solventG: liquidG, waterG: 0 }),
    };
    const items: HistoryItem[] = Array.from({ length: 12 }, (_, n) => ({
      type: 'event',
      event: {
        id: `w${n}`,
        atMs: n * 3_600_000,
        kind: 'wash',
        bath: id,
        resin: 'first',
        resinG: 4,
        carriedG: 0,
        dragOutG: 0,
        lostSolventG: 0,
        lostWaterG: 0,
      },
    }));
    const of = (all: readonly HistoryItem[]) =>
      estimateOf(new Replayer().run({ baths: [bath], items: all, seed: 7, particles: 800 }).filter, 0);
    const book = of(items);
    // 12 × 4 g
    const truePct = (100 * 48) / (liquidG + 48);
    expect(book.range90[0]).toBeLessThan(truePct);
    expect(book.range90[1]).toBeGreaterThan(truePct);
    const densityGPerMl = solvent === 'water' ? 1 : 0.79;
    const reading = {
      id: 'r',
      atMs: 13 * 3_600_000,
      bath: id,
      kind: 'residue',
      sampleMl: 10,
      residueG: (10 * densityGPerMl * truePct) / 100,
    } as const;
    const read = of([...items, { type: 'reading', reading }]);
    expect(read.range90[1] - read.range90[0]).toBeLessThan(book.range90[1] - book.range90[0]);
  });
  it('ways of keeping its first line are played', () => {
    const line = benchOf(preset, also).lines[0]!;
    const baths = line.baths.map((_, i) => ({ volumeMl: 2000, limitPctW: i === line.baths.length - 1 ? 2.7 : 10 }));
    const batches = drawWorkload({ days: 60, perWeek: 10, resinG: 4, dragG: 6 }, 3);
    const played = playPolicy({
      days: 60,
      batches,
      baths,
      rule: { rule: 'limit' },
      reclaim: { kind: 'none' },
      prices: POLICY_PRICES,
    });
    expect(played.changes).toBeGreaterThan(0);
    expect(played.outOfTolerancePct).toBeLessThan(5);
  });
});

describe('what is added to a preset', () => {
  it('joins the line of its liquid at the clean end; a tank stands by itself; names are free', () => {
    const names = benchOf('two baths and a box').stations.map(({ name }) => name);
    expect(freeName('Lamp box', names)).toBe('Lamp box 2');
    const { lines, vessels, stations } = benchOf('two baths and a box', [
      { thing: 'jar', name: 'Last jar' },
      { thing: 'tank', name: 'Tub' },
      { thing: 'bowl', name: 'Bowl' },
    ]);
    const nameOf = (id: string) => vessels.find((vessel) => vessel.id === id)!.name;
    expect(lines.map(({ baths }) => baths.map(nameOf))).toEqual([['First bath', 'Clean bath', 'Last jar']]);
    expect(stations.map(({ name }) => name)).toEqual(expect.arrayContaining(['Tub', 'Bowl']));
  });
});

describe('a file of a bench', () => {
  const file = (over: object = {}) =>
    JSON.stringify({
      format: BENCH_FORMAT,
      name: 'Shed',
      lines: [
        {
          name: 'Alcohol',
          baths: [
            {
              name: 'Jar',
              station: 'jar',
              liquid: 'isopropanol',
              agitation: 'hand',
              capacityMl: 900,
              surfaceM2: 0.008,
            },
          ],
        },
      ],
      tanks: [],
      places: [{ kind: 'mat', name: 'Mat', capacity: 1 }],
      lamps: [{ kind: 'lamp', name: 'Box', capacity: 1, lamp: TYPICAL_LAMPS.box }],
      walk: ['Box', 'Mat', 'Jar'],
      ...over,
    });
  it('is a bench to begin with, walked in its own order', () => {
    const read = readBenchFile(file());
    if (!read.ok) throw new Error(read.refusal.message);
    const { stations, vessels, lamps } = benchOf(read.value, [{ thing: 'oven', name: 'Oven' }]);
    expect(stations.map(({ name }) => name)).toEqual(['Box', 'Mat', 'Jar', 'Oven']);
    expect(vessels).toMatchObject([{ name: 'Jar', capacityMl: 900, solvent: 'isopropanol' }]);
    expect(lamps).toHaveLength(2);
  });
  it.each([
    ['{', 'no JSON'],
    ['null', 'does not say'],
    [file({ format: 'north-step-route-1' }), 'does not say'],
    [file({ walk: 'Jar' }), '“walk” is no list'],
    [file({ lines: [] }), 'No bath'],
    [file({ places: [{ kind: 'mat', name: ' jar ', capacity: 1 }] }), 'Two things there are called “jar”'],
    [file({ places: [{ kind: 'mat', capacity: 1 }] }), 'no name'],
  ])('that is none is refused in words: %#', (text, why) => {
    const read = readBenchFile(text);
    expect(!read.ok && read.refusal.message).toContain(why);
  });
});

describe('what is said of a lamp', () => {
  const usual = TYPICAL_LAMPS.small;
  it('LEDs that were counted scale its light; a meter says what it is', () => {
    const half = lampOfSays(usual, { leds: 6 });
    expect(describedMWPerCm2(half)[MIDDLE_SPOT]! / describedMWPerCm2(usual)[MIDDLE_SPOT]!).toBeCloseTo(0.5, 6);
    const metered = lampOfSays(half, { meteredMWPerCm2: 3 });
    const now = lampNow('x', metered, describedMWPerCm2(metered)[MIDDLE_SPOT]!);
    expect(now.mWPerCm2).toBeCloseTo(3, 6);
    expect(now.doubtShare).toBeLessThan(0.2);
  });
  it('is nothing of an oven or of the sun', () => {
    for (const lamp of [TYPICAL_LAMPS.oven, TYPICAL_LAMPS.sun])
      expect(lampOfSays(lamp, { leds: 5, meteredMWPerCm2: 3 })).toEqual(lamp);
  });
});

describe('a first card of a resin', () => {
  const says = (over: Partial<SheetSays>) => cardOfSheet({ name: ' Plain Slate ', family: 'tough', ...over }, 'slate');
  it('is what the sheet says over what its family is usually like', () => {
    expect(says({})).toMatchObject({ name: 'Plain Slate', viscosityMPaS25: 850, version: 1 });
    expect(says({ viscosityMPaS25: 400, exposureCapS: 300, cardCureS: 600, cardMWPerCm2: 5 })).toMatchObject({
      viscosityMPaS25: 400,
      exposureCapS: 300,
      cardCureS: 600,
      cardLight: { mWPerCm2: 5 },
    });
  });
  it('can be used, whatever the family', () => {
    for (const family of ['clear', 'flexible', 'filled', 'casting pattern', 'water-wash', 'high-temperature'] as const)
      expect(validateCard(says({ family })), family).toEqual([]);
    expect(says({ family: 'casting pattern' })).toMatchObject({ cureMedium: 'glycerine', changesColour: true });
    expect(says({ family: 'filled' })).toMatchObject({ leavesGrit: true, stainsBath: true });
  });
});
