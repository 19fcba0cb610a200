export * from './actions.ts';
export * from './clash.ts';
export * from './meanwhile.ts';
export * from './presses.ts';
export * from './types.ts';
