export * from './bvh.ts';
export * from './measure.ts';
export * from './parseStl.ts';
export * from './pockets.ts';
export * from './shapes.ts';
export * from './topology.ts';
export * from './wall.ts';
export * from './weld.ts';
