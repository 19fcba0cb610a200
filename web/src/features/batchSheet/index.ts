export { BatchSheetPage } from './BatchSheetPage.tsx';
