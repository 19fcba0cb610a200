import type { StepTypeId } from '../kinds/index.ts';
import type { Dose, Route, RouteStep } from '../template.ts';

export type Short = StepTypeId | RouteStep;
export const route = (id: string, name: string, note: string, steps: readonly Short[], dose: Dose = 'look'): Route => ({
  id,
  name,
  version: 1,
  dose,
  note,
  steps: steps.map((step) => (typeof step === 'string' ? { type: step } : step)),
});

export const wash1: RouteStep = { type: 'wash-machine', where: 'first-bath' };
export const wash2: RouteStep = { type: 'wash-machine', where: 'last-bath' };
export const jar1: RouteStep = { type: 'wash-hand', where: 'first-bath' };
export const jar2: RouteStep = { type: 'wash-hand', where: 'last-bath' };
export const OFF: readonly Short[] = ['drip', 'off-plate'];
export const DRY: readonly Short[] = ['rest', 'look-matte'];
export const LIGHT: readonly Short[] = ['cure', 'look-cured'];
