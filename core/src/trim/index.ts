export * from './dip.ts';
export * from './partNote.ts';
