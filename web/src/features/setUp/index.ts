export { SetUpPage } from './SetUpPage.tsx';
