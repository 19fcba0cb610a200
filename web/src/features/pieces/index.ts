export { countedOf, KindCounts } from './KindCounts.tsx';
