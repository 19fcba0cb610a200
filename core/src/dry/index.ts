export * from './dryTime.ts';
export * from './pocketDry.ts';
export * from './room.ts';
export * from './wetBulb.ts';
