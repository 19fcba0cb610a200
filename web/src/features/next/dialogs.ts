export { ExposureDialog } from './ExposureDialog.tsx';
export { FlagDialog } from './FlagDialog.tsx';
export { LookDialog } from './LookDialog.tsx';
