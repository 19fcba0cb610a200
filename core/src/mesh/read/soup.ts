import type { Refusal } from '../../result/index.ts';

/** Triangles as they stand in the file: nine numbers each, x y z of three corners, in file units. */
export type TriangleSoup = {
  readonly positions: Float32Array;
  readonly format: 'stl-binary' | 'stl-ascii' | 'obj' | '3mf';
  readonly warnings: readonly MeshWarning[];
  /** millimetres per unit, when the file says it */
  readonly mmPerUnit?: number;
  /** named pieces in the order of their triangles, when the file has them */
  readonly objects?: readonly MeshObject[] | undefined;
};
export type MeshObject = {
  /** of the thing that is placed: the same one may be placed more than once */
  readonly id?: string;
  readonly name: string;
  readonly triangles: number;
  /** the file itself calls it a support */
  readonly support: boolean;
};
export type MeshWarning = { readonly code: string; readonly message: string };
export type Watch = {
  readonly onProgress?: ((share: number) => void) | undefined;
  readonly isCancelled?: (() => boolean) | undefined;
};

/** More triangles than this are refused: they would not fit the memory set aside for one part. */
export const MOST_TRIANGLES = 3_000_000;

export const noSurface = (): Refusal => ({
  code: 'NO_SURFACE',
  message: 'The file holds no surface: no triangle with an area.',
  remedy: 'Check the part in the program it came from and export it again.',
});
/** Nothing that a workshop holds in its hand reaches further from where its file begins. */
export const FURTHEST_MM = 100_000;
export const outOfReach = (mm: number): Refusal => ({
  code: 'TOO_LARGE',
  message: `A corner of the part lies ${mm < 1e9 ? `${Math.round(mm / 1000).toLocaleString('en-GB')} m` : 'more than a thousand kilometres'} from where its file begins; at most ${FURTHEST_MM / 1000} m are read.`,
  remedy: 'Choose another unit, or export it again in millimetres about the origin.',
});
export const cancelled = (): Refusal => ({
  code: 'CANCELLED',
  message: 'Measuring was cancelled. Nothing was kept.',
});
export const tooManyTriangles = (): Refusal => ({
  code: 'TOO_LARGE',
  message: `The part has more than ${MOST_TRIANGLES.toLocaleString('en-GB')} triangles.`,
  remedy: 'Export it with a coarser resolution, or split the plate over several files.',
});

/** A list of numbers that grows; room is taken in steps, so that pushing stays cheap. */
export class NumberList {
  private room = new Float32Array(3072);
  length = 0;

  push3(x: number, y: number, z: number): void {
    if (this.length + 3 > this.room.length) {
      const larger = new Float32Array(Math.ceil((this.room.length * 1.6) / 9) * 9);
      larger.set(this.room);
      this.room = larger;
    }
    this.room[this.length++] = x;
    this.room[this.length++] = y;
    this.room[this.length++] = z;
  }
  at(index: number): number {
    return this.room[index]!;
  }
  /** The numbers so far, without copying. */
  view(): Float32Array {
    return this.room.subarray(0, this.length);
  }
}
