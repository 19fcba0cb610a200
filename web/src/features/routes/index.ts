export { RoutePage } from './RoutePage.tsx';
export { RoutesPage } from './RoutesPage.tsx';
export { SchoolsPage } from './SchoolsPage.tsx';
