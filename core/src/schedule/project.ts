import {
  type BatchState,
  currentStep,
  isStopped,
  PRIORITIES,
  remainingS,
  type Step,
  TOUCH_S,
  type Worked,
  wantedS,
} from '../batch/index.ts';
import { expectedTrimS, isCure, isLookAfter, kindShape } from '../route/index.ts';

export type Bar = {
  readonly row: string;
  readonly batchId: string;
  readonly batchName: string;
  readonly stepTitle: string;
  readonly kind: Step['kind'];
  /** from now; below 0 for what should have begun */
  readonly startS: number;
  readonly endS: number;
  /** its timer has ended and nobody has pressed */
  readonly overdue?: boolean;
};
export type Projection = {
  readonly bars: readonly Bar[];
  /** when each batch is done, ms since 1970; what is stopped, or cannot be lit, has no end */
  readonly endMs: Readonly<Record<string, number>>;
};

/** The plan is made anew so often while nothing happens; between, its end does not move. */
const CALM_S = 300;
/** Nobody plans on more increments of light than this. */
const MOST_ADDS = 4;

export type BenchLayout = {
  readonly capacity: Readonly<Record<string, number>>;
  /** who works at the bench; nobody known: one pair of hands */
  readonly people: readonly string[];
  /** how long each takes to trim against the common pace; default 1 */
  readonly trimFactor?: Readonly<Record<string, number>>;
};

const LATELY_MS = 4 * 3_600_000;
/** Who has worked at the bench lately, by what the open batches and those of today tell: the same on every screen. */
export const peopleAt = (worked: readonly Worked[], nowMs: number): readonly string[] =>
  [...new Set(worked.filter(({ atMs }) => nowMs - atMs <= LATELY_MS).map(({ by }) => by))].sort();

type Task = { readonly step: Step; readonly machineS: number; readonly handsS: number };
type Line = { readonly batch: BatchState; readonly tasks: Task[]; readyS: number; person?: string | undefined };

/**
 * Plays the open batches forward with the hands that are there: always the step that can start first; on a tie the more urgent,
 * then the earlier due. Looks after a first run of light count with the increments that they are expected to ask for. What
 * happened last is where it begins from, so that its end moves only when something happens, or every five minutes when nothing does.
 */
export function projectBench(batches: readonly BatchState[], nowMs: number, layout: BenchLayout): Projection {
  const fromMs = originMs(batches, nowMs);
  const shiftS = (fromMs - nowMs) / 1000;
  const bars: Bar[] = [];
  const endMs: Record<string, number> = {};
  const people = layout.people.length > 0 ? layout.people : ['Hands'];
  const handsFreeS = new Map(people.map((name) => [name, 0]));
  const free = new Map(Object.entries(layout.capacity).map(([id, n]) => [id, Array<number>(n).fill(0)]));
  const add = (row: string, { batch }: Line, step: Step, startS: number, endS: number, overdue?: boolean) =>
    bars.push({
      row,
      batchId: batch.id,
      batchName: batch.name,
      stepTitle: step.title,
      kind: step.kind,
      startS: startS + shiftS,
      endS: endS + shiftS,
      ...(overdue ? { overdue } : {}),
    });

  const lines = batches
    .filter((batch) => batch.recordHash === undefined && currentStep(batch))
    .map((batch): Line => ({ batch, tasks: tasksOf(batch), readyS: 0, person: lastHands(batch, people) }));
  for (const line of lines) {
    const step = currentStep(line.batch)!;
    if (step.state !== 'running') continue;
    const { handsS } = line.tasks.shift()!;
    const leftS = step.mode === 'timed' ? remainingS(step, fromMs) : handsS;
    const startS = Math.min(0, ((step.startedAtMs ?? fromMs) - fromMs) / 1000);
    const endS = Math.max(0, leftS);
    add(
      step.station,
      line,
      step,
      startS,
      Math.max(endS, -shiftS),
      step.mode === 'timed' && remainingS(step, nowMs) <= 0,
    );
    occupy(free, step.station, endS);
    line.readyS = endS;
    if (step.mode !== 'timed') handsFreeS.set(line.person ?? people[0]!, endS);
  }
  const planned = lines.filter(({ batch }) => !isStopped(batch));
  for (;;) {
    const best = nextOf(planned, handsFreeS, free);
    if (!best) break;
    const { line, person, startS } = best;
    const { step, machineS, handsS: commonS } = line.tasks.shift()!;
    const handsS = commonS * (step.kind === 'trim' ? (layout.trimFactor?.[person] ?? 1) : 1);
    const endS = startS + handsS + machineS;
    add(person, line, step, startS, startS + handsS);
    if (machineS > 0 || step.mode === 'timed') {
      add(step.station, line, step, startS, endS);
      occupy(free, step.station, endS);
    }
    handsFreeS.set(person, startS + handsS);
    line.readyS = endS;
    line.person = person;
    if (line.tasks.length === 0) endMs[line.batch.id] = fromMs + 1000 * endS;
  }
  return { bars, endMs };
}

/** Where the plan begins: at the last thing that happened, brought forward in calm steps while nothing does. */
function originMs(batches: readonly BatchState[], nowMs: number): number {
  const told = batches.flatMap(({ createdAtMs, steps }) => [
    createdAtMs,
    ...steps.flatMap(({ startedAtMs = 0, endedAtMs = 0, added = [] }) => [
      startedAtMs,
      endedAtMs,
      ...added.map(({ atMs }) => atMs),
    ]),
  ]);
  const lastMs = Math.max(0, ...told.filter((atMs) => atMs <= nowMs));
  return Math.min(nowMs, lastMs + CALM_S * 1000 * Math.floor((nowMs - lastMs) / (CALM_S * 1000)));
}

/** What is left to do on a batch, with the light that looks are expected to ask for. A closed window ends it before the light. */
function tasksOf(batch: BatchState): Task[] {
  const ahead = batch.steps.filter((step) => step.state !== 'done');
  const until = batch.lightClosed ? ahead.findIndex(isCure) : -1;
  const tasks = (until < 0 ? ahead : ahead.slice(0, until)).flatMap((step) => [
    taskOf(batch, step),
    ...(isLookAfter(step) ? addsAfter(batch, step) : []),
  ]);
  // nobody knows when a batch without a window is done: its last task never comes
  return until < 0 ? tasks : [...tasks, NEVER];
}

const NEVER: Task = {
  step: { id: '', kind: 'cure', mode: 'timed', station: '', title: '', hint: '', state: 'waiting' },
  machineS: Number.POSITIVE_INFINITY,
  handsS: 0,
};

function taskOf(batch: BatchState, step: Step): Task {
  if (step.mode === 'timed') return { step, machineS: wantedS(step), handsS: TOUCH_S };
  const handsS =
    step.kind === 'trim'
      ? expectedTrimS({ ...batch.part, count: batch.count })
      : (kindShape(step.kind).handsS ?? TOUCH_S);
  return { step, machineS: 0, handsS };
}

/** Increments of light from a first run that starts low until the parts are expected tack-free, each with its look. */
function addsAfter(batch: BatchState, look: Step): readonly Task[] {
  const cures = batch.steps.slice(0, batch.steps.indexOf(look)).filter(isCure);
  const last = cures.at(-1);
  const { handleS, addS, lastS = Number.POSITIVE_INFINITY } = batch;
  if (!last || handleS === undefined || batch.card.procedure || !(addS > 0)) return [];
  const litS = cures.reduce((sum, cure) => sum + wantedS(cure), 0);
  const wanted = Math.ceil((Math.min(handleS, lastS) - litS) / addS);
  const rounds = Math.max(0, Math.min(MOST_ADDS, wanted));
  return Array.from({ length: rounds }, () => [
    { step: { ...last, title: 'More light' }, machineS: addS, handsS: TOUCH_S },
    taskOf(batch, look),
  ]).flat();
}

/** Whoever did the last thing on a batch goes on with it, where they are here. */
const lastHands = (batch: BatchState, people: readonly string[]): string | undefined => {
  const by = batch.steps.findLast((step) => step.by !== undefined)?.by;
  return by !== undefined && people.includes(by) ? by : undefined;
};

const urgency = ({ batch }: Line): number => PRIORITIES.indexOf(batch.priority ?? 'usual');
const dueMs = ({ batch }: Line): number => batch.dueAtMs ?? Number.POSITIVE_INFINITY;

function nextOf(
  lines: readonly Line[],
  handsFreeS: ReadonlyMap<string, number>,
  free: ReadonlyMap<string, readonly number[]>,
): { readonly line: Line; readonly person: string; readonly startS: number } | undefined {
  let best: { line: Line; person: string; startS: number } | undefined;
  for (const line of lines) {
    const task = line.tasks[0];
    if (!task || !Number.isFinite(task.machineS)) continue;
    const stationS = task.step.mode === 'timed' ? Math.min(...(free.get(task.step.station) ?? [0])) : 0;
    const [person, freeS] = soonest(handsFreeS, line.person);
    const startS = Math.max(line.readyS, freeS, stationS);
    const sooner =
      !best ||
      startS < best.startS - 1 ||
      (startS <= best.startS &&
        (urgency(line) > urgency(best.line) ||
          (urgency(line) === urgency(best.line) && dueMs(line) < dueMs(best.line))));
    if (sooner) best = { line, person, startS };
  }
  return best;
}

/** The hands that are free first; who worked on it already, where that costs nothing. */
function soonest(handsFreeS: ReadonlyMap<string, number>, mine: string | undefined): readonly [string, number] {
  const [first] = [...handsFreeS].sort((a, b) => a[1] - b[1] || Number(b[0] === mine) - Number(a[0] === mine));
  return first!;
}

function occupy(free: Map<string, number[]>, station: string, untilS: number): void {
  const units = free.get(station);
  if (!units) return;
  units[units.indexOf(Math.min(...units))] = untilS;
}
