export { type MeasuredFile, type Measuring, measureFile } from './measureFile.ts';
export { PartNotesPage } from './PartNotesPage.tsx';
export { type Mark, PartView } from './PartView.tsx';
export { wayUp, whereOn } from './places.ts';
export { TellPreparer } from './TellPreparer.tsx';
export { useStoredPart, useStoredParts } from './useStoredPart.ts';
