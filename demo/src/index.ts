export { type BandRow, bands, isInside } from './bands.ts';
export { judge } from './judge.ts';
export { longYear } from './longYear.ts';
export { PARTS, stlOf } from './parts.ts';
export { tellStory } from './story.ts';
export { WORKSHOP } from './workshop.ts';
