export { NewBatchPage } from './NewBatchPage.tsx';
