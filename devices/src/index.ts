export * from './camera.ts';
