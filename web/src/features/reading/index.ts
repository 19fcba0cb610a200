export { CardPage } from './CardPage.tsx';
export { ReadPage } from './ReadPage.tsx';
