export { checkAll } from './check.ts';
export { makeIntegrityWatch } from './watch.ts';
