/**
 * What a record is of: the processing of a batch · a later inspection of it · something that an earlier record says wrongly.
 * Inspections and corrections are records of their own behind the one that they name, which does not change.
 */
export const RECORD_KINDS = ['made', 'later look', 'correction'] as const;
export type RecordKind = (typeof RECORD_KINDS)[number];

/** What of a record can be said to be wrong. */
export const CORRECTED = ['lot', 'customer', 'count', 'part', 'time', 'who', 'look', 'reading', 'other'] as const;
export type Corrected = (typeof CORRECTED)[number];
export type Correction = {
  readonly about: Corrected;
  readonly wrong: string;
  readonly right: string;
  readonly because: string;
};
