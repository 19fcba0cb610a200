import type { RunsReply, WasteList, WhereReply } from '@north-step/contract';
import { DEFAULT_PASS, NO_BALANCE, type RunState, runKind, stepsFrom } from '@north-step/core/reclaim';

/** A harden-and-filter run of three litres, not poured yet. */
export const testRun = (over: Partial<RunState> = {}): RunState => ({
  id: 'run-1',
  name: 'Reclaim 1',
  kind: 'harden-filter',
  solvent: 'isopropanol',
  createdAtMs: Date.now() - 3_600_000,
  by: 'Ada B.',
  from: { id: 'drum', name: 'Dirty drum' },
  inside: { id: 'jar', name: 'Settling jar' },
  to: { id: 'bottle', name: 'Reclaimed' },
  amountMl: 3000,
  takenG: 2400,
  loadPctW: 8,
  strengthPctW: 94,
  steps: stepsFrom(runKind('harden-filter').opening),
  passes: [],
  filterCaughtG: 0,
  filtersChanged: 0,
  weather: [],
  covered: false,
  rainG: 0,
  balance: NO_BALANCE,
  ...over,
});
export const runsReply = (over: Partial<RunsReply> = {}): RunsReply => ({
  open: [],
  done: [],
  learned: { constants: DEFAULT_PASS, loads: 0, volumes: 0, lossFactor: 1 },
  ...over,
});
export const whereReply = (over: Partial<WhereReply> = {}): WhereReply => ({
  fromMs: 0,
  toMs: 1,
  opening: [9_000_000, 500_000, 100_000],
  rows: [
    { row: 'bought', mg: [2_000_000, 20_000, 0] },
    { row: 'washed off parts', mg: [0, 0, 80_123] },
    { row: 'evaporated standing', mg: [-300_456, 20_000, 0] },
    { row: 'unaccounted', mg: [-50_000, -1000, -500] },
  ],
  closing: [10_649_544, 539_000, 179_623],
  reclaimed: [1_000_000, 50_000, 9000],
  batches: 10,
  freshMlPerG: 1.27,
  ...over,
});
export const wasteList = (over: Partial<WasteList> = {}): WasteList => ({ open: [], gone: [], years: [], ...over });
