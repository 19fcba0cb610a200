export { LitCell, WashedCell } from './DoneSoFar.tsx';
export { DayField, Filters } from './Filters.tsx';
export { RecallPage } from './RecallPage.tsx';
export { RecordLinks } from './RecordLinks.tsx';
export { asString, foundOf, useFound } from './useFound.ts';
export { OUTCOME_WORDS } from './words.ts';
