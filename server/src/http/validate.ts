import { SerializerSelector } from '@fastify/fast-json-stringify-compiler';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import type { FastifyInstance, FastifySchema, RouteOptions } from 'fastify';
import { Refused } from './errors.ts';

/** No id of ours is longer. */
const LONGEST_ID = 80;
/** NUL, and half of a surrogate pair. */
const NO_TEXT = /[\0\p{Surrogate}]/u;
type ObjectSchema = { type?: string; properties?: Record<string, unknown>; additionalProperties?: unknown };

/**
 * What comes in is taken as it is, or refused with the field: wrong types, unknown fields, unknown names in the query,
 * numbers that are not finite, text that no database can keep. Query strings and paths are text and are converted.
 */
export function strictInput(app: FastifyInstance): void {
  const options = { allErrors: false, useDefaults: false, removeAdditional: false, strict: false } as const;
  const exact = new Ajv({ ...options, strictNumbers: true });
  const fromText = new Ajv({ ...options, strictNumbers: true, coerceTypes: true });
  app.setValidatorCompiler<FastifySchema>(({ schema, httpPart }) => {
    const ajv = httpPart === 'body' ? exact : fromText;
    return checkWhenAsked(() => ajv.compile(schema as object));
  });
  const serializer = SerializerSelector()({}, {});
  app.setSerializerCompiler((route) => {
    const write = whenFirstAsked(() => serializer({ ...route, httpStatus: route.httpStatus ?? '' }));
    return (answer) => write()(answer);
  });
  app.addHook('onRoute', closeSchemas);
  app.addHook('onRequest', async ({ query, params }) => {
    refuseUnfit(params);
    refuseUnfit(query);
  });
  app.addHook('preHandler', async ({ body }) => refuseUnfit(body));
}

type Check = { (value: unknown): boolean; errors?: ErrorObject[] | null };
function checkWhenAsked(compile: () => ValidateFunction): Check {
  const compiled = whenFirstAsked(compile);
  const check: Check = (value) => {
    const holds = compiled()(value);
    check.errors = compiled().errors ?? null;
    return holds;
  };
  return check;
}

/** Compiled at the first use: a server that starts has hundreds of schemas, and most of them wait for days. */
function whenFirstAsked<Made>(compile: () => Made): () => Made {
  let made: Made | undefined;
  return () => {
    made ??= compile();
    return made;
  };
}

function refuseUnfit(part: unknown): void {
  const field = unfitText(part);
  if (field === undefined) return;
  const message = `${field || 'The text'} holds a character that is no text.`;
  throw new Refused({ code: 'BAD_INPUT', message, field });
}

/** Every route of ours says all that it takes: what a route leaves unsaid is empty. */
function closeSchemas(route: RouteOptions): void {
  if (!route.url.startsWith('/api/')) return;
  const schema: FastifySchema = { ...route.schema };
  const query = (schema.querystring ?? { type: 'object', properties: {} }) as ObjectSchema;
  schema.querystring = { ...query, additionalProperties: false };
  const names = [...route.url.matchAll(/:(\w+)/g)].map(([, name]) => name!);
  if (names.length > 0 && !schema.params)
    schema.params = {
      type: 'object',
      required: names,
      properties: Object.fromEntries(
        names.map((name) => [name, { type: 'string', minLength: 1, maxLength: LONGEST_ID }]),
      ),
    };
  route.schema = schema;
}

/** Where a value holds NUL or half a surrogate pair, which no database keeps and no page shows. @returns its field, or nothing */
export function unfitText(value: unknown): string | undefined {
  const due: { readonly at: string; readonly value: unknown }[] = [{ at: '', value }];
  for (let next = due.pop(); next; next = due.pop()) {
    if (typeof next.value === 'string') {
      if (NO_TEXT.test(next.value)) return next.at;
    } else if (typeof next.value === 'object' && next.value !== null && !Buffer.isBuffer(next.value)) {
      for (const [name, member] of Object.entries(next.value)) {
        if (NO_TEXT.test(name)) return next.at;
        due.push({ at: next.at ? `${next.at}.${name}` : name, value: member });
      }
    }
  }
  return undefined;
}
