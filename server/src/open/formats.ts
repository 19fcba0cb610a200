import { BenchFileInput, ResinCardFile, SaveRoute } from '@north-step/contract';
import { ROUTE_FORMAT } from '@north-step/core/route';
import { MANIFEST } from '@north-step/core/verify';
import { ShopManifest, tableFile } from './manifest.ts';
import { rowSchema } from './schema.ts';
import { TABLE_NAMES } from './tables.ts';

const DRAFT = 'https://json-schema.org/draft/2020-12/schema';
const hash = { type: 'string', pattern: '^[0-9a-f]{64}$' };
const described = (schema: object, title: string) => ({ $schema: DRAFT, title, ...JSON.parse(JSON.stringify(schema)) });

/** A sealed record. */
const RECORD = {
  description:
    'hash is SHA-256 over the canonical JSON (RFC 8785) of format, version, number, prevHash, body and, from version 2 on, internalSha256',
  type: 'object',
  additionalProperties: false,
  required: ['format', 'version', 'number', 'body', 'prevHash', 'hash'],
  properties: {
    format: { const: 'north-step-record' },
    version: { enum: [1, 2] },
    number: { type: 'integer', minimum: 1 },
    body: { type: 'object' },
    prevHash: hash,
    hash,
    internalSha256: hash,
    internal: { type: 'object', description: 'for the workshop alone; may be left out of a copy' },
  },
};
/** What a bundle of one batch says of its files. */
const BUNDLE = {
  type: 'object',
  additionalProperties: false,
  required: ['format', 'made', 'files'],
  properties: {
    format: { const: 'north-step-bundle-1' },
    made: { type: 'string' },
    files: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['name', 'bytes', 'sha256'],
        properties: { name: { type: 'string' }, bytes: { type: 'integer', minimum: 0 }, sha256: hash },
      },
    },
  },
};

/** A route as it travels: places by kind, no station of the bench that it came from. */
function routeSchema(): object {
  const { name, dose, note, steps } = JSON.parse(JSON.stringify(SaveRoute.properties)) as Record<string, object> & {
    steps: { items: { properties: Record<string, object> } };
  };
  delete steps.items.properties.station;
  return {
    type: 'object',
    required: ['format', 'name', 'dose', 'note', 'steps'],
    properties: { format: { const: ROUTE_FORMAT }, name, dose, note, steps },
  };
}

/** The JSON Schema of every open file, by the name of its own file in docs/formats. */
export function formatSchemas(): Readonly<Record<string, object>> {
  const rows = Object.fromEntries(
    TABLE_NAMES.map((name) => [tableFile(name), { type: 'array', items: rowSchema(name) }]),
  );
  return {
    'resin-card.schema.json': described(ResinCardFile, 'north-step-resin-card-1'),
    'route.schema.json': described(routeSchema(), ROUTE_FORMAT),
    'bench.schema.json': described(BenchFileInput, 'north-step-bench-1'),
    'record.schema.json': described(RECORD, 'north-step-record'),
    'bundle.schema.json': described(BUNDLE, `north-step-bundle-1: ${MANIFEST}`),
    'shop.schema.json': {
      ...described(ShopManifest, 'north-step-shop-1: shop.json, and under $defs each table'),
      $defs: rows,
    },
  };
}
