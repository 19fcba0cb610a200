export { PolicyPage } from './PolicyPage.tsx';
