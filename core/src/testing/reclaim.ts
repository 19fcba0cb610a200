import { isAlcohol } from '../liquids/index.ts';
import { NO_BALANCE, type RunKind, type RunState, runKind, stepsFrom } from '../reclaim/index.ts';

/** A made-up run of three litres, not poured yet. */
export function testRun(over: Partial<RunState> = {}): RunState {
  const kind: RunKind = over.kind ?? 'harden-filter';
  const solvent = over.solvent ?? (kind === 'pan' ? 'water' : 'isopropanol');
  return {
    id: 'run-1',
    name: 'Reclaim 1',
    kind,
    solvent,
    createdAtMs: 0,
    by: 'Ada B.',
    from: { id: 'drum', name: 'Dirty drum' },
    inside: { id: 'jar', name: 'Settling jar' },
    to: { id: 'bottle', name: 'Reclaimed' },
    amountMl: 3000,
    takenG: 2400,
    loadPctW: 8,
    strengthPctW: isAlcohol(solvent) ? 94 : 0,
    steps: stepsFrom(runKind(kind).opening),
    passes: [],
    filterCaughtG: 0,
    filtersChanged: 0,
    weather: [],
    covered: false,
    rainG: 0,
    balance: NO_BALANCE,
    ...over,
  };
}
