export { CouponsPage } from './CouponsPage.tsx';
export { CurePage } from './CurePage.tsx';
export { useLampsQuery } from './endpoints.ts';
export { LampPage } from './LampPage.tsx';
export { LightSeen } from './LightSeen.tsx';
export { TestLogPage } from './TestLogPage.tsx';
