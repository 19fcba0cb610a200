export * from './dryTime.ts';
export * from './wetBulb.ts';
