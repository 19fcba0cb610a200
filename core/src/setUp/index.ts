export * from './begun.ts';
export * from './benchFile.ts';
export * from './lights.ts';
export * from './presets.ts';
export * from './things.ts';
