import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';

const HEARTBEAT_MS = 15_000;
const RETRY_MS = 500;
/** A listener that reads nothing for so long a text is let go; it comes back and asks anew. */
const MOST_UNREAD_BYTES = 256 * 1024;

/** `GET /api/live`: one stream of changes as server-sent events. A browser that comes back asks for everything anew. */
export function liveRoutes(app: FastifyInstance, context: Context): void {
  const open = new Set<() => void>();
  app.get(
    '/api/live',
    { schema: { summary: 'Stream of changes (server-sent events)', hide: false } },
    (request, reply) => {
      reply.hijack();
      const { raw } = reply;
      raw.writeHead(200, {
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        connection: 'keep-alive',
        'x-accel-buffering': 'no',
      });
      raw.write(`retry: ${RETRY_MS}\nevent: hello\ndata: {}\n\n`);
      const tell = (text: string) => {
        raw.write(text);
        if (raw.writableLength > MOST_UNREAD_BYTES) raw.destroy();
      };
      const stop = context.live.listen((change) => tell(`event: change\ndata: ${JSON.stringify(change)}\n\n`));
      const heartbeat = setInterval(() => tell(': still here\n\n'), HEARTBEAT_MS);
      const end = () => {
        stop();
        clearInterval(heartbeat);
        open.delete(end);
        raw.end();
      };
      open.add(end);
      request.raw.on('close', end);
    },
  );
  app.addHook('preClose', async () => {
    for (const end of [...open]) end();
  });
}
