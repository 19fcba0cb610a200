export { CurePage } from './CurePage.tsx';
export { LightSeen } from './LightSeen.tsx';
