export { RecordsPage } from './RecordsPage.tsx';
