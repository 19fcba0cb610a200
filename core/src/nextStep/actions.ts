import {
  type BatchState,
  currentStep,
  exposureS,
  isStopped,
  lightSoFarS,
  PRIORITIES,
  remainingS,
  type Step,
  wantedS,
} from '../batch/index.ts';
import { cautionsOf, isUncured } from '../caution/index.ts';
import { heldBack } from '../decide/index.ts';
import { isCure, isLookBefore, isWash, isWet } from '../route/index.ts';
import { clockText, lowerFirst, percentText } from '../units/index.ts';
import { clashOf, clashWords, type PullOut, pullOuts } from './clash.ts';
import { lampAgain, lampWatch } from './lampWatch.ts';
import { type Action, type BenchView, TIERS, type Tier } from './types.ts';
import { washWatch } from './washWatch.ts';
import { finishWords, handsFor, momentWords, startWords } from './words.ts';

/** A pull-out that comes within this is waited for rather than begun something else under. */
const WATCH_S = 45;
/** So near its limit in solvent, a batch is lifted whatever its timer says. */
const NEAR_LIMIT_S = 10;
/** Overdue by longer than this, nobody stood by: it was forgotten. */
export const FORGOTTEN_S = 900;
/** After an answer that it stays in, it is asked again. */
const ASK_AGAIN_S = 120;
/** Light that may be off by more than this is worth a word before a cure. */
const UNSURE_LIGHT = 0.2;

/** What every batch of the bench has in common for one moment. */
type Scene = BenchView & {
  readonly users: ReadonlyMap<string, readonly string[]>;
  /** by station: who could go there if it were free */
  readonly wanted: ReadonlyMap<string, string>;
  readonly pulls: readonly PullOut[];
};

/**
 * Ranks what to do now, by tier, then by how long it is due, priority, due date and age. The first can be done with what is
 * at hand; what waits comes last and says for what.
 */
export function nextActions(view: BenchView): readonly Action[] {
  const scene = sceneOf(view);
  return view.batches
    .filter((batch) => batch.recordHash === undefined && batch.mergedInto === undefined)
    .map((batch) => ({ batch, step: currentStep(batch) }))
    .filter((entry): entry is { batch: BatchState; step: Step } => entry.step !== undefined)
    .map(({ batch, step }) => ({ batch, action: actionOf(batch, step, scene) }))
    .sort(
      (a, b) =>
        TIERS.indexOf(a.action.tier) - TIERS.indexOf(b.action.tier) ||
        dueOrder(a.action) - dueOrder(b.action) ||
        PRIORITIES.indexOf(b.batch.priority ?? 'usual') - PRIORITIES.indexOf(a.batch.priority ?? 'usual') ||
        dueMs(a.batch) - dueMs(b.batch) ||
        a.batch.createdAtMs - b.batch.createdAtMs,
    )
    .map(({ action }) => action);
}

const dueMs = (batch: BatchState): number => batch.dueAtMs ?? Number.POSITIVE_INFINITY;
/** Timers by the time they have left; what waits by when it is clear; all else is alike. */
const dueOrder = ({ tier, dueInS, clearInS }: Action): number => (tier === 'waits' ? (clearInS ?? 1e9) : (dueInS ?? 0));

function sceneOf(view: BenchView): Scene {
  const users = new Map<string, string[]>();
  const wanted = new Map<string, string>();
  for (const batch of view.batches) {
    const step = currentStep(batch);
    if (step?.state === 'running') users.set(step.station, [...(users.get(step.station) ?? []), batch.name]);
    if (step?.state === 'waiting' && step.mode === 'timed' && !isStopped(batch))
      wanted.set(step.station, wanted.get(step.station) ?? batch.name);
  }
  return { ...view, users, wanted, pulls: pullOuts(view.batches, view.nowMs) };
}

function actionOf(batch: BatchState, step: Step, scene: Scene): Action {
  const station = scene.stations[step.station]?.name ?? step.station;
  const base = {
    batchId: batch.id,
    stepId: step.id,
    name: batch.name,
    title: step.title,
    station,
    hands: handsFor(step),
    cautions: cautionsOf(step, isUncured(batch)),
    follows: followsOf(batch, step),
  };
  if (step.mode === 'look') return held(batch, step, { ...base, ...lookAction(batch, step) });
  if (step.state === 'running')
    return { ...base, verb: 'finish', early: earlyOf(step, scene.nowMs), ...running(batch, step, station, scene) };
  if (step.mode === 'moment')
    return held(batch, step, {
      ...base,
      verb: 'finish',
      tier: step.type === 'turn-over' ? 'turn' : 'hands',
      say: momentWords(batch, step),
      reason:
        step.type === 'turn-over'
          ? `${step.hint} The underside of ${batch.name} has had little light; the lamp is free for it now.`
          : step.hint,
    });
  return held(batch, step, { ...base, verb: 'start', ...starting(batch, step, station, scene) });
}

type Part = Omit<
  Action,
  'batchId' | 'stepId' | 'name' | 'title' | 'station' | 'hands' | 'cautions' | 'follows' | 'verb'
>;

/** Ended this early, a timed step was more likely pressed by mistake. */
const EARLY_SHARE = 0.2;
function earlyOf(step: Step, nowMs: number): Action['early'] {
  const wanted = wantedS(step);
  const ranS = (nowMs - step.startedAtMs!) / 1000;
  return step.mode === 'timed' && ranS < EARLY_SHARE * wanted ? { ranS, wantedS: wanted } : undefined;
}

/** What is held, or stopped by a flag, is not begun. */
function held(batch: BatchState, step: Step, action: Action): Action {
  if (step.state !== 'waiting') return action;
  const back = heldBack(batch);
  if (!back) return action;
  const blocked = batch.held !== undefined ? 'held' : 'flag';
  const waitsFor = batch.held !== undefined ? `Held: ${batch.held}` : `Stopped by a flag: ${batch.flag}`;
  return { ...action, tier: 'waits', waitsFor, wayOn: back.remedy, blocked };
}

function lookAction(batch: BatchState, step: Step): Part & { readonly verb: 'look' } {
  const matte = isLookBefore(step);
  const why = matte
    ? 'Cure stays locked until you have looked: cured wet it gets white marks and can crack.'
    : 'Under-cure can be topped up; over-cure cannot be undone.';
  return {
    verb: 'look',
    tier: 'gate',
    say: matte ? `Look at ${batch.name}: matte all over?` : `Touch and tilt ${batch.name}`,
    reason: `${step.hint} ${why}`,
  };
}

function running(batch: BatchState, step: Step, station: string, scene: Scene): Part {
  const say = finishWords(batch, step, station);
  if (step.mode !== 'timed') return { tier: 'hands-on', say, reason: step.hint };
  const dueInS = remainingS(step, scene.nowMs);
  const limit = limitOf(batch, step, station, scene);
  if (limit) return { tier: 'limit', say: limit.say, reason: limit.reason, dueInS, asks: limit.asks };
  const again = lampAgain(batch, step, station, scene);
  if (again) return { ...again, dueInS };
  const watched =
    lampWatch(batch, step, station, scene) ?? (dueInS > WATCH_S ? washWatch(batch, step, station, scene) : undefined);
  if (watched) return { ...watched, dueInS };
  if (isWet(step)) {
    const reason = isWash(step) ? `${solventWords(batch, scene.nowMs)} ${step.hint}` : step.hint;
    return { tier: dueInS <= WATCH_S ? 'pull-out' : 'running', say, reason, dueInS };
  }
  if (dueInS > 0) return { tier: 'running', say, reason: step.hint, dueInS };
  const full = (scene.users.get(step.station)?.length ?? 0) >= (scene.stations[step.station]?.capacity ?? 1e9);
  const next = full ? scene.wanted.get(step.station) : undefined;
  return {
    tier: 'ended',
    say,
    reason: next ? `${next} waits for the ${station.toLowerCase()}. ${step.hint}` : step.hint,
    dueInS,
  };
}

/** A batch that has been in solvent, or in light that does not stop by itself, as long as it may. */
function limitOf(
  batch: BatchState,
  step: Step,
  station: string,
  { nowMs, light }: Scene,
): { readonly say: string; readonly reason: string; readonly asks?: 'exposure' } | undefined {
  if (isWash(step)) {
    const soakedS = exposureS(batch, nowMs);
    const overS = soakedS - batch.card.exposureCapS;
    if (overS < -NEAR_LIMIT_S) return undefined;
    // somebody has just said why it stays in: asked again in a while
    const stays = (step.stays?.at(-1)?.atMs ?? 0) > nowMs - ASK_AGAIN_S * 1000;
    const told = `${clockText(soakedS)} in solvent, its limit is ${clockText(batch.card.exposureCapS)}.`;
    if (-remainingS(step, nowMs) > FORGOTTEN_S)
      return {
        say: `${batch.name} was left in ${station}: lift it out`,
        reason: `${told} Expect swelling and soft walls; it loads the bath too. Say when it was lifted.`,
        ...(stays ? {} : { asks: 'exposure' }),
      };
    return {
      say: `Lift ${batch.name} out of ${station} now`,
      reason: `${told} Longer swells and softens it.`,
      ...(overS > 0 && !stays ? { asks: 'exposure' } : {}),
    };
  }
  if (!isCure(step) || batch.lastS === undefined || remainingS(step, nowMs) > 0) return undefined;
  const litS = lightSoFarS(batch, nowMs, light?.[batch.id]);
  if (litS <= batch.lastS) return undefined;
  return {
    say: `Take ${batch.name} out of ${station} now`,
    reason: `${clockText(litS)} of light, the end of its window is ${clockText(batch.lastS)}: beyond it yellows or turns brittle, and that cannot be undone.`,
  };
}

function starting(batch: BatchState, step: Step, station: string, scene: Scene): Part {
  const say = startWords(batch, step, station);
  const tier: Tier = step.mode === 'timed' ? 'begin' : 'hands';
  const reason = startReason(batch, step, station, scene);
  if (isWash(step) && batch.card.exposureCapS - exposureS(batch, scene.nowMs) < NEAR_LIMIT_S)
    return {
      tier: 'waits',
      say,
      reason,
      waitsFor: `${batch.name} has used its ${clockText(batch.card.exposureCapS)} in solvent: mop it with a dry brush and leave this wash out, or ask the lead.`,
      wayOn: 'F leaves the wash out, with a reason.',
    };
  if (isCure(step) && batch.lightClosed) {
    const { why, opens } = batch.lightClosed;
    return {
      tier: 'waits',
      say,
      reason,
      waitsFor: `No plan of light fits: ${why}`,
      wayOn: `${opens} Plan it on Cure (C).`,
      blocked: 'light',
    };
  }
  const inUse = scene.users.get(step.station) ?? [];
  if (inUse.length >= (scene.stations[step.station]?.capacity ?? Number.POSITIVE_INFINITY)) {
    const frees = scene.batches
      .map((other) => ({ other, running: currentStep(other) }))
      .filter(({ running: at }) => at?.state === 'running' && at.station === step.station && at.mode === 'timed')
      .map(({ running: at }) => Math.max(0, remainingS(at!, scene.nowMs)));
    const clearInS = frees.length > 0 ? Math.min(...frees) : undefined;
    return {
      tier: 'waits',
      say,
      reason,
      waitsFor: `${station} holds ${inUse.join(' and ')}.`,
      wayOn: `Lift ${inUse.join(' or ')} out first.`,
      clearInS,
    };
  }
  const clash = clashOf(batch, step, scene.pulls, scene.hands ?? 1);
  if (clash)
    return {
      tier: 'waits',
      say,
      reason,
      waitsFor: clashWords(clash.meets, clash.clearInS),
      wayOn: `Begin it in ${clockText(clash.clearInS)}, or lift ${clash.meets} out early.`,
      clearInS: clash.clearInS,
    };
  return { tier, say, reason };
}

function startReason(batch: BatchState, step: Step, station: string, { nowMs, baths, lamps, pulls }: Scene): string {
  if (isWash(step)) {
    const bath = baths?.[step.station];
    const past =
      bath && bath.loadPctW > bath.limitPctW
        ? `${bath.name} holds ${percentText(bath.loadPctW)} resin, past its ${percentText(bath.limitPctW)}: rotate it first, or look twice after. `
        : '';
    return `${past}${solventWords(batch, nowMs)} ${fixedWords(step)}${step.hint}`;
  }
  if (isCure(step)) {
    const doubt = lamps?.[step.station]?.doubtShare ?? 0;
    return doubt > UNSURE_LIGHT
      ? `${step.hint} The light of ${station} may be ${Math.round(100 * doubt)} % off: start low, look, add; meter it when it is free.`
      : step.hint;
  }
  if (step.fixed) return `${fixedWords(step)}${step.hint}`;
  const soon = step.mode === 'hands' ? [...pulls].sort((a, b) => a.inS - b.inS)[0] : undefined;
  return soon ? `${step.hint} ${soon.name} comes out in ${clockText(soon.inS)}: put it down then.` : step.hint;
}

const solventWords = (batch: BatchState, nowMs: number): string =>
  `${clockText(exposureS(batch, nowMs))} of its ${clockText(batch.card.exposureCapS)} solvent allowance is used.`;

/** Off by more than this, what the models would do is worth a word. */
const OTHERWISE_SHARE = 0.2;
/** A time that the route fixes is kept; where the models would take another, that is said. */
function fixedWords({ fixed, plannedS, modelS }: Step): string {
  if (!fixed || plannedS === undefined || modelS === undefined) return '';
  if (Math.abs(plannedS - modelS) <= OTHERWISE_SHARE * modelS) return '';
  return `The route fixes ${clockText(plannedS)}; the models would take ${clockText(modelS)}. `;
}

/** The step after, with its time. */
function followsOf(batch: BatchState, step: Step): string | undefined {
  const next = batch.steps.slice(batch.steps.indexOf(step) + 1).find(({ state }) => state !== 'done');
  if (!next) return undefined;
  if (isCure(next) && batch.lightClosed) return 'plan its light: no plan fits it yet';
  const time = next.mode === 'timed' && next.plannedS !== undefined ? ` ${clockText(next.plannedS)}` : '';
  return `${lowerFirst(next.title)}${time}`;
}
