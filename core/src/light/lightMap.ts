import { MEDIUM_TRANSMISSION } from '../cure/index.ts';
import { blocker, type Watch } from '../mesh/index.ts';
import { openness } from './openness.ts';
import { tableShare } from './table.ts';
import { DEFAULT_OPENNESS_RAYS, type Led, type LightScene, type Samples } from './types.ts';

const DEFAULT_PART_REFLECTANCE = 0.3;
const CM2_PER_MM2 = 0.01;
/** With more turns than this a sample sees each LED in every other one. */
const THINNED_FROM_TURNS = 8;
/** Between two reports of progress. */
const LEDS_BETWEEN_REPORTS = 4;

/**
 * Irradiance at every sample, averaged over the turns of the table:
 * E = T_med (E_dir + E_d·O), E_dir = 1/K Σ_k Σ_j P_j (m+1)/2π cos^m(led) cos(surface)/d² V, once directly and once in the mirror floor,
 * E_d = (ρ_w Φ_w + ρ_p Φ_p)/((1−ρ_w)A_w + (1−ρ_p)A_p + A_port).
 * @returns mW/cm² for each sample; undefined when cancelled
 * @source Lambert's law; mirror images; integrating enclosure (Ulbricht); cure model A
 */
export function lightMap(scene: LightScene, samples: Samples, watch: Watch = {}): Float32Array | undefined {
  const angles = scene.angles ?? 1;
  const out = new Float64Array(samples.count);
  const steps = angles * scene.leds.length;
  for (let step = 0; step < steps; step++) {
    const k = Math.floor(step / scene.leds.length);
    const j = step % scene.leds.length;
    const { rides } = scene.leds[j]!;
    if (rides && k > 0) continue;
    const led = turned(scene.leds[j]!, (-2 * Math.PI * k) / angles);
    const seen = rides ? WHOLE : turnShare(k, j, angles, angles > THINNED_FROM_TURNS && !scene.exact);
    addDirect(scene, samples, led, out, seen);
    const { reflectance = 0 } = scene.floor ?? {};
    if (reflectance > 0) addMirrored(scene, samples, led, out, { ...seen, share: seen.share * reflectance });
    if (step % LEDS_BETWEEN_REPORTS === 0) {
      if (watch.isCancelled?.()) return undefined;
      watch.onProgress?.((0.85 * step) / steps);
    }
  }
  const wallMWPerCm2 = wallLight(scene, samples, out);
  if (wallMWPerCm2 > 0) addWalls(scene, samples, wallMWPerCm2, out, watch);
  if (watch.isCancelled?.()) return undefined;
  const medium = MEDIUM_TRANSMISSION[scene.medium ?? 'air'];
  watch.onProgress?.(1);
  return Float32Array.from(out, (light) => medium * light);
}

/** The darkest samples live on what the walls send: their openness is looked at with more rays. */
const DARKEST_SHARE = 0.08;
const CLOSER_FACTOR = 8;

function addWalls(scene: LightScene, samples: Samples, wallMWPerCm2: number, out: Float64Array, watch: Watch): void {
  const open = openness(scene, samples, watch);
  const light = out.map((direct, i) => direct + wallMWPerCm2 * open[i]!);
  const edge = light.slice().sort()[Math.floor(DARKEST_SHARE * (light.length - 1))]!;
  const darkest = Array.from(light.keys()).filter((i) => light[i]! <= edge);
  const closer = openness(
    { ...scene, opennessRays: CLOSER_FACTOR * (scene.opennessRays ?? DEFAULT_OPENNESS_RAYS) },
    pickSamples(samples, darkest),
    { isCancelled: watch.isCancelled },
  );
  out.set(light);
  darkest.forEach((i, place) => {
    out[i] = light[i]! + wallMWPerCm2 * (closer[place]! - open[i]!);
  });
}

function pickSamples({ at, normal, areaMm2Each }: Samples, chosen: readonly number[]): Samples {
  const pick = (from: Float32Array) =>
    Float32Array.from({ length: 3 * chosen.length }, (_, k) => from[3 * chosen[Math.floor(k / 3)]! + (k % 3)]!);
  return { count: chosen.length, at: pick(at), normal: pick(normal), areaMm2Each };
}

/** An LED in the frame of a table that has turned the other way. */
function turned(led: Led, angleRad: number): Led {
  const c = Math.cos(angleRad);
  const s = Math.sin(angleRad);
  const turn = ([x, y, z]: Led['posMm']): Led['posMm'] => [c * x - s * y, s * x + c * y, z];
  const length = Math.hypot(...led.dir);
  const [dx, dy, dz] = turn(led.dir);
  return { ...led, posMm: turn(led.posMm), dir: [dx / length, dy / length, dz / length] };
}

/** Lambertian light of one LED on a face, before any shadow. @returns mW/cm², at most 0 for what is turned away */
function bare(led: Led, vx: number, vy: number, vz: number, facing: number): number {
  const towards = -(vx * led.dir[0] + vy * led.dir[1] + vz * led.dir[2]);
  if (towards <= 0) return 0;
  const squared = vx * vx + vy * vy + vz * vz;
  const distance = Math.sqrt(squared);
  const lobe = led.m === 1 ? towards / distance : (towards / distance) ** led.m;
  return ((led.powerMW * (led.m + 1)) / (2 * Math.PI)) * lobe * (facing / distance / squared / CM2_PER_MM2);
}

/** Which samples see an LED in a turn, and how much of the average that turn is for them. */
type Part = { readonly share: number; readonly first: number; readonly stride: number };

/** What turns with the parts stands still to them. */
const WHOLE: Part = { share: 1, first: 0, stride: 1 };

/** Thinned, a sample sees each LED in every other turn: its even or its odd ones, which neighbours of LED and sample take in opposite ways. */
function turnShare(k: number, j: number, angles: number, thinned: boolean): Part {
  if (!thinned) return { share: 1 / angles, first: 0, stride: 1 };
  const turns = k % 2 === 0 ? Math.ceil(angles / 2) : Math.floor(angles / 2);
  return { share: 1 / turns, first: (j + k) % 2, stride: 2 };
}

function addDirect(scene: LightScene, { count, at, normal }: Samples, led: Led, out: Float64Array, part: Part): void {
  const { parts, table } = scene;
  const off = scene.offsetMm ?? 0;
  const [lx, ly, lz] = led.posMm;
  let hint = -1;
  const { share, first, stride } = part;
  for (let i = first, k = 3 * i; i < count; i += stride, k += 3 * stride) {
    const px = at[k]!;
    const py = at[k + 1]!;
    const pz = at[k + 2]!;
    const nx = normal[k]!;
    const ny = normal[k + 1]!;
    const nz = normal[k + 2]!;
    const vx = lx - px;
    const vy = ly - py;
    const vz = lz - pz;
    const facing = nx * vx + ny * vy + nz * vz;
    if (facing <= 0) continue;
    const light = bare(led, vx, vy, vz, facing);
    if (light <= 0) continue;
    const through = table ? tableShare(table, px, py, pz, lx, ly, lz) : 1;
    if (through === 0) continue;
    if (parts) {
      const ox = off * nx;
      const oy = off * ny;
      const oz = off * nz;
      const hit = blocker(parts, px + ox, py + oy, pz + oz, vx - ox, vy - oy, vz - oz, hint);
      if (hit >= 0) {
        hint = hit;
        continue;
      }
    }
    out[i]! += share * through * light;
  }
}

/** Light by way of the floor: from the LED's image below it. Both legs can be shadowed, and pass the table. */
function addMirrored(
  scene: LightScene,
  { count, at, normal }: Samples,
  led: Led,
  out: Float64Array,
  mirror: Part,
): void {
  const { parts, table } = scene;
  const off = scene.offsetMm ?? 0;
  const floorMm = scene.floor!.zMm;
  const [lx, ly, lz] = led.posMm;
  if (lz <= floorMm) return;
  const image: Led = { ...led, posMm: [lx, ly, 2 * floorMm - lz], dir: [led.dir[0], led.dir[1], -led.dir[2]] };
  let first = -1;
  let second = -1;
  const { share, stride } = mirror;
  for (let i = mirror.first, k = 3 * i; i < count; i += stride, k += 3 * stride) {
    const px = at[k]!;
    const py = at[k + 1]!;
    const pz = at[k + 2]!;
    if (pz <= floorMm) continue;
    const nx = normal[k]!;
    const ny = normal[k + 1]!;
    const nz = normal[k + 2]!;
    const vx = lx - px;
    const vy = ly - py;
    const vz = image.posMm[2] - pz;
    const facing = nx * vx + ny * vy + nz * vz;
    if (facing <= 0) continue;
    const light = bare(image, vx, vy, vz, facing);
    if (light <= 0) continue;
    const down = (pz - floorMm) / -vz;
    const fx = px + down * vx;
    const fy = py + down * vy;
    const through = table
      ? tableShare(table, px, py, pz, fx, fy, floorMm) * tableShare(table, fx, fy, floorMm, lx, ly, lz)
      : 1;
    if (through === 0) continue;
    if (parts) {
      const ox = px + off * nx;
      const oy = py + off * ny;
      const oz = pz + off * nz;
      const before = blocker(parts, ox, oy, oz, fx - ox, fy - oy, floorMm - oz, first);
      if (before >= 0) {
        first = before;
        continue;
      }
      const after = blocker(parts, fx, fy, floorMm, lx - fx, ly - fy, lz - floorMm, second);
      if (after >= 0) {
        second = after;
        continue;
      }
    }
    out[i]! += share * through * light;
  }
}

/** What the walls send back evenly, by the balance of an integrating enclosure. @returns mW/cm² on an open face */
function wallLight(scene: LightScene, samples: Samples, direct: Float64Array): number {
  const { walls } = scene;
  if (!walls) return 0;
  const partReflectance = walls.partReflectance ?? DEFAULT_PART_REFLECTANCE;
  const partAreaMm2 = scene.partAreaMm2 ?? samples.areaMm2Each * samples.count;
  const allMW = scene.leds.reduce((sum, led) => sum + led.powerMW, 0);
  const caughtMW = Math.min(allMW, direct.reduce((sum, e) => sum + e, 0) * samples.areaMm2Each * CM2_PER_MM2);
  const sentMW = walls.reflectance * (allMW - caughtMW) + partReflectance * caughtMW;
  const sinkMm2 = (1 - walls.reflectance) * walls.areaMm2 + (1 - partReflectance) * partAreaMm2 + (walls.portMm2 ?? 0);
  return sinkMm2 > 0 ? sentMW / sinkMm2 / CM2_PER_MM2 : 0;
}
