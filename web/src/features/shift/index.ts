export { ShiftPage } from './ShiftPage.tsx';
