import { distil } from './distil.ts';
import { evaporate } from './evaporate.ts';
import { hardenFilter } from './hardenFilter.ts';
import { pan } from './pan.ts';
import type { RunKindShape } from './shape.ts';

export { DAY_S, type RunKindShape, type StepToCome } from './shape.ts';

/** Every way of reclaiming or getting rid of used liquid: a new one is a file of its own and a line here. */
const KINDS = { 'harden-filter': hardenFilter, distil, evaporate, pan } as const satisfies Record<string, RunKindShape>;
export type RunKind = keyof typeof KINDS;
export const RUN_KINDS = Object.keys(KINDS) as readonly RunKind[];
export const runKind = (kind: RunKind): RunKindShape => KINDS[kind];
