export { GuidePage } from './GuidePage.tsx';
