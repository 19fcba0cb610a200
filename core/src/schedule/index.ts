import { type BatchState, currentStep, remainingS, type Step } from '../route/index.ts';

export type Bar = {
  readonly row: string;
  readonly batchId: string;
  readonly batchName: string;
  readonly stepTitle: string;
  readonly startS: number;
  readonly endS: number;
};
export type Projection = { readonly bars: readonly Bar[]; readonly finishS: Readonly<Record<string, number>> };

/** Hands on a batch at the start or the end of a step; clipping and other handwork by kind. Engineering guesses. */
const TOUCH_S = 30;
const HANDWORK_S: Readonly<Partial<Record<Step['kind'], number>>> = {
  'off-plate': 120,
  trim: 600,
  'look-matte': 30,
  'look-cured': 45,
  seal: 60,
};

/** How the bench is laid out for planning. */
export type BenchLayout = { readonly capacity: Readonly<Record<string, number>>; readonly person: string };

/**
 * Plays the open batches forward with one pair of hands: always the step that can start first, earlier due date on a tie.
 * A look at where things stand, not an optimal plan.
 * @returns bars in seconds from now, and when each batch is done
 */
export function projectBench(batches: readonly BatchState[], nowMs: number, layout: BenchLayout): Projection {
  const bars: Bar[] = [];
  const finishS: Record<string, number> = {};
  const free = new Map<string, number[]>(
    Object.entries(layout.capacity).map(([id, n]) => [id, Array<number>(n).fill(0)]),
  );
  let handsFreeS = 0;
  const lines = batches
    .filter((batch) => batch.recordHash === undefined && currentStep(batch))
    .map((batch) => ({ batch, steps: batch.steps.filter((step) => step.state !== 'done'), readyS: 0 }));

  const add = (row: string, line: (typeof lines)[number], step: Step, startS: number, endS: number) =>
    bars.push({ row, batchId: line.batch.id, batchName: line.batch.name, stepTitle: step.title, startS, endS });

  for (const line of lines) {
    const step = line.steps[0]!;
    if (step.state !== 'running') continue;
    const endS = Math.max(0, step.mode === 'timed' ? remainingS(step, nowMs) : (HANDWORK_S[step.kind] ?? TOUCH_S));
    add(step.station, line, step, 0, endS);
    occupy(free, step.station, endS);
    line.readyS = endS;
    line.steps.shift();
  }
  for (;;) {
    let best: { line: (typeof lines)[number]; startS: number } | undefined;
    for (const line of lines) {
      const step = line.steps[0];
      if (!step) continue;
      const stationS = step.mode === 'timed' ? Math.min(...(free.get(step.station) ?? [0])) : 0;
      const startS = Math.max(line.readyS, handsFreeS, stationS);
      const sooner =
        !best || startS < best.startS - 1 || (startS <= best.startS && due(line.batch) < due(best.line.batch));
      if (sooner) best = { line, startS };
    }
    if (!best) break;
    const { line, startS } = best;
    const step = line.steps.shift()!;
    const handsS = step.mode === 'timed' ? TOUCH_S : (HANDWORK_S[step.kind] ?? TOUCH_S);
    const endS = startS + handsS + (step.mode === 'timed' ? (step.plannedS ?? 0) : 0);
    add(layout.person, line, step, startS, startS + handsS);
    if (step.mode === 'timed') {
      add(step.station, line, step, startS, endS);
      occupy(free, step.station, endS);
    }
    handsFreeS = startS + handsS;
    line.readyS = endS;
    finishS[line.batch.id] = endS;
  }
  return { bars, finishS };
}

const due = (batch: BatchState): number => batch.dueAtMs ?? Number.POSITIVE_INFINITY;

function occupy(free: Map<string, number[]>, station: string, untilS: number): void {
  const units = free.get(station);
  if (!units) return;
  const soonest = units.indexOf(Math.min(...units));
  units[soonest] = untilS;
}
