export { BatchCost } from './BatchCost.tsx';
export { BlendPage } from './BlendPage.tsx';
export { ReclaimPage } from './ReclaimPage.tsx';
export { RunPage } from './RunPage.tsx';
export { WastePage } from './WastePage.tsx';
export { WherePage } from './WherePage.tsx';
