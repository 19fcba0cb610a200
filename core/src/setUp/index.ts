export * from './presets.ts';
