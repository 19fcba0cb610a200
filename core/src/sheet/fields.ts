import { PRIORITIES } from '../batch/index.ts';
import { READING_KINDS, readingFields } from '../reading/index.ts';

/** A column that a spreadsheet may have. */
export type SheetField = {
  readonly name: string;
  readonly label: string;
  /** other heads that mean it, as they are compared: small letters and digits alone */
  readonly also: readonly string[];
  readonly holds: 'text' | 'whole' | 'number' | 'time';
  readonly needed?: boolean;
  readonly unit?: string;
  readonly min?: number;
  readonly max?: number;
  readonly longest?: number;
  readonly oneOf?: readonly string[];
};

const BATCHES: readonly SheetField[] = [
  { name: 'part', label: 'part', also: ['name', 'partname', 'model'], holds: 'text', needed: true, longest: 120 },
  { name: 'resin', label: 'resin', also: ['material', 'card'], holds: 'text', needed: true, longest: 80 },
  { name: 'lot', label: 'lot', also: ['batchlot', 'lotnumber'], holds: 'text', needed: true, longest: 40 },
  {
    name: 'count',
    label: 'pieces',
    also: ['count', 'quantity', 'qty', 'number'],
    holds: 'whole',
    needed: true,
    min: 1,
    max: 1000,
  },
  {
    name: 'areaCm2',
    label: 'surface of one',
    also: ['area', 'surface', 'surfacecm2'],
    holds: 'number',
    needed: true,
    unit: 'cm²',
    min: 0.01,
    max: 1e6,
  },
  {
    name: 'heightMm',
    label: 'height',
    also: ['heightmm', 'z'],
    holds: 'number',
    needed: true,
    unit: 'mm',
    min: 0.1,
    max: 2000,
  },
  {
    name: 'wallMm',
    label: 'thickest wall',
    also: ['wall', 'thickness'],
    holds: 'number',
    unit: 'mm',
    min: 0.1,
    max: 500,
  },
  { name: 'dripS', label: 'drip', also: ['dripseconds'], holds: 'whole', unit: 's', min: 10, max: 7200 },
  { name: 'route', label: 'route', also: ['procedure'], holds: 'text', longest: 80 },
  { name: 'customer', label: 'customer', also: ['for', 'client'], holds: 'text', longest: 120 },
  { name: 'due', label: 'due', also: ['duedate', 'deadline'], holds: 'time' },
  { name: 'priority', label: 'priority', also: [], holds: 'text', oneOf: PRIORITIES },
  { name: 'note', label: 'note', also: ['remark', 'comment'], holds: 'text', longest: 500 },
];

/** What the kinds of readings write down, each once: numbers with their unit, or one of some words. */
const MEASURED: readonly SheetField[] = [
  ...new Map(
    READING_KINDS.flatMap((kind) => Object.entries(readingFields(kind))).map(([name, holds]): [string, SheetField] => [
      name,
      typeof holds === 'string'
        ? { name, label: name, also: [], holds: 'number', unit: holds }
        : { name, label: name, also: [], holds: 'text', oneOf: holds },
    ]),
  ).values(),
];
const READINGS: readonly SheetField[] = [
  { name: 'bath', label: 'bath', also: ['vessel', 'tank'], holds: 'text', needed: true, longest: 80 },
  { name: 'at', label: 'when', also: ['at', 'time', 'date', 'taken'], holds: 'time', needed: true },
  { name: 'kind', label: 'kind', also: ['method', 'reading'], holds: 'text', needed: true, oneOf: READING_KINDS },
  ...MEASURED,
  { name: 'note', label: 'note', also: ['remark', 'comment'], holds: 'text', longest: 300 },
];

/** What can come from a spreadsheet, and the columns of each. */
export const SHEETS = { batches: BATCHES, readings: READINGS } as const;
export type SheetKind = keyof typeof SHEETS;
export const SHEET_KINDS = Object.keys(SHEETS) as SheetKind[];
