export { GreenSheetPage } from './GreenSheetPage.tsx';
