import { convertLrgbToRgb, convertRgbToLab65, convertRgbToLrgb } from 'culori/fn';
import type { Pixels, Point } from '../clarity/index.ts';
import { type Refusal, type Result, refuse } from '../result/index.ts';
import { upperFirst } from '../units/index.ts';

/** CIE L*a*b* under daylight D65. */
export type Lab = { readonly l: number; readonly a: number; readonly b: number };
/** Middles of the spots on a photo, px from its corner. */
export type ColourMarks = {
  /** plain white paper beside the part */
  readonly white: Point;
  readonly part: Point;
  /** a piece of the same resin that had no light after printing */
  readonly reference?: Point;
};
export type ColourReading = {
  readonly part: Lab;
  readonly reference?: Lab | undefined;
  /** standard deviation of a b* of this photo, from the unrest of its spots */
  readonly noiseDb: number;
};

/** Paper reflects so much of the light in every colour. An engineering guess for plain white paper. */
const PAPER_REFLECTS = 0.88;
/** A spot is this share of the shorter side in radius. */
const SPOT_SHARE = 0.025;
const LEAST_SIDE_PX = 120;
const BURNT = 0.985;
const DARK = 0.02;

/**
 * Colours of marked spots, white-balanced by the white beside them: means in linear light, each channel over that of the paper.
 * @returns TOO_SMALL, OUTSIDE, TOO_DARK or TOO_BRIGHT, each naming the spot and a way on
 * @source sRGB, IEC 61966-2-1; CIE 15 (L*a*b*); white balance by channel gains (von Kries, 1902)
 */
export function readColour(pixels: Pixels, marks: ColourMarks): Result<ColourReading, Refusal> {
  const shorter = Math.min(pixels.width, pixels.height);
  if (shorter < LEAST_SIDE_PX)
    return refuse({
      code: 'TOO_SMALL',
      field: 'photo',
      message: 'The photo is too small to measure a colour.',
      remedy: 'Use one of at least 300 pixels.',
    });
  const radius = Math.max(3, Math.round(shorter * SPOT_SHARE));
  const spots: Record<string, Spot> = {};
  for (const [name, at] of Object.entries(marks)) {
    const spot = spotAt(pixels, at, radius);
    const wrong = spot ? spotProblem(name, spot) : OUTSIDE(name);
    if (wrong) return refuse(wrong);
    spots[name] = spot!;
  }
  const { white, part, reference } = spots as { white: Spot; part: Spot; reference?: Spot };
  const labs = { part: labOf(part, white), reference: reference && labOf(reference, white) };
  return {
    ok: true,
    value: {
      part: labs.part.lab,
      reference: labs.reference?.lab,
      noiseDb: Math.hypot(labs.part.sdDeltaB, labs.reference?.sdDeltaB ?? 0),
    },
  };
}

const SPOT_WORDS: Readonly<Record<string, string>> = {
  white: 'the white paper',
  part: 'the part',
  reference: 'the unlit piece',
};
const OUTSIDE = (name: string): Refusal => ({
  code: 'OUTSIDE',
  field: name,
  message: `The mark of ${SPOT_WORDS[name]} lies outside the photo.`,
  remedy: 'Mark it again.',
});

function spotProblem(name: string, { mean }: Spot): Refusal | undefined {
  const brightest = Math.max(...mean);
  if (brightest > BURNT)
    return {
      code: 'TOO_BRIGHT',
      field: name,
      message: `${upperFirst(SPOT_WORDS[name]!)} is burnt out in the photo.`,
      remedy: 'Take it again with less light, without flash.',
    };
  const least = name === 'white' ? 5 * DARK : DARK;
  if (brightest < least)
    return {
      code: 'TOO_DARK',
      field: name,
      message: `${upperFirst(SPOT_WORDS[name]!)} is too dark in the photo.`,
      remedy: 'Take it again in even light.',
    };
  return undefined;
}

type Triple = readonly [number, number, number];
/** Linear light of a spot by channel, and the standard error of each mean. */
type Spot = { readonly mean: Triple; readonly error: Triple };

function spotAt({ width, height, data }: Pixels, [x, y]: Point, radius: number): Spot | undefined {
  const sum = [0, 0, 0];
  const squares = [0, 0, 0];
  let count = 0;
  for (let dy = -radius; dy <= radius; dy++)
    for (let dx = -radius; dx <= radius; dx++) {
      const [px, py] = [Math.round(x) + dx, Math.round(y) + dy];
      if (dx * dx + dy * dy > radius * radius || px < 0 || py < 0 || px >= width || py >= height) continue;
      const at = 4 * (py * width + px);
      const { r, g, b } = convertRgbToLrgb({ r: data[at]! / 255, g: data[at + 1]! / 255, b: data[at + 2]! / 255 });
      [r, g, b].forEach((value, channel) => {
        sum[channel]! += value;
        squares[channel]! += value * value;
      });
      count++;
    }
  // half of the spot must be on the photo
  if (count < (Math.PI * radius * radius) / 2) return undefined;
  const of = (channel: number) => sum[channel]! / count;
  const error = (channel: number) => Math.sqrt(Math.max(0, squares[channel]! / count - of(channel) ** 2) / count);
  return { mean: [of(0), of(1), of(2)], error: [error(0), error(1), error(2)] };
}

function labOf(spot: Spot, white: Spot): { readonly lab: Lab; readonly sdDeltaB: number } {
  const balanced = (of: Triple): Lab => {
    const [r, g, b] = of.map((value, channel) => (PAPER_REFLECTS * value) / white.mean[channel]!) as [
      number,
      number,
      number,
    ];
    const { l, a, b: yellow } = convertRgbToLab65(convertLrgbToRgb({ r, g, b }));
    return { l, a, b: yellow };
  };
  const lab = balanced(spot.mean);
  // b* against each channel, by moving the spot by its own error
  const moved = spot.mean.map((_, channel) => {
    const shifted = spot.mean.map((value, other) => (other === channel ? value + spot.error[channel]! : value));
    return balanced(shifted as unknown as Triple).b - lab.b;
  });
  return { lab, sdDeltaB: Math.hypot(...moved) };
}
