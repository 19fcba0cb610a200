import { type BatchState, type Step, stepById } from '@north-step/core/batch';
import type { LookOutcome } from '@north-step/core/look';
import type { Action } from '@north-step/core/nextStep';
import { Suspense, useState } from 'react';
import { useNow } from '../../shell/useNow.ts';
import { AnswerDialog, ExposureDialog, FlagDialog, LookDialog, MeasureDialog } from './lazyDialogs.ts';
import { type Do, useDo } from './useDo.ts';

export type OpenDialog = 'look' | 'flag' | 'answer' | 'sizes';
type NextDialogsProps = {
  readonly action: Action;
  readonly batch: BatchState;
  readonly step: Step;
  /** of the keys: what was sent by one is not sent again by the other */
  readonly acts: Do;
  readonly open: OpenDialog | undefined;
  /** what is marked as a look opens */
  readonly seen: LookOutcome | undefined;
  readonly onClose: () => void;
};

/** What the keys of an action open, and what asks by itself. */
export function NextDialogs({ action, batch, step, acts, open, seen, onClose }: NextDialogsProps) {
  return (
    <Suspense fallback={null}>
      {action.asks === 'exposure' && <Exposure action={action} batch={batch} />}
      {open === 'look' && (
        <LookDialog
          batch={batch}
          step={step}
          seen={seen}
          onClose={onClose}
          onLook={(look) => {
            onClose();
            void acts.look(action, look);
          }}
        />
      )}
      {open === 'flag' && (
        <FlagDialog
          batch={batch}
          onClose={onClose}
          next={step.state === 'waiting' && step.mode !== 'look' ? step : undefined}
          onLeaveOut={(because) => {
            onClose();
            void acts.leaveOut(action, because);
          }}
          onElsewhere={(station) => {
            onClose();
            void acts.elsewhere(action, station);
          }}
          onHappened={(batchIds, happening) => {
            onClose();
            void acts.happened(batchIds, happening);
          }}
          onFlag={(note, stops) => {
            onClose();
            void acts.flag(batch.id, batch.name, note, stops ? { stops } : {});
          }}
        />
      )}
      {open === 'sizes' && (
        <MeasureDialog
          batch={batch}
          onClose={onClose}
          onSizes={async (sizes) => (await acts.measured(action, sizes))?.ok === true}
        />
      )}
      {open === 'answer' && batch.flag !== undefined && (
        <AnswerDialog
          batch={batch}
          onClose={onClose}
          onAnswer={(answer) => {
            onClose();
            void acts.flag(batch.id, batch.name, null, { answer });
          }}
        />
      )}
    </Suspense>
  );
}

/** Asks about a batch past its limit, once for each answer that is on its way. */
function Exposure({ action, batch }: { readonly action: Action; readonly batch: BatchState }) {
  const acts = useDo();
  const nowMs = useNow(1000);
  const [answered, setAnswered] = useState(false);
  const step = stepById(batch, action.stepId);
  if (answered || !step) return null;
  const say = async (answer: Promise<{ readonly ok: boolean } | undefined>) => {
    setAnswered(true);
    const done = await answer;
    if (!done?.ok) setAnswered(false);
  };
  return (
    <ExposureDialog
      batch={batch}
      step={step}
      station={action.station}
      nowMs={nowMs}
      onLifted={(agoS) => void say(acts.lifted(action, agoS === 0 ? undefined : Math.round(nowMs - agoS * 1000)))}
      onStay={(because) => void say(acts.stay(action, because))}
    />
  );
}
