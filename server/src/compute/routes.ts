import multipart from '@fastify/multipart';
import { IrradianceInput, IrradianceReply, MeshReply } from '@north-step/contract';
import { MESH_UNITS, type MeasureOptions } from '@north-step/core/mesh';
import type { FastifyInstance } from 'fastify';
import type { Estimator } from '../estimate/index.ts';
import { askingOf } from '../http/asking.ts';
import { Refused } from '../http/errors.ts';
import type { LightMapper } from '../light/index.ts';
import { MEASURE_ASSUMPTIONS, MESH_LIMIT_BYTES, type Measurer } from '../meshes/index.ts';
import type { Calculator } from './calculator.ts';
import { estimateCompute } from './estimate.ts';
import { MODELS } from './models.ts';

/** A mesh of 600,000 triangles as base64. */
const MESH_IN_JSON_BYTES = 42 * 1024 * 1024;

export type Computing = {
  readonly measurer: Measurer;
  readonly estimator: Estimator;
  readonly mapper: LightMapper;
  readonly calculator: Calculator;
};

/** `POST /api/compute/<name>`: every model as a pure calculation. */
export async function computeRoutes(
  app: FastifyInstance,
  { measurer, estimator, mapper, calculator }: Computing,
): Promise<void> {
  estimateCompute(app, estimator);
  for (const { name, summary, input, reply } of MODELS) {
    app.post(
      `/api/compute/${name}`,
      { schema: { summary, body: input, response: { 200: reply } } },
      async (request, out) => {
        const answer = await calculator.ask({ name, input: request.body }, askingOf(request, out));
        if (!answer.ok) throw new Refused(answer.refusal);
        return answer.value;
      },
    );
  }
  app.post(
    '/api/compute/irradiance',
    {
      bodyLimit: MESH_IN_JSON_BYTES,
      schema: {
        summary: 'Light of LEDs at points or over a mesh, with shadow, mirror floor, table and walls',
        body: IrradianceInput,
        response: { 200: IrradianceReply },
      },
    },
    async (request, out) => {
      const answer = await mapper.ask(request.body as never, askingOf(request, out));
      if (!answer.ok) throw new Refused(answer.refusal);
      return answer.value;
    },
  );
  await app.register(multipart, { limits: { fileSize: MESH_LIMIT_BYTES, files: 1, fields: 8, fieldSize: 1000 } });
  app.post(
    '/api/compute/mesh',
    {
      bodyLimit: MESH_LIMIT_BYTES + 10_000,
      schema: { summary: 'Measure a mesh (multipart: file, unit?, voxelMm?, pose?)', response: { 200: MeshReply } },
    },
    async (request, out) => {
      if (!request.isMultipart())
        throw new Refused({ code: 'BAD_VALUE', message: 'Send the file as multipart form data.', field: 'file' });
      const fields: Record<string, string> = {};
      let bytes: Buffer | undefined;
      for await (const part of request.parts()) {
        if (part.type === 'file') bytes = await part.toBuffer();
        else fields[part.fieldname] = String(part.value);
      }
      if (!bytes) throw new Refused({ code: 'BAD_VALUE', message: 'There is no file in the request.', field: 'file' });
      const measured = await measurer.measure(new Uint8Array(bytes), meshOptions(fields), askingOf(request, out));
      if (!measured.ok) throw new Refused({ ...measured.refusal, field: 'file' });
      return { ...measured.value, assumptions: MEASURE_ASSUMPTIONS };
    },
  );
}

function meshOptions(fields: Record<string, string>): MeasureOptions {
  const refuse = (field: string, message: string) => new Refused({ code: 'BAD_VALUE', message, field });
  for (const name of Object.keys(fields)) {
    if (!['unit', 'voxelMm', 'pose'].includes(name))
      throw new Refused({
        code: 'BAD_VALUE',
        message: `There is no field “${name.slice(0, 60)}”.`,
        field: name.slice(0, 60),
      });
  }
  const unit = MESH_UNITS.find((known) => known === fields.unit);
  if (fields.unit !== undefined && !unit) throw refuse('unit', `The unit must be one of ${MESH_UNITS.join(', ')}.`);
  const voxelMm = fields.voxelMm === undefined ? undefined : Number(fields.voxelMm);
  if (voxelMm !== undefined && !(voxelMm >= 0.02 && voxelMm <= 50))
    throw refuse('voxelMm', 'voxelMm must be between 0.02 and 50.');
  const pose = fields.pose === undefined ? undefined : parsePose(fields.pose);
  if (fields.pose !== undefined && !pose)
    throw refuse('pose', 'pose must be three numbers, not all zero, like [0,0,1].');
  return { unit, voxelMm, pose };
}

function parsePose(text: string): [number, number, number] | undefined {
  const numbers = text
    .replace(/[[\]\s]/g, '')
    .split(',')
    .map(Number);
  const usable = numbers.length === 3 && numbers.every(Number.isFinite) && numbers.some((value) => value !== 0);
  return usable ? (numbers as [number, number, number]) : undefined;
}
