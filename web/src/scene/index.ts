export { inkCanvas } from './inkCanvas.ts';
