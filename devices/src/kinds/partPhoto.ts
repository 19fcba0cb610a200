import type { Pixels } from '@north-step/core/clarity';
import type { Lab } from '@north-step/core/colour';
import { makeRandom } from '@north-step/core/maths';
import { convertLab65ToRgb, convertLrgbToRgb, convertRgbToLrgb } from 'culori/fn';

/** A part and an unlit piece of its resin on white paper, as the bench camera sees them. */
export type PartScene = {
  readonly part: Lab;
  readonly unlit: Lab;
  readonly seed: number;
  readonly width?: number;
  readonly height?: number;
  /** of the lamp over the bench: how much of red, green and blue it gives */
  readonly cast?: readonly [number, number, number];
};
/** Middles of what lies on the paper, shares of the picture. */
export const PART_PHOTO = { white: [0.5, 0.16], part: [0.34, 0.6], reference: [0.7, 0.6] } as const;
const PAPER = 0.88;
const EXPOSURE = 0.72;
const WARM: readonly [number, number, number] = [1.12, 1, 0.8];

/** Renders it with a warm lamp, uneven light and noise. */
export function renderPartPhoto(scene: PartScene): Pixels {
  const { width = 640, height = 480, cast = WARM } = scene;
  const noise = makeRandom(scene.seed);
  const reflects = (lab: Lab) => {
    const { r, g, b } = convertRgbToLrgb(convertLab65ToRgb(lab));
    return [r, g, b] as const;
  };
  const part = reflects(scene.part);
  const unlit = reflects(scene.unlit);
  const paper = [PAPER, PAPER, PAPER] as const;
  const slope = 0.06 * (noise.next() - 0.5);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [x / width, y / height];
      const near = ([cu, cv]: readonly [number, number]) => Math.hypot((u - cu) * (width / height), v - cv);
      const shown = near(PART_PHOTO.part) < 0.19 ? part : near(PART_PHOTO.reference) < 0.14 ? unlit : paper;
      const light = EXPOSURE * (1 + slope * (u - 0.5));
      const [r, g, b] = shown.map((value, channel) => light * cast[channel]! * value) as [number, number, number];
      const seen = convertLrgbToRgb({ r, g, b });
      const at = 4 * (y * width + x);
      data[at] = 255 * seen.r + 2 * noise.normal();
      data[at + 1] = 255 * seen.g + 2 * noise.normal();
      data[at + 2] = 255 * seen.b + 2 * noise.normal();
      data[at + 3] = 255;
    }
  return { width, height, data };
}
