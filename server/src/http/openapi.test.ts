import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestBench } from '../testing/bench.ts';

/** What a schema of the description can say. */
type Schema = {
  readonly type?: string;
  readonly in?: string;
  readonly name?: string;
  readonly schema?: Schema;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly additionalProperties?: boolean | Schema;
  readonly items?: Schema;
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly allOf?: readonly Schema[];
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly pattern?: string;
  readonly maxLength?: number;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly exclusiveMinimum?: number;
  readonly exclusiveMaximum?: number;
  readonly maxItems?: number;
  readonly maxProperties?: number;
  readonly patternProperties?: Readonly<Record<string, Schema>>;
};
type Operation = {
  readonly parameters?: readonly Schema[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema?: Schema }>> };
};

let t: TestBench;
let operations: readonly (readonly [string, Operation])[];
beforeAll(async () => {
  t = await TestBench.open();
  const { paths } = await t.get<{ paths: Record<string, Record<string, Operation>> }>('/api/docs');
  operations = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => [`${method} ${path}`, operation] as const),
  );
});
afterAll(() => t.close());

/** Where a schema leaves something without a bound. */
function unbounded(schema: Schema, at: string): readonly string[] {
  const inner = [...(schema.anyOf ?? []), ...(schema.oneOf ?? []), ...(schema.allOf ?? [])];
  if (inner.length > 0) return inner.flatMap((one) => unbounded(one, at));
  if (schema.enum || 'const' in schema) return [];
  switch (schema.type) {
    case 'string':
      return schema.maxLength !== undefined || schema.pattern?.endsWith('}$') ? [] : [`${at}: text of any length`];
    case 'number':
    case 'integer': {
      const low = schema.minimum ?? schema.exclusiveMinimum;
      const high = schema.maximum ?? schema.exclusiveMaximum;
      return low !== undefined && high !== undefined ? [] : [`${at}: any number`];
    }
    case 'array':
      return [
        ...(schema.maxItems === undefined ? [`${at}: any many`] : []),
        ...(schema.items ? unbounded(schema.items, `${at}[]`) : [`${at}: anything in it`]),
      ];
    case 'object': {
      const closed = schema.additionalProperties === false || schema.maxProperties !== undefined;
      const inside = { ...schema.properties, ...schema.patternProperties };
      return [
        ...(closed ? [] : [`${at}: any field`]),
        ...Object.entries(inside).flatMap(([name, one]) => unbounded(one, `${at}.${name}`)),
      ];
    }
    case 'boolean':
    case 'null':
      return [];
    default:
      return [`${at}: anything`];
  }
}

describe('everything that can be sent', () => {
  it('has a bound, in every body, path and query', () => {
    const open = operations.flatMap(([name, { parameters = [], requestBody }]) => [
      ...parameters.flatMap((one) => unbounded(one.schema ?? {}, `${name} ${one.in} ${one.name}`)),
      ...Object.values(requestBody?.content ?? {}).flatMap(({ schema }) => unbounded(schema ?? {}, `${name} body`)),
    ]);
    expect(open).toEqual([]);
  });
  it('names every part of its path', () => {
    for (const [name, { parameters = [] }] of operations) {
      const named = parameters.filter((one) => one.in === 'path').map((one) => one.name);
      expect([name, named]).toEqual([name, [...name.matchAll(/\{(\w+)\}/g)].map(([, part]) => part)]);
    }
  });
  it('is refused with the field under a name that nobody knows', async () => {
    for (const [name] of operations) {
      const [method, path] = name.split(' ') as [string, string];
      // devices show their token first
      if (path.startsWith('/api/devices/')) continue;
      const url = `${path.replace(/\{sha256\}|\{key\}/g, 'a'.repeat(64)).replace(/\{\w+\}/g, '1')}?nobodyKnows=1`;
      const reply = await t.app.inject({ method: method.toUpperCase() as 'GET', url, headers: { host: 'localhost' } });
      expect([name, reply.statusCode]).toEqual([name, 400]);
    }
  });
});
