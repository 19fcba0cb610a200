export { PARTS, stlOf } from './parts.ts';
export { tellStory } from './story.ts';
export { WORKSHOP } from './workshop.ts';
