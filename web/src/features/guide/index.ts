export { Chapters } from './Chapters.tsx';
export { GuidePage } from './GuidePage.tsx';
