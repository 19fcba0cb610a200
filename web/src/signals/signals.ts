import type { Action, Tier } from '@north-step/core/nextStep';

/** What this screen may do to be noticed. Kept on this screen, not in the workshop. */
export type Signals = {
  readonly sound: boolean;
  readonly speech: boolean;
  readonly notify: boolean;
  /** keeps the screen from going dark */
  readonly awake: boolean;
  /** the band's keys at the left */
  readonly leftHanded: boolean;
};
export const USUAL_SIGNALS: Signals = { sound: true, speech: false, notify: false, awake: true, leftHanded: false };

const STORE_KEY = 'north-step.signals';
export function readSignals(): Signals {
  try {
    return { ...USUAL_SIGNALS, ...(JSON.parse(localStorage.getItem(STORE_KEY) ?? '{}') as Partial<Signals>) };
  } catch {
    return USUAL_SIGNALS;
  }
}
export const keepSignals = (signals: Signals): void => localStorage.setItem(STORE_KEY, JSON.stringify(signals));

/** Tiers that call for somebody, with the notes of their call: Hz, one after another. Limits sound unlike all else. */
export const CALLS: Readonly<Partial<Record<Tier, readonly number[]>>> = {
  limit: [880, 620, 880, 620, 880],
  'pull-out': [660, 880],
  turn: [520, 520],
  gate: [440, 550],
  ended: [440],
};

/** What has newly come to call since the last look: a limit again and again, the rest once. */
export function newCalls(
  actions: readonly Action[],
  called: ReadonlyMap<string, Tier>,
): { readonly calls: readonly Action[]; readonly called: ReadonlyMap<string, Tier> } {
  const now = new Map<string, Tier>();
  const calls: Action[] = [];
  for (const action of actions) {
    // a pull-out calls when it is due, not when it is merely near
    if (!CALLS[action.tier] || (action.tier === 'pull-out' && (action.dueInS ?? 0) > 0)) continue;
    const key = `${action.batchId} ${action.stepId}`;
    now.set(key, action.tier);
    if (called.get(key) !== action.tier) calls.push(action);
  }
  return { calls, called: now };
}
