import {
  type Exposure,
  expose,
  exposeSamples,
  exposureOf,
  type InsideRod,
  type Lamp,
  type LightFigures,
  lightFigures,
  type Placement,
  placeAll,
  type Samples,
  shade,
} from '@north-step/core/light';
import type { Refusal } from '@north-step/core/result';
import { expose as serve, transfer } from 'comlink';

export type MapQuestion = {
  readonly parts: readonly Float32Array[];
  readonly placements: readonly Placement[];
  readonly lamp: Lamp;
  readonly rods: readonly (InsideRod | undefined)[];
  /** a map that was made before of just this */
  readonly known?: Float32Array | undefined;
};
export type MapAnswer =
  | {
      readonly ok: true;
      readonly values: Float32Array;
      readonly figures: LightFigures;
      readonly samples: Samples;
      /** for the picture */
      readonly positions: Float32Array;
      readonly light: Float32Array;
      readonly triangles: number;
      readonly tookMs: number;
    }
  | { readonly ok: false; readonly refusal: Refusal };

/** Maps light off the page's thread. Cancel by ending the worker. */
const mapper = {
  map({ parts, placements, lamp, rods, known }: MapQuestion, onProgress: (share: number) => void): MapAnswer {
    const startMs = performance.now();
    const exposure = exposureOf({ parts, placements, lamp, rods });
    const made = known ? fromKnown(exposure, known) : expose(exposure, { onProgress });
    if (!made.ok) return made;
    const { values, figures, samples, positions } = made.value;
    const shaded = shade(positions, samples, values);
    return transfer(
      {
        ok: true,
        values,
        figures,
        samples,
        positions: shaded.positions,
        light: shaded.light,
        triangles: positions.length / 9,
        tookMs: performance.now() - startMs,
      },
      [values.buffer as ArrayBuffer, shaded.light.buffer as ArrayBuffer, shaded.positions.buffer as ArrayBuffer],
    );
  },
};

/** A stored map has only its values: samples follow from the parts and their places. A map that does not fit is made anew. */
function fromKnown(exposure: Exposure, known: Float32Array): ReturnType<typeof expose> {
  const placed = placeAll(exposure);
  const samples = exposeSamples(exposure, placed.motions);
  const figures = lightFigures(known);
  if (samples.count !== known.length || !figures) return expose(exposure);
  return { ok: true, value: { values: known, figures, samples, ...placed } };
}

export type LightMapperApi = typeof mapper;
serve(mapper);
