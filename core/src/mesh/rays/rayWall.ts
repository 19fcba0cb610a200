import { normalOf, type Vec3 } from '../vectors.ts';
import { type Bvh, hitTriangleNumber, nearestHit } from './bvh.ts';

/** A ray starts this far below the face that it asks about, mm. */
const SKIN_MM = 1e-4;
/** Shells that lie in one another more often than this are not told apart. */
const MOST_CROSSED = 64;

/** A mesh that rays are sent into: which shell each triangle belongs to, and which shells are hollows. */
export type RayBody = {
  readonly tree: Bvh;
  readonly positions: Float32Array;
  /** nothing: the mesh is open, and the first surface met is the far side */
  readonly shell?: Int32Array | undefined;
  readonly hollow?: ReadonlySet<number> | undefined;
};

/** Shells that hold less than nothing: the insides of hollow parts. */
export function hollowShells(positions: Float32Array, shell: Int32Array): ReadonlySet<number> {
  const six = new Map<number, number>();
  for (let t = 0; t < shell.length; t++) {
    const at = t * 9;
    const [nx, ny, nz] = normalOf(positions, at);
    const volume = positions[at]! * nx + positions[at + 1]! * ny + positions[at + 2]! * nz;
    six.set(shell[t]!, (six.get(shell[t]!) ?? 0) + volume);
  }
  return new Set([...six].filter(([, volume]) => volume < 0).map(([number]) => number));
}

export type WallHit = { readonly wallMm: number /** normal of the far side, not of unit length */; readonly far: Vec3 };

/**
 * Material under a place on the skin, through shells that overlap: where another begins before one ends, they are one body.
 * @param inward unit vector into the material
 * @param own shell of the triangle that the place lies on
 * @returns the far side; undefined where none is met, or where the place itself lies within another shell
 */
export function rayWall(body: RayBody, at: Vec3, inward: Vec3, own: number): WallHit | undefined {
  const { tree, positions, shell, hollow } = body;
  const [x, y, z] = at;
  const [dx, dy, dz] = inward;
  const entered = new Set([own]);
  let depth = 1;
  let from = SKIN_MM;
  for (let crossed = 0; crossed < MOST_CROSSED; crossed++) {
    const wallMm = nearestHit(tree, x, y, z, dx, dy, dz, from);
    if (!Number.isFinite(wallMm)) return undefined;
    const triangle = hitTriangleNumber();
    const far = normalOf(positions, triangle * 9);
    // an open mesh has no inside to follow
    if (!shell) return { wallMm, far };
    const met = shell[triangle]!;
    const enters = far[0] * dx + far[1] * dy + far[2] * dz < 0;
    if (enters) entered.add(met);
    else if (!entered.has(met) && !hollow?.has(met)) return undefined;
    depth += enters ? 1 : -1;
    if (depth === 0) return { wallMm, far };
    from = wallMm + SKIN_MM;
  }
  return undefined;
}
