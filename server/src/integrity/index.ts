export { type Checked, checkAll } from './check.ts';
export { type IntegrityWatch, makeIntegrityWatch } from './watch.ts';
