export * from './flashPoint.ts';
export * from './setting.ts';
export * from './vapour.ts';
