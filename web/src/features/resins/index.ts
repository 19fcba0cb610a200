export { ResinPage } from './ResinPage.tsx';
export { ResinsPage } from './ResinsPage.tsx';
