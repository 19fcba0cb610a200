import type { Action } from '@north-step/core/nextStep';
import { type BatchState, stepById } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { useState } from 'react';
import { useKeys } from '../../app/useKeys.ts';
import { Band, type BandKey } from './Band.tsx';
import { FlagDialog } from './FlagDialog.tsx';
import { LookDialog, looksFor } from './LookDialog.tsx';
import { ADD_S, useDo } from './useDo.ts';

type NextBandProps = {
  readonly action: Action | undefined;
  readonly batch: BatchState | undefined;
  /** said when there is nothing to do */
  readonly idle: string;
};

/** The band with its keys and dialogs, for one action. Every key works as a button too. */
export function NextBand({ action, batch, idle }: NextBandProps) {
  const acts = useDo();
  const [dialog, setDialog] = useState<'look' | 'flag'>();
  const step = batch && action ? stepById(batch, action.stepId) : undefined;
  const looking = action?.verb === 'look' && step !== undefined;
  const timed = action?.verb === 'finish' && action.dueInS !== undefined;
  const openLook = () => looking && setDialog('look');
  const openFlag = () => batch && setDialog('flag');
  const answers = looking ? looksFor(step) : [];

  useKeys({
    ' ': () => (looking ? openLook() : action && void acts.done(action)),
    '+': () => timed && void acts.addTime(action, ADD_S),
    '=': () => timed && void acts.addTime(action, ADD_S),
    '-': () => timed && void acts.addTime(action, -ADD_S),
    ...Object.fromEntries(
      answers.map((answer) => [answer.key, () => looking && void acts.look(action, { outcome: answer.value })]),
    ),
    i: openLook,
    f: openFlag,
  });

  if (!action || !batch || !step)
    return <Band say={idle} reason="Put a new batch on the drip rack with N." keys={[]} />;
  const keys: BandKey[] = looking
    ? [
        ...answers.slice(0, 2).map((answer, index) => ({
          keyName: answer.key.toUpperCase(),
          label: answer.text,
          main: index === 0,
          onPress: () => void acts.look(action, { outcome: answer.value }),
        })),
        step.kind === 'look-matte'
          ? { keyName: 'T', label: 'Tack', onPress: () => void acts.look(action, { outcome: 'tack' }) }
          : { keyName: 'I', label: 'Other …', onPress: openLook },
      ]
    : [
        {
          keyName: 'Space',
          label: action.verb === 'start' ? 'Start' : 'Done',
          main: true,
          onPress: () => void acts.done(action),
        },
        ...(timed ? [{ keyName: '+', label: `${ADD_S} s more`, onPress: () => void acts.addTime(action, ADD_S) }] : []),
        { keyName: 'F', label: 'Flag it', onPress: openFlag },
      ];
  return (
    <>
      <Band
        countdown={timed ? clockText(action.dueInS!) : undefined}
        say={action.say}
        reason={action.waitsFor ? `It waits: ${action.waitsFor}` : action.reason}
        hands={action.hands}
        keys={keys}
      />
      {dialog === 'look' && looking && (
        <LookDialog
          batch={batch}
          step={step}
          onClose={() => setDialog(undefined)}
          onLook={(look) => {
            setDialog(undefined);
            void acts.look(action, look);
          }}
        />
      )}
      {dialog === 'flag' && (
        <FlagDialog
          batch={batch}
          onClose={() => setDialog(undefined)}
          onFlag={(note) => {
            setDialog(undefined);
            void acts.flag(batch.id, note);
          }}
        />
      )}
    </>
  );
}
