import { FRAME } from './card.ts';
import { type Homography, homographyOf, type Point } from './homography.ts';

/** A grey picture in linear light, 0–1, row by row. */
export type Grey = { readonly width: number; readonly height: number; readonly light: Float32Array };

const WORK_WIDTH = 360;
const LEAST_SHARE = 0.04;

/**
 * Finds the card's black frame: dark against its surroundings, large, and hollow.
 * @returns the map from card units to picture pixels, or undefined
 */
export function findCard(picture: Grey): Homography | undefined {
  const scale = Math.max(1, picture.width / WORK_WIDTH);
  const small = shrink(picture, scale);
  const dark = darkerThanAround(small);
  const best = hollowest(small, dark);
  if (!best) return undefined;
  const corners = cornersOf(best, small.width).map(([x, y]): Point => [(x + 0.5) * scale, (y + 0.5) * scale]);
  const { left, top, right, bottom } = FRAME;
  const half = 0.25;
  const frame: readonly Point[] = [
    [left + half, top + half],
    [right - half, top + half],
    [right - half, bottom - half],
    [left + half, bottom - half],
  ];
  return homographyOf(frame, corners);
}

/** Mean of each block. */
function shrink({ width, height, light }: Grey, scale: number): Grey {
  const w = Math.floor(width / scale);
  const h = Math.floor(height / scale);
  const out = new Float32Array(w * h);
  for (let y = 0; y < h; y++) {
    const y0 = Math.floor(y * scale);
    const y1 = Math.max(y0 + 1, Math.floor((y + 1) * scale));
    for (let x = 0; x < w; x++) {
      const x0 = Math.floor(x * scale);
      const x1 = Math.max(x0 + 1, Math.floor((x + 1) * scale));
      let sum = 0;
      for (let yy = y0; yy < y1; yy++) for (let xx = x0; xx < x1; xx++) sum += light[yy * width + xx]!;
      out[y * w + x] = sum / ((y1 - y0) * (x1 - x0));
    }
  }
  return { width: w, height: h, light: out };
}

/** 1 where a pixel is well below the mean of the square around it (an eighth of the width each way). */
function darkerThanAround({ width, height, light }: Grey): Uint8Array {
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += light[y * width + x]!;
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row;
    }
  }
  const reach = Math.round(width / 8);
  const dark = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const y0 = Math.max(0, y - reach);
    const y1 = Math.min(height, y + reach + 1);
    for (let x = 0; x < width; x++) {
      const x0 = Math.max(0, x - reach);
      const x1 = Math.min(width, x + reach + 1);
      const at = (yy: number, xx: number) => sums[yy * (width + 1) + xx]!;
      const mean = (at(y1, x1) - at(y0, x1) - at(y1, x0) + at(y0, x0)) / ((y1 - y0) * (x1 - x0));
      if (light[y * width + x]! < 0.55 * mean) dark[y * width + x] = 1;
    }
  }
  return dark;
}

/** The connected dark region that spans most while filling least of what it spans. */
function hollowest({ width, height }: Grey, dark: Uint8Array): readonly number[] | undefined {
  const seen = new Uint8Array(dark.length);
  let best: readonly number[] | undefined;
  let bestScore = 0;
  for (let start = 0; start < dark.length; start++) {
    if (!dark[start] || seen[start]) continue;
    const region: number[] = [start];
    seen[start] = 1;
    let [x0, x1, y0, y1] = [width, 0, height, 0];
    for (let i = 0; i < region.length; i++) {
      const at = region[i]!;
      const x = at % width;
      const y = (at - x) / width;
      x0 = Math.min(x0, x);
      x1 = Math.max(x1, x);
      y0 = Math.min(y0, y);
      y1 = Math.max(y1, y);
      for (const [dx, dy] of [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ] as const) {
        const [nx, ny] = [x + dx, y + dy];
        const next = ny * width + nx;
        if (nx < 0 || ny < 0 || nx >= width || ny >= height || !dark[next] || seen[next]) continue;
        seen[next] = 1;
        region.push(next);
      }
    }
    const area = (x1 - x0 + 1) * (y1 - y0 + 1);
    const fill = region.length / area;
    if (area < LEAST_SHARE * width * height || fill > 0.45) continue;
    const score = area * (1 - fill);
    if (score > bestScore) {
      bestScore = score;
      best = region;
    }
  }
  return best;
}

/** The points farthest out along both diagonals: top left, top right, bottom right, bottom left. */
function cornersOf(region: readonly number[], width: number): readonly Point[] {
  const farthest = (along: (x: number, y: number) => number): Point => {
    let best: Point = [0, 0];
    let most = Number.NEGATIVE_INFINITY;
    for (const at of region) {
      const x = at % width;
      const y = (at - x) / width;
      const reach = along(x, y);
      if (reach > most) {
        most = reach;
        best = [x, y];
      }
    }
    return best;
  };
  return [farthest((x, y) => -x - y), farthest((x, y) => x - y), farthest((x, y) => x + y), farthest((x, y) => y - x)];
}
