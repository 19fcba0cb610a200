import type { RunsReply, WasteList, WhereReply } from '@north-step/contract';
import { DEFAULT_PASS } from '@north-step/core/reclaim';

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
