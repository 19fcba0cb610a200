import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';

/** Calculations write nothing. */
const WRITES_NOTHING = /^\/api\/compute\//;

/** Takes nothing more while the disk has no room for it: what is there can still be read and closed. A command is kept by its page meanwhile. */
export function refuseWhenFull(app: FastifyInstance, { space }: Context): void {
  app.addHook('onRequest', async (request, reply) => {
    if (request.method === 'GET' || request.method === 'HEAD' || WRITES_NOTHING.test(request.url)) return;
    const now = space?.();
    if (now?.level !== 'full') return;
    await reply.status(503).send({
      error: {
        code: 'DISK_FULL',
        message: `The disk has only ${now.freeMb} MB left; nothing more is taken.`,
        kept: 'Nothing was changed. What is pressed on a page is kept there and sent when there is room.',
        remedy: 'Make room on the disk that holds the data.',
      },
    });
  });
}
