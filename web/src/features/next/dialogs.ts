export { MeasureDialog } from '../caliper/index.ts';
export { AnswerDialog } from './AnswerDialog.tsx';
export { ExposureDialog } from './ExposureDialog.tsx';
export { FlagDialog } from './FlagDialog.tsx';
export { LaterDialog, type LaterSaid } from './LaterDialog.tsx';
export { LookDialog } from './LookDialog.tsx';
