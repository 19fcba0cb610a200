import type { SealedRecord } from '@north-step/core/record';
import Papa from 'papaparse';
import { wholeBody } from './body.ts';

const STEPS = [
  'batch',
  'title',
  'kind',
  'plannedS',
  'tookS',
  'started',
  'ended',
  'by',
  'outcome',
  'station',
  'addedS',
  'lightS',
  'loadPctW',
  'residueUm',
  'deviation',
  'note',
  'knew',
];
const LATER = ['batch', 'at', 'seen', 'count', 'of', 'cameBack', 'hoursAfterLight', 'likely', 'note', 'by', 'pieces'];

/** The steps of a record, or what a later look saw, as a table. */
export function recordCsv(record: SealedRecord): string {
  const body = wholeBody(record);
  const {
    kind,
    steps = [],
    ...rest
  } = body as { kind?: string; batch: string; steps?: { knew?: Record<string, unknown> }[] };
  if (kind === 'later look')
    return unparse([{ ...rest, likely: JSON.stringify((rest as { likely?: unknown }).likely) }], LATER);
  return unparse(
    steps.map(({ knew, ...step }) => ({
      batch: rest.batch,
      ...step,
      loadPctW: knew?.loadPctW,
      residueUm: knew?.residueUm,
      knew: knew ? JSON.stringify(knew) : '',
    })),
    STEPS,
  );
}

const unparse = (rows: object[], columns: string[]): string => Papa.unparse(rows, { columns, escapeFormulae: true });
