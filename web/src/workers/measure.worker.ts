import type { Perhaps } from '@north-step/core/given';
import {
  type MeasureOptions,
  type MeshMeasures,
  measureMesh,
  type PlatePart,
  plateParts,
  wallOfTriangles,
} from '@north-step/core/mesh';
import type { Refusal } from '@north-step/core/result';
import { expose, transfer } from 'comlink';

export type MeasuredPart =
  | {
      readonly ok: true;
      readonly measures: MeshMeasures;
      readonly positions: Float32Array;
      readonly shell: Int32Array;
      readonly wall?: Float32Array | undefined;
      /** outsides of pockets and cavities */
      readonly pocketSkin?: Float32Array | undefined;
    }
  | { readonly ok: false; readonly refusal: Refusal };

/** The file holds several parts: each is measured as a file of its own. */
export type SeveralParts = { readonly ok: true; readonly parts: readonly PlatePart[] };

/** Measures a part file off the page's thread. Cancel by ending the worker. */
const measurer = {
  measure(
    bytes: Uint8Array,
    { whole, ...options }: Perhaps<Pick<MeasureOptions, 'unit' | 'supportShells'> & { readonly whole: boolean }>,
    onProgress: (share: number) => void,
  ): MeasuredPart | SeveralParts {
    const parts = whole ? undefined : plateParts(bytes);
    if (parts) return { ok: true, parts };
    const result = measureMesh(bytes, { ...options, drawn: true, onProgress });
    if (!result.ok) return result;
    const { measures, shell, pocketSkin } = result.value;
    const positions = result.value.positions.slice();
    const wall = wallOfTriangles(positions, measures.volumeMm3 === undefined ? undefined : shell);
    return transfer({ ok: true, measures, positions, shell, wall, pocketSkin }, [
      positions.buffer,
      shell.buffer,
      ...(wall ? [wall.buffer] : []),
      ...(pocketSkin ? [pocketSkin.buffer] : []),
    ]);
  },
};
export type Measurer = typeof measurer;
expose(measurer);
