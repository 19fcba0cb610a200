export { MeasureDialog } from './MeasureDialog.tsx';
export { MeasuredSizes } from './MeasuredSizes.tsx';
export { PartSizes } from './PartSizes.tsx';
