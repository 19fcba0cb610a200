import { createHash } from 'node:crypto';
import { MeshStored, MeshUnitSchema } from '@north-step/contract';
import { type MeshFormat, type MeshMeasures, type MeshUnit, meshFormat } from '@north-step/core/mesh';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { readFile, sql, storeFile } from '../db/index.ts';
import { askingOf } from '../http/asking.ts';
import { Refused, unknown } from '../http/errors.ts';
import { MEASURE_ASSUMPTIONS } from './assumptions.ts';
import type { Measurer } from './measure.ts';

/** 2.4 million triangles. */
export const MESH_LIMIT_BYTES = 120 * 1024 * 1024;
const MEDIA_TYPES: Readonly<Record<MeshFormat, string>> = { stl: 'model/stl', obj: 'model/obj', '3mf': 'model/3mf' };

const Upload = Type.Object({
  name: Type.String({ minLength: 1, maxLength: 120 }),
  unit: Type.Optional(MeshUnitSchema),
  supports: Type.Optional(
    Type.String({
      pattern: '^(\\d{1,6}(,\\d{1,6})*)?$',
      maxLength: 4000,
      description: 'shells picked as supports; empty for none',
    }),
  ),
});
const MeshParams = Type.Object({ sha256: Type.String({ pattern: '^[0-9a-f]{64}$' }) });

export function meshRoutes(app: FastifyInstance, context: Context, measurer: Measurer): void {
  app.addContentTypeParser(
    'application/octet-stream',
    { parseAs: 'buffer', bodyLimit: MESH_LIMIT_BYTES },
    (_, body, done) => done(null, body),
  );

  app.post<{ Querystring: Static<typeof Upload>; Body: Buffer }>(
    '/api/meshes',
    {
      bodyLimit: MESH_LIMIT_BYTES,
      schema: {
        summary: 'Store an STL, OBJ or 3MF; it is measured here',
        querystring: Upload,
        response: { 200: MeshStored },
      },
    },
    async (request, out) => {
      const { name, unit, supports } = request.query;
      if (!Buffer.isBuffer(request.body))
        throw new Refused({ code: 'BAD_VALUE', message: 'Send the file itself as application/octet-stream.' });
      const sha256 = meshKey(request.body, unit, supports);
      const known = await context.db.maybeOne<{ name: string; measures: MeshMeasures }>(
        sql`SELECT name, measures FROM mesh WHERE sha256 = ${sha256}`,
      );
      if (known) return { sha256, name: known.name, measures: { ...known.measures, assumptions: MEASURE_ASSUMPTIONS } };
      const bytes = new Uint8Array(request.body);
      const supportShells = supports
        ?.split(',')
        .filter((text) => text !== '')
        .map(Number);
      const measured = await measurer.measure(bytes, { unit, supportShells }, askingOf(request, out));
      if (!measured.ok) throw new Refused(measured.refusal);
      await store(context, { sha256, name, bytes, measures: measured.value });
      return { sha256, name, measures: { ...measured.value, assumptions: MEASURE_ASSUMPTIONS } };
    },
  );

  app.get<{ Params: Static<typeof MeshParams> }>(
    '/api/meshes/:sha256',
    { schema: { summary: 'A stored mesh, as it came', params: MeshParams } },
    async (request, reply) => {
      const file = await readFile(context.db, 'mesh', request.params.sha256);
      if (!file) throw unknown('mesh', request.params.sha256.slice(0, 12));
      return reply
        .type(MEDIA_TYPES[meshFormat(file)])
        .header('cache-control', 'public, max-age=31536000, immutable')
        .send(file);
    },
  );
}

/** SHA-256 of the file; read in another unit or with other supports it is another part, so those are hashed with it. */
function meshKey(bytes: Buffer, unit?: MeshUnit, supports?: string): string {
  const hash = createHash('sha256').update(bytes);
  const own = meshFormat(bytes) === '3mf' ? undefined : 'mm';
  if (unit !== undefined && unit !== own) hash.update(unit);
  if (supports !== undefined) hash.update(`supports ${supports}`);
  return hash.digest('hex');
}

type NewMesh = {
  readonly sha256: string;
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly measures: MeshMeasures;
};

/** Stores a mesh in the database, so that one backup holds everything. */
const store = (context: Context, mesh: NewMesh): Promise<void> =>
  storeFile(context.db, 'mesh', mesh.sha256, mesh.bytes, async (tx) => {
    await tx.many(sql`
      INSERT INTO mesh (sha256, name, bytes, measures, at)
      VALUES (${mesh.sha256}, ${mesh.name}, ${mesh.bytes.byteLength}, ${JSON.stringify(mesh.measures)}, ${new Date(context.nowMs())})`);
  });
