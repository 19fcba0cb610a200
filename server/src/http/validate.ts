import { Ajv } from 'ajv';
import type { FastifyInstance, FastifySchema } from 'fastify';

/** Bodies are taken as they are: wrong types and unknown fields are refused. Query strings are text and are converted. */
export function strictBodies(app: FastifyInstance): void {
  const options = { allErrors: false, useDefaults: false, removeAdditional: false, strict: false } as const;
  const exact = new Ajv(options);
  const fromText = new Ajv({ ...options, coerceTypes: true });
  app.setValidatorCompiler<FastifySchema>(({ schema, httpPart }) => {
    const ajv = httpPart === 'body' ? exact : fromText;
    return ajv.compile(schema as object) as never;
  });
}
