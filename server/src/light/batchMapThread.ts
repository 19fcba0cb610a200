import {
  expose,
  exposureOf,
  type InsideRod,
  type Lamp,
  type LightFigures,
  type MapOf,
  mapKeyText,
  reachMm,
  spreadOn,
  stood,
  turnedOver,
} from '@north-step/core/light';
import { storedPart, type Vec3 } from '@north-step/core/mesh';
import { ok, type Refusal, type Result } from '@north-step/core/result';
import { answerAsked } from '../threads/answerAsked.ts';

export type KindFile = {
  /** the file of the part as it was stored, and its key */
  readonly bytes: Uint8Array;
  readonly partKey: string;
  readonly boxMm?: readonly [number, number, number] | undefined;
  /** of this kind in the batch */
  readonly count: number;
};
export type BatchMapQuestion = {
  /** every kind of piece, at least one */
  readonly kinds: readonly KindFile[];
  readonly lamp: Lamp;
  readonly up: Vec3;
};
/** A map with the text that it is known by. */
export type MadePose = {
  readonly keyText: string;
  readonly values: Float32Array;
  readonly figures: LightFigures;
  readonly samples: { readonly count: number };
  readonly triangles: number;
};
export type BatchMapAnswer = Result<
  { readonly placed: number; readonly first: MadePose; readonly second?: MadePose | undefined },
  Refusal
>;

/** Maps a batch as it would be put into its lamp, as placed and turned over. */
export default answerAsked(({ kinds, lamp, up }: BatchMapQuestion): BatchMapAnswer => {
  const parts: Float32Array[] = [];
  for (const { bytes, boxMm } of kinds) {
    const part = storedPart(bytes, boxMm);
    if (!part.ok) return part;
    parts.push(part.value);
  }
  const toPlace = kinds.map(({ count }, i) => ({ radiusMm: reachMm(stood(parts[i]!, up)), count, up }));
  const wanted = kinds.reduce((sum, { count }) => sum + count, 0);
  const placements = spreadOn(toPlace, lamp.tableRadiusMm, wanted);
  const rods: readonly (InsideRod | undefined)[] = parts.map(() => undefined);
  const of: MapOf = { parts, partKeys: kinds.map(({ partKey }) => partKey), placements, lamp, rods };
  const first = made(of);
  if (!first.ok) return first;
  const second = made({ ...of, placements: turnedOver(placements) });
  return ok({ placed: placements.length, first: first.value, second: second.ok ? second.value : undefined });
});

function made(of: MapOf): Result<MadePose, Refusal> {
  const map = expose(exposureOf(of));
  if (!map.ok) return map;
  const { values, figures, samples, positions } = map.value;
  return ok({
    keyText: mapKeyText(of),
    values,
    figures,
    samples: { count: samples.count },
    triangles: positions.length / 9,
  });
}
