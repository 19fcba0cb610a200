export { ResinsPage } from './ResinsPage.tsx';
