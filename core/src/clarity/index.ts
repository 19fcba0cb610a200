export * from './card.ts';
export { homographyOf, type Point, project } from './homography.ts';
export * from './photo.ts';
