import type { Press } from '@north-step/contract';
import { CARD, CLEAN_JAR_SHARE, homographyOf, inkAt, JAR, type Pixels, type Point } from '@north-step/core/clarity';
import { makeRandom } from '@north-step/core/maths';
import { PNG } from 'pngjs';
import { Bridge, type PressOn } from '../bridge.ts';
import { telling } from '../telling.ts';
import type { RunDevice } from '../workshop.ts';
import { renderPartPhoto } from './partPhoto.ts';

/** What stands before the simulated camera. */
export type Scene = {
  readonly loadPctW: number;
  readonly pathMm: number;
  /** dimming per % and mm that this bath really has */
  readonly clarityPerPctMm: number;
  readonly seed: number;
  readonly width?: number;
  readonly height?: number;
  /** overall light, 1 is a well-lit bench */
  readonly light?: number;
};
const INK_REFLECTS = 0.045;
const BENCH_REFLECTS = 0.3;

/**
 * Renders the clarity card on a bench with a jar before its right half: turned and tilted by some degrees,
 * lit unevenly, veiled by stray light in the liquid, blurred a little and noisy.
 */
export function renderPhoto(scene: Scene): Pixels {
  const { width = 640, height = 480, light = 1 } = scene;
  const noise = makeRandom(scene.seed);
  const span = (low: number, high: number) => low + (high - low) * noise.next();
  const fromPicture = homographyOf(cardCorners(width, height, span), [
    [0, 0],
    [CARD.width, 0],
    [CARD.width, CARD.height],
    [0, CARD.height],
  ])!;
  const slope = [span(-0.28, 0.28), span(-0.2, 0.2)] as const;
  const bow = span(0, 0.1);
  const exposure = light * span(0.55, 0.72);
  const through = Math.exp(-scene.clarityPerPctMm * scene.loadPctW * scene.pathMm);
  const veil = 0.02 + 0.25 * (1 - through) * 0.4;
  const [a, b, c, d, e, f, g, h] = fromPicture as [number, number, number, number, number, number, number, number];
  /** what a spot of the picture shows, before the light falls on it */
  const seen = (px: number, py: number): number => {
    const far = g * px + h * py + 1;
    const x = (a * px + b * py + c) / far;
    const y = (d * px + e * py + f) / far;
    const ink = inkAt(x, y);
    if (ink === undefined) return BENCH_REFLECTS;
    const reflects = ink ? INK_REFLECTS : 1;
    const inJar = x >= JAR.left && x < JAR.right && y >= JAR.top && y < JAR.bottom;
    return inJar ? reflects * CLEAN_JAR_SHARE * through + veil : reflects;
  };
  const data = new Uint8ClampedArray(width * height * 4);
  for (let py = 0; py < height; py++)
    for (let px = 0; px < width; px++) {
      let sum = 0;
      for (const [dx, dy] of SUBPIXELS) sum += seen(px + dx, py + dy);
      const u = px / width - 0.5;
      const v = py / height - 0.5;
      const falls = exposure * (1 + slope[0] * u + slope[1] * v - bow * (u * u + v * v));
      const value = 255 * encode(Math.max(0, (sum / SUBPIXELS.length) * falls)) + 2.5 * noise.normal();
      const at = (py * width + px) * 4;
      data[at] = value;
      data[at + 1] = value;
      data[at + 2] = value;
      data[at + 3] = 255;
    }
  return { width, height, data };
}

const SUBPIXELS: readonly Point[] = [
  [0.2, 0.3],
  [0.8, 0.5],
  [0.4, 0.8],
];

/** The card fills most of the picture, turned by up to 6° and seen a little from one side. */
function cardCorners(width: number, height: number, span: (low: number, high: number) => number): Point[] {
  const scale = (Math.min(width / CARD.width, height / CARD.height) * span(0.68, 0.8)) / 2;
  const turn = (span(-6, 6) * Math.PI) / 180;
  const tilt = [span(-0.06, 0.06), span(-0.06, 0.06)] as const;
  const centre = [width * span(0.47, 0.53), height * span(0.47, 0.53)] as const;
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([sx, sy]): Point => {
    const x = sx! * CARD.width * scale;
    const y = sy! * CARD.height * scale;
    const far = 1 + tilt[0] * sx! + tilt[1] * sy!;
    return [
      centre[0] + (x * Math.cos(turn) - y * Math.sin(turn)) / far,
      centre[1] + (x * Math.sin(turn) + y * Math.cos(turn)) / far,
    ];
  });
}

const encode = (v: number): number => (v <= 0.0031308 ? 12.92 * v : 1.055 * Math.min(1, v) ** (1 / 2.4) - 0.055);

/** Pixels as a PNG file. */
export function pngOf({ width, height, data }: Pixels): Uint8Array {
  const png = new PNG({ width, height });
  png.data = Buffer.from(data.buffer, data.byteOffset, data.byteLength);
  return new Uint8Array(PNG.sync.write(png));
}

const QUIET_MS = 2000;

/** The camera: photographs the clarity card through a jar of the bath, or a part beside an unlit piece on white paper. */
export const camera: RunDevice = ({ seed = 1, ...address }, { bath, colours }) => {
  const bridge = new Bridge(address, 'camera');
  let photo = 0;
  const partPhoto = async (batchId: string) => renderPartPhoto({ ...(await colours(batchId)), seed: seed + photo });
  const bathPhoto = async ({ vesselId = '', amount: pathMm = 30 }: Press) => {
    const { loadPctW, clarityPerPctMm } = await bath(vesselId);
    return renderPhoto({ loadPctW, pathMm, clarityPerPctMm, seed: seed + photo });
  };
  const act = async (press: PressOn<'camera'>): Promise<void> => {
    photo++;
    const taken = await bridge.sendPhoto(
      pngOf(press.batchId ? await partPhoto(press.batchId) : await bathPhoto(press)),
    );
    if (taken) await bridge.send([{ atMs: Date.now(), photo, note: 'photo taken' }]);
  };
  void bridge.followPresses(act);
  telling(
    bridge,
    () => ({ atMs: Date.now(), photo, note: 'ready' }),
    () => QUIET_MS,
  );
  return { stop: () => bridge.stop() };
};
