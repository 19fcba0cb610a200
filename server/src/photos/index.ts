import { createHash } from 'node:crypto';
import { PhotoStored } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { type Queryable, readFile, sql, storeFile } from '../db/index.ts';
import { Refused, unknown } from '../http/errors.ts';

const LARGEST_BYTES = 8 * 1024 * 1024;
const Params = Type.Object({ sha256: Type.String({ pattern: '^[0-9a-f]{64}$' }) });

/** What a picture file is, by its first bytes; never by what it is called. */
export function mediaOf(bytes: Uint8Array): 'image/png' | 'image/jpeg' | 'image/webp' | undefined {
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  if (text(1, 4) === 'PNG' && bytes[0] === 0x89) return 'image/png';
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  return text(0, 4) === 'RIFF' && text(8, 12) === 'WEBP' ? 'image/webp' : undefined;
}

/** @throws Refused when no such photo is stored */
export async function needPhoto(db: Queryable, sha256: string): Promise<void> {
  const row = await db.maybeOne(sql`SELECT 1 AS one FROM photo WHERE sha256 = ${sha256}`);
  if (!row)
    throw new Refused({
      code: 'UNKNOWN_PHOTO',
      message: 'That photo is not stored here.',
      remedy: 'Take it again.',
      field: 'photoSha256',
    });
}

export function photoRoutes(app: FastifyInstance, context: Context): void {
  app.post<{ Body: Buffer }>(
    '/api/photos',
    {
      schema: {
        summary: 'Store a photo (PNG, JPEG or WebP as application/octet-stream)',
        response: { 200: PhotoStored },
      },
    },
    async ({ body }) => {
      const media = Buffer.isBuffer(body) ? mediaOf(body) : undefined;
      if (!media)
        throw new Refused({
          code: 'BAD_VALUE',
          message: 'This is no PNG, JPEG or WebP picture. It was not stored.',
          remedy: 'Take another photo.',
        });
      if (body.byteLength > LARGEST_BYTES)
        throw new Refused({
          code: 'TOO_LARGE',
          message: `The photo has more than ${LARGEST_BYTES / 1024 / 1024} MB. It was not stored.`,
          remedy: 'Take it with a smaller size.',
        });
      const sha256 = createHash('sha256').update(body).digest('hex');
      await store(context, sha256, media, new Uint8Array(body));
      return { sha256 };
    },
  );
  app.get<{ Params: Static<typeof Params> }>(
    '/api/photos/:sha256',
    { schema: { summary: 'A stored photo', params: Params } },
    async ({ params: { sha256 } }, reply) => {
      const photo = await context.db.maybeOne<{ media: string }>(sql`SELECT media FROM photo WHERE sha256 = ${sha256}`);
      if (!photo) throw unknown('photo', sha256.slice(0, 12));
      return reply
        .type(photo.media)
        .header('cache-control', 'public, max-age=31536000, immutable')
        .send(await readFile(context.db, 'photo', sha256));
    },
  );
}

const store = (context: Context, sha256: string, media: string, bytes: Uint8Array): Promise<void> =>
  storeFile(context.db, 'photo', sha256, bytes, async (tx) => {
    await tx.many(sql`
      INSERT INTO photo (sha256, media, bytes, at) VALUES (${sha256}, ${media}, ${bytes.byteLength}, ${new Date(context.nowMs())})`);
  });
