/** `npm run bench`: ratios measured in one run on this machine. Absolute times are printed for orientation only. */
import { existsSync } from 'node:fs';
import { cureAlternatives, cureWindow, FAMILY_CONSTANTS } from '@north-step/core/cure';
import { type HistoryItem, Replayer } from '@north-step/core/estimate';
import { hollowBall, measureMesh, parseStl, toAsciiStl, toBinaryStl } from '@north-step/core/mesh';
import { clockText } from '@north-step/core/units';
import { planWash } from '@north-step/core/wash';
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js';
import { bands, judge, longYear } from '../demo/src/index.ts';
import { FIRST_LOAD_BYTES, firstLoad } from '../scripts/firstLoad.ts';
import { couponCoverage, mapTime, playPlans, rayRates } from './light.ts';
import { pageFigures, type Smoothness } from './page.ts';
import { median, rows, timed } from './rows.ts';
import { readingToPage, server } from './server.ts';
import { playShift, type ShiftResult } from './shift.ts';

/** So many half-years judge the estimator. */
const HALF_YEARS = 30;

function meshes(): void {
  const soup = hollowBall(30, 28, 2, 190); // about 72,000 triangles
  const binary = toBinaryStl(soup);
  const ascii = new TextEncoder().encode(toAsciiStl(soup));
  const loader = new STLLoader();
  const copy = (bytes: Uint8Array) => bytes.slice().buffer;
  const binaryMs = timed(() => loader.parse(copy(binary)));
  rows.push({
    what: `STL binary, ${soup.length / 9} triangles: parse alone / STLLoader`,
    ours: timed(() => parseStl(binary)),
    theirs: binaryMs,
    unit: 'ms',
    budget: '≤ 1',
  });
  rows.push({
    what: 'STL text: parse alone / STLLoader',
    ours: timed(() => parseStl(ascii), 3),
    theirs: timed(() => loader.parse(copy(ascii)), 3),
    unit: 'ms',
    budget: '≤ 1',
  });
  rows.push({
    what: 'STL binary: parse and measure all (wall, shells, pockets) / STLLoader alone',
    ours: timed(() => measureMesh(binary), 3),
    theirs: binaryMs,
    unit: 'ms',
    budget: 'ours ≤ 4000 ms',
  });
}

function models(): void {
  const setting = {
    constants: FAMILY_CONSTANTS.clear,
    wallMm: 3,
    coldMWPerCm2: 8,
    hotMWPerCm2: 12,
    medium: 'air',
  } as const;
  const frameMs = 100;
  rows.push({
    what: 'cure window / one key press (100 ms)',
    ours: timed(() => cureWindow(setting)),
    theirs: frameMs,
    unit: 'ms',
    budget: '≤ 0.1',
  });
  rows.push({
    what: 'all alternatives / one key press',
    ours: timed(() => cureAlternatives(setting)),
    theirs: frameMs,
    unit: 'ms',
    budget: '≤ 1.5',
  });
  const wash = () =>
    planWash({
      filmUm: 60,
      solvent: 'isopropanol',
      exposureCapS: 480,
      stages: [
        { agitation: 'impeller', loadPctW: 8 },
        { agitation: 'impeller', loadPctW: 1.5 },
      ],
    });
  rows.push({ what: 'wash plan / one key press', ours: timed(wash), theirs: frameMs, unit: 'ms', budget: '≤ 0.5' });
}

/** The estimator: a year's replay, one reading more, and how far off it is in half-years it knows nothing about. */
function estimator(): void {
  const year = longYear();
  const cpuMs = (work: () => unknown): number => {
    const before = process.cpuUsage();
    work();
    const { user, system } = process.cpuUsage(before);
    return (user + system) / 1000;
  };
  new Replayer().run(year);
  const replayer = new Replayer();
  rows.push({
    what: 'estimator: a year (5,000 events, 2,000 particles) replayed, CPU / 1.5 s',
    ours: median([1, 2, 3].map(() => cpuMs(() => new Replayer().run(year)))),
    theirs: 1500,
    unit: 'ms',
    budget: '≤ 1',
  });
  replayer.run(year);
  const reading = (n: number) => ({
    type: 'reading' as const,
    reading: { id: `x${n}`, atMs: 4e10 + n, bath: 'first', kind: 'residue' as const, sampleMl: 10, residueG: 0.3 },
  });
  let extra: HistoryItem[] = [];
  rows.push({
    what: 'estimator: one reading more / 300 ms',
    ours: timed(() => {
      extra = [...extra, reading(extra.length)];
      replayer.run({ ...year, items: [...year.items, ...extra] });
    }),
    theirs: 300,
    unit: 'ms',
    budget: '≤ 1',
  });
  const verdict = judge(Array.from({ length: HALF_YEARS }, (_, seed) => seed + 1));
  console.log(
    `\n${HALF_YEARS} half-years made by an independent simulator, one reading a week, one in ten plainly wrong:`,
  );
  console.log('                             estimator   book alone   counting prints');
  console.log(
    `load, RMSE, % by weight      ${verdict.rmsePctW.toFixed(2).padStart(9)}   ${verdict.bookRmsePctW.toFixed(2).padStart(10)}   ${verdict.countingRmsePctW.toFixed(2).padStart(15)}`,
  );
  console.log(`90 % range covers            ${`${verdict.coveragePct.toFixed(1)} %`.padStart(9)}`);
  console.log(
    `batches left, mean error     ${verdict.batchesLeftError.toFixed(1).padStart(9)}   ${''.padStart(10)}   ${verdict.countingLeftError.toFixed(1).padStart(15)}\n`,
  );
  rows.push({
    what: 'estimator: error of batches left / that of counting prints',
    ours: verdict.batchesLeftError,
    theirs: verdict.countingLeftError,
    unit: '',
    budget: '≤ 0.5',
  });
}

/** Script that a page needs before it draws. */
function scripts(): void {
  const { files, gzipBytes } = firstLoad('dist/web');
  rows.push({
    what: `first-load script, gzip (${files.length} files) / 170 kB`,
    ours: gzipBytes / 1000,
    theirs: FIRST_LOAD_BYTES / 1000,
    unit: 'kB',
    budget: '≤ 1',
  });
}

/** Light: rays, a map, what coupons recover, how the plans of the demo's resins end. */
function light(): void {
  rows.push(rayRates(hollowBall(30, 28, 2, 190)), mapTime());
  const coupons = couponCoverage();
  console.log('\n200 made-up ladders of eight coupons, thresholds 7 to 20 % wide:');
  console.log(`  90 % range holds the start in ${coupons.startPct} %, the end in ${coupons.endPct} %`);
  console.log(
    `  mean error of the start ${coupons.startErrorPct.toFixed(1)} %, of the end ${coupons.endErrorPct.toFixed(1)} %\n`,
  );
  rows.push({ what: 'coupon fit / 1 s', ours: coupons.fitMs, theirs: 1000, unit: 'ms', budget: '≤ 1' });
  console.log('100 seeds for each resin, true constants up to 20 % off its card, looks followed:');
  for (const { resin, medium, goodPct, tackyPct, overPct } of playPlans())
    console.log(
      `  ${resin.padEnd(16)} in ${medium.padEnd(10)} good ${goodPct} %, tacky ${tackyPct} %, over ${overPct} %`,
    );
}

/** A real page and its server: frames while workers are busy, keys with a full bench, memory. */
async function pages(): Promise<void> {
  if (!existsSync('dist/web/index.html')) return void console.log('(pages: run npm run build first)');
  const { measuring, mapping, keyMs, serverMb } = await pageFigures();
  const frames = (what: string, { framesPerS, longestGapMs }: Smoothness) =>
    rows.push({
      what: `${what} (longest gap ${longestGapMs.toFixed(0)} ms): 50 frames / frames a second`,
      ours: 50,
      theirs: framesPerS,
      unit: '/s',
      budget: '≤ 1',
    });
  frames('a part of 72,200 triangles is measured and drawn', measuring);
  frames('its light is mapped', mapping);
  rows.push({
    what: `a key on a bench of 30 batches (longest ${keyMs[1].toFixed(0)} ms) / 100 ms`,
    ours: keyMs[0],
    theirs: 100,
    unit: 'ms',
    budget: '≤ 1',
  });
  rows.push({
    what: 'most memory of the server: with a large part measured on it / without',
    ours: serverMb[1],
    theirs: serverMb[0],
    unit: 'MB',
    budget: '≤ 2',
  });
}

/** A shift with faults, played by a technician who follows the band, and by one who takes batches in the order they came. */
function shifts(seeds = 50): void {
  console.log(`\n${seeds} shifts of 12 batches, a lamp that dies once, six calls to the telephone, one pair of hands:`);
  console.log('                          past the limit   wet cures   not sealed or tacky   hours, mean');
  for (const policy of ['the band', 'one batch after another'] as const) {
    const played = Array.from({ length: seeds }, (_, i) => playShift(policy, i + 1));
    const total = (of: (result: ShiftResult) => number) => played.reduce((sum, result) => sum + of(result), 0);
    const figures = [
      total(({ overLimit }) => overLimit),
      total(({ wetCures }) => wetCures),
      total(({ tackyAtEnd }) => tackyAtEnd),
      (total(({ hours }) => hours) / seeds).toFixed(1),
    ];
    console.log(`${policy.padEnd(26)}${figures.map((figure) => String(figure).padStart(12)).join('  ')}`);
  }
}

/** What is planned for each resin of the demo next to what people call normal. */
function usualBands(): void {
  console.log('\nFirst numbers of the demo’s resins, in baths at 4 and 0.6 %, next to the usual bands:');
  for (const { resin, what, plannedS, band, because = '' } of bands())
    console.log(
      `${resin.padEnd(15)} ${what.padEnd(36)} ${clockText(plannedS).padStart(8)}  ${band.map(clockText).join(' to ').padEnd(17)} ${because}`,
    );
}

meshes();
models();
usualBands();
shifts();
light();
await server();
estimator();
await readingToPage();
await pages();
scripts();
const pad = Math.max(...rows.map((row) => row.what.length));
console.log(`${'what'.padEnd(pad)}  ratio    ours / other         budget`);
for (const { what, ours, theirs, unit, budget } of rows) {
  console.log(
    `${what.padEnd(pad)}  ${(ours / theirs).toFixed(3).padStart(6)}   ${`${ours.toFixed(2)} / ${theirs.toFixed(2)} ${unit}`.padEnd(20)} ${budget}`,
  );
}
