import {
  type BatchState,
  currentStep,
  exposureS,
  PRIORITIES,
  remainingS,
  STATIONS,
  type Step,
} from '../route/index.ts';
import { clockText } from '../units/index.ts';

export type Verb = 'start' | 'finish' | 'look';
/** One thing somebody could do. The band shows the first. */
export type Action = {
  readonly batchId: string;
  readonly stepId: string;
  readonly verb: Verb;
  /** a sentence with a verb */
  readonly say: string;
  readonly reason: string;
  readonly hands: string;
  /** when it is due, s from now; below 0 when overdue; undefined when it can be done any time */
  readonly dueInS?: number;
  /** why it must wait, if it must */
  readonly waitsFor?: string;
};

export type BenchView = {
  readonly batches: readonly BatchState[];
  readonly nowMs: number;
  readonly stations: Readonly<Record<string, { readonly name: string; readonly capacity: number }>>;
};

/** A timer that ends within this is watched rather than begun something else under. */
const WATCH_S = 45;
const HANDS = {
  wet: 'Glove on the basket hand · bare hand for lids and this screen',
  trim: 'Gloves and eye cover · clippings fly',
  light: 'Clean gloves · never look into the lamp',
} as const;

/**
 * Ranks what to do now: pull-outs due or overdue, then other timers that have ended, then looks, then starts by due date,
 * then what to wait for. Starts at an occupied station come last, with the reason.
 */
export function nextActions(view: BenchView): readonly Action[] {
  const users = stationUsers(view);
  return view.batches
    .filter((batch) => batch.recordHash === undefined && batch.mergedInto === undefined)
    .map((batch) => ({ batch, step: currentStep(batch) }))
    .filter((entry): entry is { batch: BatchState; step: Step } => entry.step !== undefined)
    .map(({ batch, step }) => ({ batch, step, action: held(batch, step, actionFor(batch, step, view, users)) }))
    .sort(
      (a, b) =>
        rank(a.action, a.step) - rank(b.action, b.step) ||
        PRIORITIES.indexOf(b.batch.priority ?? 'usual') - PRIORITIES.indexOf(a.batch.priority ?? 'usual') ||
        dueMs(a.batch) - dueMs(b.batch) ||
        a.batch.createdAtMs - b.batch.createdAtMs,
    )
    .map(({ action }) => action);
}

/** A held batch waits, but what runs in it must still be finished. */
const held = (batch: BatchState, step: Step, action: Action): Action =>
  batch.held !== undefined && step.state === 'waiting' ? { ...action, waitsFor: `Held: ${batch.held}` } : action;

const dueMs = (batch: BatchState): number => batch.dueAtMs ?? Number.POSITIVE_INFINITY;

/** Lower is sooner. Pull-outs beat everything inside the watch time. */
function rank(action: Action, step: Step): number {
  if (action.waitsFor) return 9;
  if (action.verb === 'finish' && action.dueInS !== undefined) {
    const pullOut = step.kind === 'wash' || step.kind === 'rinse';
    if (action.dueInS <= (pullOut ? WATCH_S : 0)) return pullOut ? 0 + action.dueInS / 1e6 : 1 + action.dueInS / 1e6;
    return 6 + action.dueInS / 1e6;
  }
  if (step.kind === 'wash') return 2;
  if (action.verb === 'look') return 3;
  if (action.verb === 'finish') return 4;
  return step.kind === 'trim' ? 5.5 : 5;
}

function stationUsers(view: BenchView): ReadonlyMap<string, readonly string[]> {
  const users = new Map<string, string[]>();
  for (const batch of view.batches) {
    const step = currentStep(batch);
    if (step?.state === 'running') users.set(step.station, [...(users.get(step.station) ?? []), batch.name]);
  }
  return users;
}

function actionFor(
  batch: BatchState,
  step: Step,
  view: BenchView,
  users: ReadonlyMap<string, readonly string[]>,
): Action {
  const base = { batchId: batch.id, stepId: step.id, hands: handsFor(step) };
  const station = view.stations[step.station]?.name ?? step.station;
  const solvent = `${clockText(exposureS(batch, view.nowMs))} of its ${clockText(batch.card.exposureCapS)} solvent allowance is used.`;
  if (step.mode === 'look') {
    const reason =
      step.kind === 'look-matte'
        ? 'Cure stays locked until you have looked.'
        : 'Under-cure can be topped up; over-cure cannot be undone.';
    return {
      ...base,
      verb: 'look',
      say: step.kind === 'look-matte' ? `Look at ${batch.name}: matte all over?` : `Touch and tilt ${batch.name}`,
      reason: `${step.hint} ${reason}`,
    };
  }
  if (step.state === 'running') {
    const dueInS = step.mode === 'timed' ? remainingS(step, view.nowMs) : undefined;
    return {
      ...base,
      verb: 'finish',
      say: finishWords(batch, step, station),
      reason: step.kind === 'wash' ? `${solvent} ${step.hint}` : step.hint,
      dueInS,
    };
  }
  if (step.mode === 'moment') {
    return {
      ...base,
      verb: 'finish',
      say: step.say
        ? step.say[1].replace('{}', batch.name)
        : step.kind === 'seal'
          ? `Seal the record of ${batch.name}`
          : `Take ${batch.name} off the plate`,
      reason: step.hint,
    };
  }
  const inUse = users.get(step.station) ?? [];
  const full = inUse.length >= (view.stations[step.station]?.capacity ?? Number.POSITIVE_INFINITY);
  return {
    ...base,
    verb: 'start',
    say: startWords(batch, step, station),
    reason: step.kind === 'wash' ? `${solvent} ${step.hint}` : step.hint,
    waitsFor: full ? `${station} holds ${inUse.join(' and ')}.` : undefined,
  };
}

function handsFor(step: Step): string {
  if (step.kind === 'trim' || step.station === STATIONS.trim) return HANDS.trim;
  return step.kind === 'cure' || step.kind === 'look-cured' || step.kind === 'seal' ? HANDS.light : HANDS.wet;
}

function finishWords(batch: BatchState, step: Step, station: string): string {
  if (step.kind === 'rinse') return `Lift ${batch.name} out of ${station}`;
  switch (step.kind) {
    case 'wash':
      return `Lift ${batch.name} out of ${station}`;
    case 'drip':
      return `${batch.name} has dripped`;
    case 'dry':
      return `Check ${batch.name} is dry`;
    case 'cure':
      return `Take ${batch.name} out of ${station}`;
    case 'trim':
      return `${batch.name} is clipped`;
    default:
      return step.say ? step.say[1].replace('{}', batch.name) : `${step.title}: ${batch.name} done`;
  }
}

function startWords(batch: BatchState, step: Step, station: string): string {
  switch (step.kind) {
    case 'wash':
      return `Lower ${batch.name} into ${station}`;
    case 'drip':
      return `Hang ${batch.name} on the ${station.toLowerCase()}`;
    case 'dry':
      return `Blow off ${batch.name}, set it on the ${station.toLowerCase()}`;
    case 'cure':
      return `Put ${batch.name} in the ${station.toLowerCase()}`;
    case 'trim':
      return `Clip the supports of ${batch.name}`;
    default:
      return step.say ? step.say[0].replace('{}', batch.name) : `${step.title}: ${batch.name}`;
  }
}
