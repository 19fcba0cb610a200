export { BathPage } from './BathPage.tsx';
export { MovementsPage } from './MovementsPage.tsx';
export { SolventPage } from './SolventPage.tsx';
