export * from './late.ts';
export * from './project.ts';
