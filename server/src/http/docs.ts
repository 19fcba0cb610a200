import swagger from '@fastify/swagger';
import type { FastifyInstance } from 'fastify';

/** OpenAPI of everything registered after it: JSON for programs, a plain list for people. */
export async function apiDocs(app: FastifyInstance, version: string): Promise<void> {
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: { title: 'North Step', version, description: 'Everything the bench does, over HTTP on this machine.' },
    },
  });
  app.get('/api/docs/openapi.json', { schema: { hide: true } }, () => app.swagger());
  app.get('/api/docs', { schema: { hide: true } }, (request, reply) => {
    const spec = app.swagger() as { paths?: Record<string, Record<string, { summary?: string }>> };
    if (!request.headers.accept?.includes('text/html')) return reply.send(spec);
    const rows = Object.entries(spec.paths ?? {}).flatMap(([path, methods]) =>
      Object.entries(methods).map(
        ([method, { summary }]) =>
          `<tr><td>${method.toUpperCase()}</td><td><code>${path}</code></td><td>${summary ?? ''}</td></tr>`,
      ),
    );
    return reply
      .type('text/html')
      .send(
        `<!doctype html><html lang="en"><title>North Step API</title><h1>North Step API ${version}</h1><p>The full description: <a href="/api/docs/openapi.json">openapi.json</a></p><table>${rows.join('')}</table></html>`,
      );
  });
}
