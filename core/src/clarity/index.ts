export * from './card.ts';
export { type Homography, homographyOf, type Point, project } from './homography.ts';
export * from './photo.ts';
