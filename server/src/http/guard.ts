import type { FastifyInstance } from 'fastify';

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);
/** What a browser says of who asks: this very page, or the person at the address bar. */
const OURS = new Set(['same-origin', 'none']);

/**
 * Loopback only: a request must name this machine as its host, and a browser page must come from this very server.
 * That stops other web pages, and names that point here, from driving the bench or reading from it.
 */
export function loopbackOnly(app: FastifyInstance): void {
  app.addHook('onRequest', async (request, reply) => {
    const host = request.headers.host ?? '';
    const { origin } = request.headers;
    const foreignHost = !LOOPBACK.has(host.replace(/:\d+$/, ''));
    const site = request.headers['sec-fetch-site'];
    const linked = request.headers['sec-fetch-mode'] === 'navigate' && request.method === 'GET';
    const fromElsewhere = site !== undefined && !OURS.has(String(site)) && !linked;
    const foreignOrigin = (origin !== undefined && origin !== `http://${host}`) || fromElsewhere;
    if (!foreignHost && !foreignOrigin) return;
    const code = foreignHost ? 'FOREIGN_HOST' : 'FOREIGN_ORIGIN';
    const message = foreignHost
      ? `This server answers only on this machine, not as “${host.slice(0, 100)}”.`
      : `Pages from ${origin === undefined ? 'elsewhere' : `“${origin.slice(0, 100)}”`} may not use this server.`;
    await reply.status(403).send({ error: { code, message, kept: 'Nothing was changed.' } });
  });
}
