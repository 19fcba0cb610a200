import { type Refusal, type Result, refuse } from '../result/index.ts';
import { solveLinear } from '../units/index.ts';
import { type Box, CARD, FRAME, PATCH_NAMES, PATCHES, type PatchName } from './card.ts';
import { findCard, type Grey } from './findCard.ts';
import { type Homography, type Point, project } from './homography.ts';

/** Decoded pixels, red green blue alpha, as a canvas gives them. */
export type Pixels = { readonly width: number; readonly height: number; readonly data: Uint8ClampedArray | Uint8Array };
/** Where the four patches are, when the user points at them. */
export type Marks = Readonly<Record<PatchName, Point>>;

export type PhotoReading = {
  /** brightness of each patch, linear, paper in full light = 1 */
  readonly whiteSeen: number;
  readonly blackSeen: number;
  readonly whiteRef: number;
  readonly blackRef: number;
  /** patch centres in the picture, px: shown to the user */
  readonly patches: Marks;
  readonly found: 'by itself' | 'by marks';
};

/** A clean glass jar with clean solvent takes this much of the contrast. An engineering guess for plain glass. */
export const CLEAN_JAR_SHARE = 0.92;
const DARK = 0.03;
const LEAST_SIDE_PX = 120;
const MARK_SHARE = 0.02;

/**
 * Reads a photo of the clarity card: finds it (or takes the marks), evens out the light by the card's white margin,
 * and gives the brightness of the four patches.
 * @returns TOO_SMALL, TOO_DARK, TOO_BRIGHT or CARD_NOT_FOUND, each with a way on
 * @source sRGB decoding IEC 61966-2-1; contrast of a card through liquid after Secchi
 */
export function readPhoto(pixels: Pixels, marks?: Marks): Result<PhotoReading, Refusal> {
  if (Math.min(pixels.width, pixels.height) < LEAST_SIDE_PX)
    return refuse({
      code: 'TOO_SMALL',
      field: 'photo',
      message: 'The photo is too small to measure.',
      remedy: 'Use one of at least 300 pixels.',
    });
  const picture = greyOf(pixels);
  if (percentile(picture.light, 0.95) < DARK)
    return refuse({
      code: 'TOO_DARK',
      field: 'photo',
      message: 'The photo is too dark to measure.',
      remedy: 'Take it again in even light, without flash.',
    });
  const map = marks ? undefined : findCard(picture);
  if (!marks && !map)
    return refuse({
      code: 'CARD_NOT_FOUND',
      field: 'photo',
      message: 'The card’s black frame was not found.',
      remedy: 'Show the whole card, or mark the four patches yourself.',
    });
  const read = map ? readByMap(picture, map) : readByMarks(picture, marks!);
  if (read.whiteRefRaw > 0.985)
    return refuse({
      code: 'TOO_BRIGHT',
      field: 'photo',
      message: 'The white of the card is burnt out.',
      remedy: 'Take it again with less light, or let the camera expose for the card.',
    });
  if (read.whiteRefRaw < DARK || read.whiteRef <= read.blackRef * 1.5)
    return refuse({
      code: 'TOO_DARK',
      field: 'photo',
      message: 'Beside the jar, white and black can hardly be told apart.',
      remedy: marks ? 'Were the patches marked in the right order?' : 'Take it again in even light.',
    });
  const { whiteRefRaw: _, ...reading } = read;
  return {
    ok: true,
    value: {
      ...reading,
      whiteSeen: reading.whiteSeen / CLEAN_JAR_SHARE,
      blackSeen: reading.blackSeen / CLEAN_JAR_SHARE,
      found: marks ? 'by marks' : 'by itself',
    },
  };
}

type RawPatches = Omit<PhotoReading, 'found'> & { readonly whiteRefRaw: number };

function readByMap(picture: Grey, map: Homography): RawPatches {
  const light = lightOver(picture, map);
  const even = (box: Box) => trimmedMean(samples(picture, map, box).map(({ x, y, value }) => value / light(x, y)));
  const centre = (box: Box) => project(map, [(box.left + box.right) / 2, (box.top + box.bottom) / 2]);
  const [whiteRef, blackRef, whiteSeen, blackSeen] = PATCH_NAMES.map((name) => even(shrunk(PATCHES[name]))) as [
    number,
    number,
    number,
    number,
  ];
  const whiteRefRaw = trimmedMean(samples(picture, map, shrunk(PATCHES.whiteRef)).map(({ value }) => value));
  const patches = Object.fromEntries(PATCH_NAMES.map((name) => [name, centre(PATCHES[name])])) as Marks;
  return { whiteRef, blackRef, whiteSeen, blackSeen, whiteRefRaw, patches };
}

function readByMarks(picture: Grey, marks: Marks): RawPatches {
  const radius = Math.max(3, Math.round(picture.width * MARK_SHARE));
  const mean = ([x, y]: Point) => {
    const values: number[] = [];
    for (let dy = -radius; dy <= radius; dy++)
      for (let dx = -radius; dx <= radius; dx++) {
        const value = at(picture, x + dx, y + dy);
        if (value !== undefined) values.push(value);
      }
    return trimmedMean(values);
  };
  const [whiteRef, blackRef, whiteSeen, blackSeen] = PATCH_NAMES.map((name) => mean(marks[name])) as [
    number,
    number,
    number,
    number,
  ];
  return { whiteRef, blackRef, whiteSeen, blackSeen, whiteRefRaw: whiteRef, patches: marks };
}

/** Leaves out the edges of a patch, where a slight misfit or blur mixes in its neighbour. */
const shrunk = (box: Box): Box => {
  const dx = (box.right - box.left) * 0.2;
  const dy = (box.bottom - box.top) * 0.2;
  return { left: box.left + dx, top: box.top + dy, right: box.right - dx, bottom: box.bottom - dy };
};

type Sample = { readonly x: number; readonly y: number; readonly value: number };
const SAMPLES_ACROSS = 24;

/** A grid of points of a box on the card, read from the picture. */
function samples(picture: Grey, map: Homography, box: Box): Sample[] {
  const out: Sample[] = [];
  for (let row = 0; row < SAMPLES_ACROSS; row++)
    for (let column = 0; column < SAMPLES_ACROSS; column++) {
      const x = box.left + ((column + 0.5) / SAMPLES_ACROSS) * (box.right - box.left);
      const y = box.top + ((row + 0.5) / SAMPLES_ACROSS) * (box.bottom - box.top);
      const value = at(picture, ...project(map, [x, y]));
      if (value !== undefined) out.push({ x, y, value });
    }
  return out;
}

/** How much light falls on each spot of the card: a curved surface fitted to its white margin, by least squares. */
function lightOver(picture: Grey, map: Homography): (x: number, y: number) => number {
  const gap = 2;
  const margins: readonly Box[] = [
    { left: gap, top: gap, right: CARD.width - gap, bottom: FRAME.top - gap },
    { left: gap, top: FRAME.bottom + gap, right: CARD.width - gap, bottom: CARD.height - gap },
    { left: gap, top: FRAME.top, right: FRAME.left - gap, bottom: FRAME.bottom },
    { left: FRAME.right + gap, top: FRAME.top, right: CARD.width - gap, bottom: FRAME.bottom },
  ];
  const terms = (x: number, y: number) => {
    const [u, v] = [x / CARD.width - 0.5, y / CARD.height - 0.5];
    return [1, u, v, u * v, u * u, v * v];
  };
  const found = margins.flatMap((box) => samples(picture, map, box));
  const k = leastSquares(
    found.map(({ x, y }) => terms(x, y)),
    found.map(({ value }) => value),
  );
  return (x, y) =>
    Math.max(
      1e-3,
      terms(x, y).reduce((sum, term, i) => sum + term * k[i]!, 0),
    );
}

/** Normal equations with a whisper of ridge. */
function leastSquares(rows: readonly (readonly number[])[], values: readonly number[]): number[] {
  const n = rows[0]?.length ?? 0;
  const a = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n + 1 }, (_, j) =>
      rows.reduce((sum, row, r) => sum + row[i]! * (j < n ? row[j]! : values[r]!), i === j ? 1e-6 : 0),
    ),
  );
  // the ridge keeps it from ever being singular
  return solveLinear(a)!.map(([value]) => value!);
}

function at({ width, height, light }: Grey, x: number, y: number): number | undefined {
  const [ix, iy] = [Math.floor(x), Math.floor(y)];
  return ix < 0 || iy < 0 || ix >= width || iy >= height ? undefined : light[iy * width + ix];
}

/** Mean of the middle four fifths. */
function trimmedMean(values: readonly number[]): number {
  if (values.length === 0) return 0;
  const sorted = [...values].sort((a, b) => a - b);
  const cut = Math.floor(sorted.length / 10);
  const kept = sorted.slice(cut, sorted.length - cut);
  return kept.reduce((sum, value) => sum + value, 0) / kept.length;
}

function percentile(values: Float32Array, share: number): number {
  const some = Array.from({ length: 2000 }, (_, i) => values[Math.floor((i / 2000) * values.length)]!);
  return some.sort((a, b) => a - b)[Math.floor(share * some.length)]!;
}

const LINEAR = Float32Array.from({ length: 256 }, (_, i) => {
  const v = i / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});

/** Luminance in linear light. @source Rec. 709 weights */
export function greyOf({ width, height, data }: Pixels): Grey {
  const light = new Float32Array(width * height);
  for (let i = 0; i < light.length; i++)
    light[i] = 0.2126 * LINEAR[data[i * 4]!]! + 0.7152 * LINEAR[data[i * 4 + 1]!]! + 0.0722 * LINEAR[data[i * 4 + 2]!]!;
  return { width, height, light };
}
