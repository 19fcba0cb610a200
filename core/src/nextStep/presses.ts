import type { BatchState } from '../batch/index.ts';
import { stepById } from '../batch/index.ts';
import type { LookOutcome } from '../look/index.ts';
import { kindShape } from '../route/index.ts';
import type { Action } from './types.ts';

/** What a key of the band does. */
export type Press =
  | 'start'
  | 'done'
  | 'mend'
  | 'add time'
  | 'take time off'
  | 'seen'
  | 'look'
  | 'sizes'
  | 'sheet'
  | 'flag'
  | 'lower flag'
  | 'answer flag'
  | 'release'
  | 'plan light';
export type Offer = {
  readonly press: Press;
  /** of a look: what was seen */
  readonly outcome?: LookOutcome;
  /** the usual one */
  readonly main?: boolean;
};
/** `shown` are at most three keys on the band, the usual one first as a rule; `also` are those that work without being shown. */
export type Offers = { readonly shown: readonly Offer[]; readonly also: readonly Offer[] };

/** Looks that one key answers; the others are confirmed first. */
const QUICK_LOOKS = 3;
const SHOWN_LOOKS = 2;

/**
 * What can be pressed at an action.
 * @param looks what its look can be answered with, the usual first
 */
export function offersOf(action: Action, batch: BatchState, looks: readonly LookOutcome[]): Offers {
  const step = stepById(batch, action.stepId);
  if (!step) return { shown: [], also: [] };
  const goOn: Offer = { press: action.verb === 'start' ? 'start' : 'done' };
  const looking = action.verb === 'look';
  const measuring = action.verb === 'finish' && kindShape(step.kind).asksSizes === true;
  const timed = action.verb === 'finish' && action.dueInS !== undefined;
  const lower: Offer = { press: batch.flagStops ? 'answer flag' : 'lower flag' };
  const flagged: readonly Offer[] = batch.flag === undefined ? [] : [lower];
  const typed = batch.sizes?.some(({ atMs }) => atMs >= step.startedAtMs!) ?? false;
  const seen = looks.map((outcome, i): Offer => ({ press: i < QUICK_LOOKS ? 'seen' : 'look', outcome }));
  const also: readonly Offer[] = [
    ...(looking && !action.blocked ? seen : [goOn]),
    ...(looking ? [{ press: 'look' } as const] : []),
    ...(timed ? ([{ press: 'add time' }, { press: 'take time off' }] as const) : []),
    ...(measuring ? [{ press: 'sizes' } as const] : []),
    { press: 'flag' },
    ...flagged,
  ];
  const flag: Offer = flagged[0] ?? { press: 'flag' };
  return { shown: shown(), also };

  function shown(): readonly Offer[] {
    switch (action.blocked) {
      case 'held':
        return [{ press: 'release', main: true }, flag];
      case 'light':
        return [{ press: 'plan light', main: true }, flag];
      case 'flag':
        return [{ press: 'answer flag', main: true }, { press: 'flag' }];
      case undefined:
        break;
    }
    if (looking) return [...seen.slice(0, SHOWN_LOOKS).map((one, i) => ({ ...one, main: i === 0 })), { press: 'look' }];
    if (action.fix) return [{ press: 'mend', main: true }, goOn, flag];
    if (step!.kind === 'hand-over') return [{ ...goOn, main: true }, { press: 'sheet' }, flag];
    if (measuring)
      return typed ? [{ ...goOn, main: true }, { press: 'sizes' }, flag] : [{ press: 'sizes', main: true }, goOn, flag];
    return [{ ...goOn, main: true }, ...(timed ? [{ press: 'add time' } as const] : []), flag];
  }
}
