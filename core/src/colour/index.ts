export * from './look.ts';
export * from './readColour.ts';
export * from './shift.ts';
