import { ok, type Refusal, type Result, refuse } from '../../result/index.ts';
import { plainNumber } from '../../units/index.ts';
import { readMesh } from '../read/readMesh.ts';
import {
  cancelled,
  FURTHEST_MM,
  type MeshObject,
  type MeshWarning,
  noSurface,
  outOfReach,
  type TriangleSoup,
  type Watch,
} from '../read/soup.ts';
import { pickTriangles } from '../topology/pickTriangles.ts';
import { weld } from '../topology/weld.ts';
import type { Vec3 } from '../vectors.ts';
import { normalOf } from '../vectors.ts';
import { type DrainPose, findDrainPose } from '../voxels/drainPose.ts';
import { type DrawnPockets, findPockets, type Pockets } from '../voxels/pockets.ts';
import { boxOf } from '../voxels/voxels.ts';
import { type Oriented, orient } from './orient.ts';
import { countContacts, type Supports, shellFacts, supportsByShape } from './supports.ts';
import { type Wall, wallThickness } from './wall.ts';

export const MESH_UNITS = ['mm', 'cm', 'm', 'inch'] as const;
export type MeshUnit = (typeof MESH_UNITS)[number];
const MM_PER: Readonly<Record<MeshUnit, number>> = { mm: 1, cm: 10, m: 1000, inch: 25.4 };

export type MeshMeasures = {
  readonly format: TriangleSoup['format'];
  readonly triangles: number;
  /** as found in the file: every edge is passed once each way */
  readonly watertight: boolean;
  readonly shells: number;
  /** supports included */
  readonly areaMm2: number;
  /** withheld for open meshes */
  readonly volumeMm3?: number | undefined;
  readonly boxMm: Vec3;
  /** lowest corner of the box in the file's own axes, mm */
  readonly minMm?: Vec3;
  readonly wall?: Wall | undefined;
  readonly supports?: Supports | undefined;
  readonly objects?: readonly MeshObject[] | undefined;
  readonly drainPose?: DrainPose | undefined;
  readonly warnings: readonly MeshWarning[];
} & Partial<Pockets>;

export type MeasureOptions = Watch & {
  readonly unit?: MeshUnit | undefined;
  /** direction that points up as it hangs, default +z */
  readonly pose?: Vec3 | undefined;
  readonly voxelMm?: number | undefined;
  /** also gives the outsides of its pockets, for a picture */
  readonly drawn?: boolean | undefined;
  /** shells that the user picked as supports; none means that there are none; left out, they are looked for */
  readonly supportShells?: readonly number[] | undefined;
};

export type Measured = {
  readonly measures: MeshMeasures;
  /** scaled to mm, turned outwards where the mesh is closed */
  readonly positions: Float32Array;
  /** shell of each triangle */
  readonly shell: Int32Array;
  /** outsides of its pockets and cavities, nine numbers a triangle, when asked for */
  readonly pocketSkin?: Float32Array | undefined;
};

const SMALL_MM = 2;
const LARGE_MM = 2000;

/** Turns every triangle outwards, in place. */
function facingOut(positions: Float32Array): ReturnType<typeof orient> {
  const oriented = orient(positions, weld(positions));
  turnTriangles(positions, oriented.turn);
  return oriented;
}

/**
 * The triangles of a stored part as it was measured: in mm, facing outwards.
 * @param boxMm its outer sizes as measured; a file that was read in another unit is scaled to them
 */
export function storedPart(
  bytes: Uint8Array,
  boxMm?: readonly [number, number, number],
): Result<Float32Array, Refusal> {
  const soup = readMesh(bytes);
  if (!soup.ok) return soup;
  const factor = soup.value.mmPerUnit ?? 1;
  const positions = scaledTo(
    soup.value.positions.map((value) => value * factor),
    boxMm,
  );
  facingOut(positions);
  return ok(positions);
}

/** The same part so large that its longest side is that of the box. */
export function scaledTo(positions: Float32Array, boxMm: readonly [number, number, number] | undefined): Float32Array {
  if (!boxMm) return positions;
  const factor = Math.max(...boxMm) / Math.max(...surfaceOf(positions).boxMm);
  return Math.abs(factor - 1) < SAME_SIZE_SHARE ? positions : positions.map((value) => value * factor);
}
const SAME_SIZE_SHARE = 1e-3;

/** Reads and measures a part file. @returns measures with the triangles in mm, or a refusal that says what is wrong */
export function measureMesh(bytes: Uint8Array, options: MeasureOptions = {}): Result<Measured, Refusal> {
  const scaled = (from: number, to: number): Watch => ({
    isCancelled: options.isCancelled,
    onProgress: options.onProgress && ((share) => options.onProgress!(from + share * (to - from))),
  });
  const soup = readMesh(bytes, scaled(0, 0.3));
  if (!soup.ok) return soup;
  const factor = options.unit ? MM_PER[options.unit] : (soup.value.mmPerUnit ?? 1);
  const positions = soup.value.positions.map((value) => value * factor);
  const { areaMm2, ...as } = surfaceOf(positions);
  const furthestMm = Math.max(...as.minMm.map((min, axis) => Math.max(Math.abs(min), Math.abs(min + as.boxMm[axis]!))));
  if (!(furthestMm <= FURTHEST_MM)) return refuse(outOfReach(furthestMm));
  if (!(areaMm2 > 0)) return refuse(noSurface());
  const oriented = facingOut(positions);
  const closed = oriented.shells > 0 && oriented.openEdges === 0;
  const { signedMm3, boxMm, minMm } = surfaceOf(positions);
  options.onProgress?.(0.5);
  const supports = findSupports(positions, oriented, soup.value.objects, options.supportShells);
  const inward = signedMm3 < 0 ? -1 : 1;
  const part = partOnly(positions, oriented, supports);
  const wall = wallThickness(part.positions, inward, scaled(0.5, 0.7), closed ? part.shell : undefined);
  if (options.isCancelled?.()) return refuse(cancelled());
  const { skin, ...pockets } = closed ? findPockets(positions, options) : ({} as Partial<DrawnPockets>);
  options.onProgress?.(0.9);
  if (options.isCancelled?.()) return refuse(cancelled());
  const up = options.pose ?? [0, 0, 1];
  const drainPose =
    pockets.trappedMm3 === undefined
      ? undefined
      : findDrainPose(positions, { up, trappedMm3: pockets.trappedMm3 }, options.voxelMm ?? pockets.voxelMm);
  options.onProgress?.(1);
  return ok({
    positions,
    shell: oriented.shell,
    ...(skin ? { pocketSkin: skin } : {}),
    measures: {
      format: soup.value.format,
      triangles: positions.length / 9,
      watertight: closed && oriented.turned === 0,
      shells: oriented.shells,
      areaMm2,
      volumeMm3: closed ? signedMm3 : undefined,
      boxMm,
      minMm,
      wall,
      supports,
      objects: soup.value.objects,
      ...pockets,
      drainPose,
      warnings: [...soup.value.warnings, ...doubts(oriented, boxMm, options.unit)],
    },
  });
}

type Surface = {
  readonly areaMm2: number;
  /** by signed tetrahedra from the first corner; negative when inside out */
  readonly signedMm3: number;
  readonly boxMm: Vec3;
  readonly minMm: Vec3;
};

function surfaceOf(p: Float32Array): Surface {
  let twiceArea = 0;
  let sixVolume = 0;
  for (let at = 0; at < p.length; at += 9) {
    const [nx, ny, nz] = normalOf(p, at);
    twiceArea += Math.hypot(nx, ny, nz);
    sixVolume += (p[at]! - p[0]!) * nx + (p[at + 1]! - p[1]!) * ny + (p[at + 2]! - p[2]!) * nz;
  }
  const { size, min } = boxOf(p);
  return {
    areaMm2: twiceArea / 2,
    signedMm3: sixVolume / 6,
    boxMm: size as unknown as Vec3,
    minMm: min as unknown as Vec3,
  };
}

/** Swaps two corners of each triangle that must be turned, in place. */
function turnTriangles(p: Float32Array, turn: Uint8Array): void {
  for (let t = 0; t < turn.length; t++) {
    if (turn[t] !== 1) continue;
    for (let axis = 0; axis < 3; axis++) {
      const kept = p[t * 9 + 3 + axis]!;
      p[t * 9 + 3 + axis] = p[t * 9 + 6 + axis]!;
      p[t * 9 + 6 + axis] = kept;
    }
  }
}

function findSupports(
  positions: Float32Array,
  { shell, shells }: Oriented,
  objects: readonly MeshObject[] | undefined,
  picked: readonly number[] | undefined,
): Supports | undefined {
  const named = objects && shellsOfObjects(shell, objects);
  const facts = shellFacts(positions, shell, shells);
  const [by, found] = picked
    ? (['user', picked.filter((s) => s >= 0 && s < shells)] as const)
    : named && named.length > 0
      ? (['file', named] as const)
      : (['shape', supportsByShape(facts)] as const);
  if (found.length === 0 || found.length >= shells) return undefined;
  const areaMm2 = found.reduce((sum, s) => sum + facts[s]!.areaMm2, 0);
  const isSupport = new Set(found);
  return { shells: found, areaMm2, contacts: countContacts(positions, (t) => isSupport.has(shell[t]!)), by };
}

/** Shells of the objects that the file calls supports. */
function shellsOfObjects(shell: Int32Array, objects: readonly MeshObject[]): readonly number[] {
  const found = new Set<number>();
  let from = 0;
  for (const { triangles, support } of objects) {
    if (support) for (let t = from; t < from + triangles; t++) if (shell[t]! >= 0) found.add(shell[t]!);
    from += triangles;
  }
  return [...found];
}

type Shelled = { readonly positions: Float32Array; readonly shell: Int32Array };

function partOnly(positions: Float32Array, { shell }: Oriented, supports: Supports | undefined): Shelled {
  if (!supports) return { positions, shell };
  const isSupport = new Set(supports.shells);
  return {
    positions: pickTriangles(positions, (t) => !isSupport.has(shell[t]!)),
    shell: shell.filter((number) => !isSupport.has(number)),
  };
}

function doubts(oriented: Oriented, boxMm: Vec3, unit: MeshUnit | undefined): MeshWarning[] {
  const warnings: MeshWarning[] = [];
  const longest = Math.max(...boxMm);
  const warn = (code: string, message: string) => warnings.push({ code, message });
  if (longest < SMALL_MM)
    warn(
      'VERY_SMALL',
      `The part is only ${plainNumber(longest)} mm long. Was it drawn in inches, centimetres or metres?${unit ? '' : ' Choose the unit.'}`,
    );
  if (longest > LARGE_MM) warn('VERY_LARGE', `The part is ${plainNumber(longest / 1000)} m long. Is the unit right?`);
  if (oriented.openEdges > 0)
    warn('OPEN_MESH', `${oriented.openEdges} edges are open: the area is used, the volume is withheld.`);
  else if (oriented.turned > 0)
    warn('TURNED', `${oriented.turned} triangles faced the wrong way against their neighbours; they were turned.`);
  if (oriented.insideOut > 0)
    warn(
      'INSIDE_OUT',
      oriented.shells === 1
        ? 'The faces pointed inwards; they were turned outwards.'
        : `The faces of ${oriented.insideOut} of ${oriented.shells} shells pointed inwards; they were turned outwards.`,
    );
  return warnings;
}
