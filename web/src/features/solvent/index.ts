export { SolventPage } from './SolventPage.tsx';
