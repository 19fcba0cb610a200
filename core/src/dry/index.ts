export * from './dryTime.ts';
export * from './pocketDry.ts';
export * from './wetBulb.ts';
