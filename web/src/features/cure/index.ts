export { CouponsPage } from './CouponsPage.tsx';
export { CurePage } from './CurePage.tsx';
export { LampPage } from './LampPage.tsx';
export { LightSeen } from './LightSeen.tsx';
export { TestLogPage } from './TestLogPage.tsx';
