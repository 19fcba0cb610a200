export { CouponsPage } from './CouponsPage.tsx';
