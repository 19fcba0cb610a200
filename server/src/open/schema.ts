import { type ColumnType, partsOf, specOf, type TableName, type TableSpec } from './tables.ts';

const SCHEMA_OF: Readonly<Record<ColumnType, object>> = {
  text: { type: 'string' },
  whole: { type: 'integer', minimum: -9007199254740991, maximum: 9007199254740991 },
  big: { type: 'string', pattern: '^-?[0-9]{1,18}$' },
  number: { type: 'number' },
  'yes-no': { type: 'boolean' },
  time: { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(\\.\\d{1,6})?Z$' },
  json: {},
};

/** What a row of a table's file is. @source JSON Schema draft 2020-12 */
export function rowSchema(name: TableName): Readonly<Record<string, unknown>> {
  const { columns, holds }: TableSpec = specOf(name);
  const properties = Object.fromEntries(
    Object.entries(columns).map(([column, held]) => {
      const { type, orNull } = partsOf(held);
      const schema = SCHEMA_OF[type];
      return [column, orNull && type !== 'json' ? { anyOf: [schema, { type: 'null' }] } : schema];
    }),
  );
  return {
    title: `north-step-shop-1: a row of ${name}.json`,
    description: holds,
    type: 'object',
    additionalProperties: false,
    required: Object.keys(columns),
    properties,
  };
}
