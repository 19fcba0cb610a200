export { SafetyPage } from './SafetyPage.tsx';
