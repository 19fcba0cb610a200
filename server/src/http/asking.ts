import type { FastifyReply, FastifyRequest } from 'fastify';
import type { Asking } from '../threads/index.ts';

/** Who sent a request, by its connection, and a signal for when they have left: work for nobody is dropped. */
export function askingOf(request: FastifyRequest, reply: FastifyReply): Asking {
  const gone = new AbortController();
  reply.raw.once('close', () => {
    if (!reply.raw.writableFinished) gone.abort();
  });
  return { client: `${request.socket.remoteAddress}:${request.socket.remotePort}`, signal: gone.signal };
}
