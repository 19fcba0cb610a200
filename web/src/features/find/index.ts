export { LitCell, WashedCell } from './DoneSoFar.tsx';
export { Filters } from './Filters.tsx';
export { RecordLinks } from './RecordLinks.tsx';
export { asString, useFound } from './useFound.ts';
export { OUTCOME_WORDS } from './words.ts';
