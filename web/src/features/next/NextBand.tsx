import { type BatchState, markWords } from '@north-step/core/batch';
import type { Action } from '@north-step/core/nextStep';
import { clockText } from '@north-step/core/units';
import { dayAndClock } from '../../shell/useNow.ts';
import { Band } from './Band.tsx';
import { useNextStep } from './useNextStep.tsx';

type NextBandProps = {
  readonly action: Action | undefined;
  readonly batch: BatchState | undefined;
  /** how late it will be */
  readonly late?: string | undefined;
  /** said when there is nothing to do */
  readonly idle: string;
};

/** The band with its keys and dialogs, for one action. Every key works as a button too. */
export function NextBand({ action, batch, late, idle }: NextBandProps) {
  const { keys, dialogs } = useNextStep(action, batch);
  if (!action || !batch) return <Band say={idle} reason="Hang a new batch with N." keys={[]} />;
  return (
    <>
      <Band
        countdown={action.dueInS === undefined ? undefined : clockText(action.dueInS)}
        say={action.say}
        mark={action.blocked ? undefined : markWords(batch)}
        reason={action.waitsFor ? `It waits: ${action.waitsFor} ${action.wayOn ?? ''}` : action.reason}
        hands={[
          action.hands,
          action.follows && `then ${action.follows}`,
          late && `due ${dayAndClock(batch.dueAtMs!)}: ${late}`,
        ]
          .filter(Boolean)
          .join(' · ')}
        keys={keys}
      />
      {dialogs}
    </>
  );
}
