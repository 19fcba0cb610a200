export { BatchesPage } from './BatchesPage.tsx';
