export * from './fields.ts';
export * from './rows.ts';
