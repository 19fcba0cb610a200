import type { IrradianceInput, IrradianceReply } from '@north-step/contract';
import { checkScene, type Led, lightMap, lightOn, pointSamples, samplesFor, shadowsOf } from '@north-step/core/light';
import { moved, readMesh, surfaceAreaMm2 } from '@north-step/core/mesh';
import { ok, type Refusal, type Result, refuse } from '@north-step/core/result';
import type { Static } from 'typebox';
import { answerAsked } from '../threads/answerAsked.ts';

export type IrradianceQuestion = Static<typeof IrradianceInput>;
export type IrradianceAnswer = Result<Static<typeof IrradianceReply>, Refusal>;
const MOST_TRIANGLES = 600_000;

/** Light at points or over a mesh, away from the main thread. */
export default answerAsked((input: IrradianceQuestion): IrradianceAnswer => {
  const leds = input.leds as unknown as readonly Led[];
  checkScene(leds, input);
  const mesh = input.meshStlBase64 === undefined ? undefined : meshOf(input.meshStlBase64, input.placeMm);
  if (mesh && !mesh.ok) return mesh;
  const scene = {
    leds,
    angles: input.turntableAngles ?? 1,
    floor: input.floor,
    table: input.table,
    walls: input.walls,
    medium: input.medium,
  };
  if (input.points) {
    const shadows = mesh && shadowsOf(mesh.value);
    const partAreaMm2 = mesh && surfaceAreaMm2(mesh.value);
    const values = lightMap({ ...scene, ...shadows, partAreaMm2 }, pointSamples(input.points))!;
    return ok({ pointsMWPerCm2: [...values], assumptions: assumptions(input) });
  }
  if (!mesh) return refuse({ code: 'BAD_VALUE', message: 'Give points, a mesh, or both.', field: 'points' });
  const lit = lightOn(mesh.value, scene);
  if (!lit.ok) return lit;
  const { figures, samples, values } = lit.value;
  return ok({
    coldest: figures.coldMWPerCm2,
    median: figures.medianMWPerCm2,
    hottest: figures.hotMWPerCm2,
    neverLitPct: figures.neverLitPct,
    samples: [...values].map((mWPerCm2, i) => ({
      posMm: [...samples.at.subarray(3 * i, 3 * i + 3)],
      normal: [...samples.normal.subarray(3 * i, 3 * i + 3)],
      mWPerCm2,
    })),
    assumptions: assumptions(input),
  });
});

function meshOf(base64: string, placeMm: readonly number[] | undefined): Result<Float32Array<ArrayBuffer>, Refusal> {
  const soup = readMesh(new Uint8Array(Buffer.from(base64, 'base64')));
  if (!soup.ok) return { ok: false, refusal: { ...soup.refusal, field: 'meshStlBase64' } };
  const positions = Float32Array.from(soup.value.positions);
  if (positions.length / 9 > MOST_TRIANGLES)
    return refuse({
      code: 'TOO_LARGE',
      message: `The mesh has ${positions.length / 9} triangles; at most ${MOST_TRIANGLES} are mapped here.`,
      field: 'meshStlBase64',
    });
  return ok(placeMm ? moved(positions, placeMm as [number, number, number]) : positions);
}

function assumptions(input: IrradianceQuestion): string[] {
  return [
    'LEDs are Lambertian points; parts are opaque and dull, and throw back 30 % where walls are given.',
    input.turntableAngles === undefined || input.turntableAngles === 1
      ? 'Nothing turns.'
      : `Averaged over ${input.turntableAngles} turns of the table.`,
    ...(input.meshStlBase64 && !input.points
      ? [
          `${samplesFor(0)} points on small meshes, ${samplesFor(1e6)} on large ones, equal shares of surface; coldest is their 2nd, hottest their 99th percentile.`,
        ]
      : []),
  ];
}
