export { Layout } from './Layout.tsx';
export { People } from './People.tsx';
export { THING_WORDS } from './words.ts';
