import type { Action } from '@north-step/core/nextStep';
import { clockText } from '@north-step/core/units';
import type { Notice } from '../../commands/outbox.ts';

/** A press that asks is answered by the next one: not by the second half of a double tap, nor by one much later. */
const ASKED_MS = { from: 700, to: 10_000 } as const;
let asked = { key: '', atMs: 0 };

/** A timed step in its first fifth is ended by a second press. @returns what the first one asks */
export function asksFirst(action: Action): Notice | undefined {
  if (!action.early) return undefined;
  const key = `${action.batchId} ${action.stepId}`;
  const sinceMs = Date.now() - asked.atMs;
  const answers = asked.key === key && sinceMs <= ASKED_MS.to;
  if (answers && sinceMs >= ASKED_MS.from) {
    asked = { key: '', atMs: 0 };
    return undefined;
  }
  if (!answers) asked = { key, atMs: Date.now() };
  const { ranS, wantedS } = action.early;
  return {
    kind: 'asks',
    message: `${action.title} of ${action.name} has run ${clockText(ranS)} of ${clockText(wantedS)}.`,
    remedy: 'Press once more to end it now.',
  };
}
