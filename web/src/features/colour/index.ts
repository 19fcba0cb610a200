export { ColourCheck } from './ColourCheck.tsx';
export { PartPhoto } from './PartPhoto.tsx';
