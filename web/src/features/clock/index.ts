export { BigClockPage } from './BigClockPage.tsx';
