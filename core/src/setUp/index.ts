export * from './begun.ts';
export * from './lights.ts';
export * from './presets.ts';
export * from './things.ts';
