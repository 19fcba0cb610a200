/** Faces of a hollow, counted with their sign along x, y, z: all of them, and those where the closing ball bulged in. */
type Facing = { readonly all: number[]; readonly bulging: number[] };
/** Empty voxels just outside a hollow, with how many of its faces look at each. */
export type Mouth = Map<number, Facing>;

/** Separate patches of mouth voxels; touching at a corner is touching. */
export function patchesOf(mouth: Mouth, nx: number, layer: number): readonly (readonly number[])[] {
  const left = new Set(mouth.keys());
  const found: number[][] = [];
  for (const start of mouth.keys()) {
    if (!left.delete(start)) continue;
    const patch = [start];
    for (let at = 0; at < patch.length; at++) {
      const v = patch[at]!;
      for (let dz = -layer; dz <= layer; dz += layer)
        for (let dy = -nx; dy <= nx; dy += nx)
          for (let dx = -1; dx <= 1; dx++) if (left.delete(v + dz + dy + dx)) patch.push(v + dz + dy + dx);
    }
    found.push(patch);
  }
  return found;
}

/** Vector area of a patch of a mouth: that of its rim, however it bulges. @returns faces along x, y, z, outwards */
export function facingOf(mouth: Mouth, patch: readonly number[], which: keyof Facing): readonly number[] {
  const sum = [0, 0, 0];
  for (const v of patch) for (const [axis, faces] of mouth.get(v)![which].entries()) sum[axis]! += faces;
  return sum;
}

/** A ball is said to touch what lies within half a voxel of it: so much deeper does it reach. */
const TOUCH_VOXELS = 0.5;

/**
 * What the closing ball took from a hollow as it bulged into its mouth: the cap of a ball over a round mouth as large,
 * π h² (3R − h)/3 with h = R − √(R² − r²), and half a voxel of touch. The mouth's size is the vector area of its faces,
 * which is that of its rim however it bulges.
 * @param ball radius R, voxels
 * @returns voxels
 */
export function capVoxels(mouth: Mouth, patch: readonly number[], ball: number): number {
  const area = Math.hypot(...facingOf(mouth, patch, 'bulging'));
  const square = Math.min(ball * ball, area / Math.PI);
  const h = ball - Math.sqrt(ball * ball - square);
  return (Math.PI * h * h * (3 * ball - h)) / 3 + TOUCH_VOXELS * area;
}
