import { makeRandom } from '@north-step/core/maths';
import { ServerProcess } from '../e2e/serverProcess.ts';
import { bookOf } from './kills.ts';
import type { Attack } from './outcome.ts';

type Schema = Readonly<Record<string, unknown>> & {
  readonly type?: string;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly items?: Schema;
  readonly anyOf?: readonly Schema[];
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly pattern?: string;
};
type Parameter = { readonly name: string; readonly in: string; readonly schema: Schema };
type Operation = {
  readonly parameters?: readonly Parameter[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema?: Schema }>> };
};
/** Streams do not end by themselves. */
const STREAMS = /\/live$|\/presses$/;

/** Values that have hurt somebody before. */
const NASTY: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  '\0',
  '\ud800',
  '‮',
  'a'.repeat(5000),
  '../../etc/passwd',
  "'; DROP TABLE batch; --",
  '<script>',
  'NaN',
  0,
  -1,
  1e-320,
  1e300,
  -1e300,
  2 ** 53,
  0.1,
  [],
  [[[[]]]],
  {},
  { constructor: 1 },
  '2026-13-45T99:99',
  '💧',
];

/** Sends requests that are nearly right to every address of the description. None may be answered as a failure of ours. */
export const fuzz: Attack = async (rounds) => {
  const server = await ServerProcess.onCopy();
  await server.start();
  await server.fillBaths();
  const batch = await server.hang();
  const { paths } = await server.get<{ paths: Record<string, Record<string, Operation>> }>('/api/docs/openapi.json');
  const operations = Object.entries(paths)
    .flatMap(([path, methods]) => Object.entries(methods).map(([method, operation]) => ({ path, method, operation })))
    .filter(({ path }) => !STREAMS.test(path));
  const { next: draw, pick } = makeRandom(20_417);
  const known = [batch.id, 'w1', 'w2', 'can', 'lamp-box', 'wash-1', 'grey', 's1', 's2', 'Ada B.', 'a'.repeat(64), '1'];

  const drawn = (schema: Schema, nasty: number): unknown => {
    if (draw() < nasty) return pick(NASTY);
    if (schema.anyOf) return drawn(pick(schema.anyOf), nasty);
    if (schema.enum) return pick(schema.enum);
    if ('const' in schema) return schema.const;
    switch (schema.type) {
      case 'object': {
        const entries = Object.entries(schema.properties ?? {}).filter(
          ([name]) => schema.required?.includes(name) || draw() < 0.4,
        );
        return Object.fromEntries(entries.map(([name, one]) => [name, drawn(one, nasty)]));
      }
      case 'array':
        return Array.from({ length: Math.max(Number(schema.minItems ?? 0), Math.floor(draw() * 4)) }, () =>
          drawn(schema.items ?? {}, nasty),
        );
      case 'string':
        return schema.pattern?.startsWith('^[A-Za-z0-9-]') ? crypto.randomUUID() : draw() < 0.6 ? pick(known) : 'text';
      case 'integer':
      case 'number': {
        const low = Number(schema.minimum ?? 0);
        const high = Math.min(
          Number(schema.maximum ?? 1000),
          draw() < 0.7 ? low + 1000 : Number(schema.maximum ?? 1e9),
        );
        const value = low + draw() * (high - low);
        return schema.type === 'integer' ? Math.round(value) : value;
      }
      case 'boolean':
        return draw() < 0.5;
      default:
        return pick(NASTY);
    }
  };
  const broke: string[] = [];
  const counts = new Map<number, number>();
  for (let i = 0; i < rounds; i++) {
    const { path, method, operation } = pick(operations);
    const nasty = draw() < 0.3 ? 0 : 0.08;
    const filled = path.replace(
      /\{\w+\}/g,
      () => encodeURIComponent(well(draw() < 0.8 ? pick(known) : String(pick(NASTY)))) || 'x',
    );
    const query = (operation.parameters ?? [])
      .filter((one) => one.in === 'query' && draw() < 0.5)
      .map(({ name, schema }) => `${name}=${encodeURIComponent(well(String(drawn(schema, nasty))))}`)
      .join('&');
    const schema = Object.values(operation.requestBody?.content ?? {})[0]?.schema;
    const text =
      schema && JSON.stringify(drawn(schema, nasty)).replace(/1e\+300/g, () => (draw() < 0.5 ? '1e309' : '1e+300'));
    const url = `${filled}${query ? `?${query}` : ''}`;
    const reply = await fetch(server.address + url, {
      method: method.toUpperCase(),
      ...(text === undefined || method === 'get'
        ? {}
        : { body: text, headers: { 'content-type': 'application/json' } }),
    }).catch((error: Error) => ({ status: 0, text: async () => error.message }));
    counts.set(reply.status, (counts.get(reply.status) ?? 0) + 1);
    const said = await reply.text();
    if (reply.status >= 500 || reply.status === 0)
      broke.push(`${method} ${url.slice(0, 120)} ${text?.slice(0, 300) ?? ''} → ${reply.status} ${said.slice(0, 200)}`);
  }
  const book = await bookOf(server);
  await server.remove();
  const seen = [...counts]
    .sort(([a], [b]) => a - b)
    .map(([status, n]) => `${n} × ${status}`)
    .join(', ');
  return [
    { what: 'requests that are nearly right', tried: rounds, held: rounds - broke.length, seen, broke },
    { what: 'the book after them', tried: 1, held: book.length === 0 ? 1 : 0, seen: '', broke: book },
  ];
};

/** What an address can carry at all. */
const well = (text: string): string => text.replace(/\p{Surrogate}/gu, '');
