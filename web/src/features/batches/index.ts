export { BatchesPage, Pages } from './BatchesPage.tsx';
