import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  box,
  cup,
  flipped,
  hollowBall,
  joinSoups,
  type MeasureOptions,
  measureMesh,
  moved,
  parseNumber,
  type Soup,
  toAsciiStl,
  toBinaryStl,
} from '../index.ts';

const measured = (soup: Soup, options?: MeasureOptions) => {
  const result = measureMesh(toBinaryStl(soup), options);
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value.measures;
};
const refusalOf = (bytes: Uint8Array) => {
  const result = measureMesh(bytes);
  return result.ok ? undefined : result.refusal.code;
};
const text = (s: string) => new TextEncoder().encode(s);
const within = (value: number, goal: number, share: number) => expect(Math.abs(value / goal - 1)).toBeLessThan(share);

describe('measures of known solids', () => {
  it('box 10×20×30: 6000 mm³, 2200 mm², one closed shell', () => {
    const m = measured(box(10, 20, 30));
    expect(m.volumeMm3).toBeCloseTo(6000, 6);
    expect(m.areaMm2).toBeCloseTo(2200, 6);
    expect([m.watertight, m.shells, m.boxMm]).toEqual([true, 1, [10, 20, 30]]);
    expect(m.wall!.medianMm).toBeGreaterThanOrEqual(10);
  });
  it('hollow ball 15/13 mm: 4934.4 mm³, wall 2.00 mm, enclosed 9203 mm³', () => {
    const m = measured(hollowBall(15, 13), { voxelMm: 0.5 });
    within(m.volumeMm3!, 4934.4, 0.002);
    expect(Math.abs(m.wall!.medianMm - 2)).toBeLessThan(0.01);
    within(m.enclosedMm3!, 9203, 0.01);
    expect(m.shells).toBe(2);
  });
  it('the ball with a 1.5 mm hole traps everything hole up, nothing hole down', () => {
    const ball = hollowBall(15, 13, 1.5);
    within(measured(ball, { voxelMm: 0.5 }).trappedMm3!, 9203, 0.01);
    expect(measured(ball, { voxelMm: 0.5, pose: [0, 0, -1] }).trappedMm3).toBe(0);
    expect(measured(ball, { voxelMm: 0.5 }).enclosedMm3).toBe(0);
  });
  it('a cup holds its inside standing, nothing upside down', () => {
    const inside = Math.PI * 8 * 8 * 18;
    within(measured(cup(10, 20, 2), { voxelMm: 0.4 }).trappedMm3!, inside, 0.02);
    expect(measured(cup(10, 20, 2), { voxelMm: 0.4, pose: [0, 0, -1] }).trappedMm3).toBe(0);
  });
  it('measures text and binary alike, in the unit asked for', () => {
    const ascii = measureMesh(text(toAsciiStl(box(1, 2, 3))), { unit: 'inch' });
    expect(ascii.ok && ascii.value.measures.format).toBe('stl-ascii');
    if (ascii.ok) within(ascii.value.measures.areaMm2, 22 * 25.4 * 25.4, 1e-5);
  });
  it('reports progress and can be cancelled', () => {
    const seen: number[] = [];
    measured(box(1, 1, 1), { onProgress: (share) => seen.push(share) });
    expect(seen.at(-1)).toBe(1);
    const stopped = measureMesh(toBinaryStl(box(9, 9, 9)), { isCancelled: () => true });
    expect(!stopped.ok && stopped.refusal.code).toBe('CANCELLED');
  });
});

describe('meshes with something wrong', () => {
  const cube = box(10, 10, 10);
  it('withholds the volume of an open mesh and says so', () => {
    const m = measured(cube.slice(9));
    expect([m.watertight, m.volumeMm3]).toEqual([false, undefined]);
    expect(m.areaMm2).toBeCloseTo(550, 6);
    expect(m.warnings.map((w) => w.code)).toEqual(['OPEN_MESH']);
  });
  it('turns an inside-out mesh and one turned triangle, and says so', () => {
    const m = measured(flipped(cube));
    expect([m.watertight, m.volumeMm3, m.wall!.medianMm]).toEqual([true, expect.closeTo(1000, 3), 10]);
    expect(m.warnings.map((w) => w.code)).toEqual(['INSIDE_OUT']);
    const one = measured(joinSoups(flipped(cube.slice(0, 9)), cube.slice(9)));
    expect([one.watertight, one.volumeMm3]).toEqual([false, expect.closeTo(1000, 3)]);
    expect(one.warnings.map((w) => w.code)).toEqual(['TURNED']);
  });
  it('counts two shells', () => expect(measured(joinSoups(cube, moved(cube, [20, 0, 0]))).shells).toBe(2));
  it.each([
    [box(1, 1, 1), 'VERY_SMALL'],
    [box(3000, 10, 10), 'VERY_LARGE'],
  ])('asks about the unit of a part under 2 mm or over 2 m', (soup, code) => {
    expect(measured(soup).warnings.map((w) => w.code)).toEqual([code]);
  });
  it('leaves out triangles that are not numbers, and says how many', () => {
    const broken = joinSoups(cube, new Float32Array(9).fill(Number.NaN));
    expect(measured(broken).warnings[0]).toEqual(
      expect.objectContaining({ code: 'NOT_NUMBERS', message: expect.stringContaining('1 of 13') }),
    );
  });
});

describe('numbers in text files', () => {
  const read = (token: string) => parseNumber(text(token), 0, token.length);
  it('reads what a file may hold to single precision', () => {
    const number = fc.oneof(
      fc.float({ noNaN: true, noDefaultInfinity: true }),
      fc.integer(),
      fc.double({ min: -1e9, max: 1e9, noNaN: true }),
    );
    fc.assert(
      fc.property(number, fc.constantFrom('plain', 'exponent', 'fixed'), (value, style) => {
        const token =
          style === 'plain'
            ? String(value)
            : style === 'exponent'
              ? value.toExponential(8)
              : Math.abs(value) < 1e20
                ? value.toFixed(7)
                : String(value);
        expect(Math.fround(read(token))).toBeCloseTo(
          Math.fround(Number(token)),
          Math.abs(value) > 1 ? -Math.ceil(Math.log10(Math.abs(value))) + 6 : 9,
        );
      }),
    );
  });
  it.each(['', '-', '.', 'e5', '1e', '1e+', '12a', '1.2.3', 'nan', '0x10'])('refuses “%s”', (token) =>
    expect(read(token)).toBeNaN(),
  );
});

describe('files with something wrong', () => {
  const good = toBinaryStl(box(10, 10, 10));
  it('reads a binary file whose header starts with “solid”', () => {
    const result = measureMesh(toBinaryStl(box(10, 10, 10), 'solid facet endsolid'));
    expect(result.ok && result.value.measures.format).toBe('stl-binary');
  });
  it('reads all triangles when the header lies about their number', () => {
    const lying = good.slice();
    new DataView(lying.buffer).setUint32(80, 7, true);
    const result = measureMesh(lying);
    expect(result.ok && [result.value.measures.triangles, result.value.measures.warnings[0]!.code]).toEqual([
      12,
      'COUNT_LIES',
    ]);
  });
  it.each([
    ['empty', new Uint8Array(0), 'EMPTY_FILE'],
    ['truncated', good.slice(0, 400), 'TRUNCATED'],
    ['truncated text', text(toAsciiStl(box(1, 1, 1)).slice(0, 700)), 'TRUNCATED'],
    ['a letter', text('Dear workshop, please find the part attached. '.repeat(9)), 'NOT_STL'],
    ['a short note', text('hello'), 'NOT_STL'],
    ['no triangles', good.slice(0, 84).fill(0), 'NO_SURFACE'],
    ['only flat triangles', toBinaryStl(new Float32Array(18)), 'NO_SURFACE'],
    ['only NaN', toBinaryStl(new Float32Array(18).fill(Number.NaN)), 'NO_SURFACE'],
    ['a text solid with no facets', text('solid nothing\nendsolid nothing\n'), 'NO_SURFACE'],
  ])('refuses %s with its own message', (_, bytes, code) => expect(refusalOf(bytes)).toBe(code));
});
