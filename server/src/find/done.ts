import type { BatchRow } from '@north-step/contract';
import type { BatchSummary } from '@north-step/core/batch';

/** What lists of batches and of records say of what was done to a batch. */
export const doneTo = ({ washed, litS, worked }: BatchSummary): Pick<BatchRow, 'washed' | 'lightS' | 'people'> => ({
  washed: washed ?? null,
  lightS: Math.round(litS),
  people: worked.map(({ by }) => by),
});
