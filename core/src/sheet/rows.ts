import type { SheetField } from './fields.ts';

/** Which head of the file each field is read from. */
export type Columns = Readonly<Record<string, string>>;
export type RowProblem = {
  /** from 1, without the head; none where it is of the whole file */
  readonly row?: number;
  readonly field?: string;
  readonly message: string;
};
export type SheetRow = Readonly<Record<string, string | number | undefined>>;

const plain = (head: string): string =>
  head
    .toLowerCase()
    .replace(/\(.*?\)|,.*$/g, '')
    .replace(/[^a-z0-9]/g, '');

/** The heads that mean each field, as far as they can be told; each head once. */
export function matchColumns(heads: readonly string[], fields: readonly SheetField[]): Columns {
  const free = new Set(heads);
  const columns: Record<string, string> = {};
  for (const { name, label, also } of fields) {
    const names = new Set([plain(name), plain(label), ...also]);
    const head = [...free].find((one) => names.has(plain(one)));
    if (head === undefined) continue;
    columns[name] = head;
    free.delete(head);
  }
  return columns;
}

/**
 * Reads the rows of a file by its columns.
 * @returns a row for each that is whole, and every problem with those that are not; times in ms since 1970, in this process's zone
 */
export function readRows(
  rows: readonly Readonly<Record<string, string>>[],
  columns: Columns,
  fields: readonly SheetField[],
): {
  readonly rows: readonly { readonly row: number; readonly values: SheetRow }[];
  readonly problems: readonly RowProblem[];
} {
  const problems: RowProblem[] = fields
    .filter(({ name, needed }) => needed && columns[name] === undefined)
    .map(({ name, label }) => ({ field: name, message: `No column is chosen for ${label}.` }));
  if (problems.length > 0) return { rows: [], problems };
  const whole: { row: number; values: SheetRow }[] = [];
  rows.forEach((cells, i) => {
    const before = problems.length;
    const values = Object.fromEntries(
      fields.map((field) => {
        const head = columns[field.name];
        const read = readCell(head === undefined ? '' : (cells[head] ?? ''), field);
        if ('message' in read) problems.push({ row: i + 1, field: field.name, message: read.message });
        return [field.name, 'value' in read ? read.value : undefined];
      }),
    );
    if (problems.length === before) whole.push({ row: i + 1, values });
  });
  return { rows: whole, problems };
}

type Read = { readonly value: string | number | undefined } | { readonly message: string };
function readCell(cell: string, field: SheetField): Read {
  const text = cell.trim();
  const { label, needed, unit = '', holds } = field;
  if (text === '') return needed ? { message: `${label} is empty.` } : { value: undefined };
  if (holds === 'text') return readText(text, field);
  if (holds === 'time') {
    const at = readTime(text);
    return at === undefined ? { message: `“${text}” is no date and hour: 2026-11-30 14:05 is one.` } : { value: at };
  }
  const value = /^-?\d+(?:[.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : Number.NaN;
  if (Number.isNaN(value)) return { message: `“${text}” is no number${unit && ` of ${unit}`}.` };
  if (holds === 'whole' && !Number.isInteger(value)) return { message: `${text} is no whole number.` };
  const { min = -Infinity, max = Infinity } = field;
  return value < min || value > max
    ? { message: `${label} of ${text}${unit && ` ${unit}`} is outside ${min} to ${max}.` }
    : { value };
}

function readText(text: string, { label, longest = 200, oneOf }: SheetField): Read {
  if (text.length > longest) return { message: `${label} is longer than ${longest} letters.` };
  const known = oneOf?.find((one) => one.toLowerCase() === text.toLowerCase());
  if (oneOf && known === undefined) return { message: `${label} is one of ${oneOf.join(', ')}; not “${text}”.` };
  return { value: known ?? text };
}

const TIME = /^(\d{4})-(\d{2})-(\d{2})(?:[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?(Z)?)?$/;
/** `2026-11-30`, `2026-11-30 14:05`, or with seconds and a Z for UTC. A day alone ends at its evening, 18:00. @returns ms, or nothing */
function readTime(text: string): number | undefined {
  const found = TIME.exec(text);
  if (!found) return undefined;
  const [year, month, day, hour, minute, second] = found
    .slice(1, 7)
    .map((one) => (one === undefined ? undefined : Number(one)));
  const parts = [year!, month! - 1, day!, hour ?? 18, minute ?? 0, second ?? 0] as const;
  const at = found[7] ? new Date(Date.UTC(...parts)) : new Date(...parts);
  const stands = found[7] ? [at.getUTCMonth(), at.getUTCDate()] : [at.getMonth(), at.getDate()];
  // the 31st of a month of 30 days is no day
  return stands[0] === month! - 1 && stands[1] === day ? at.getTime() : undefined;
}
