import { type BatchState, stepById } from '@north-step/core/batch';
import type { Action } from '@north-step/core/nextStep';
import type { LookOutcome } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { type ReactNode, Suspense, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../../app/useKeys.ts';
import { useNow } from '../../app/useNow.ts';
import type { BandKey } from './Band.tsx';
import { AnswerDialog, ExposureDialog, FlagDialog, LookDialog, loadDialogs } from './lazyDialogs.ts';
import { looksFor, QUICK_ANSWERS } from './looks.ts';
import { ADD_S, useDo } from './useDo.ts';

const PRELOAD_MS = 1200;

/** Keys of one action, as keys and as buttons, and the dialogs that they open. */
export function useNextStep(
  action: Action | undefined,
  batch: BatchState | undefined,
): { readonly keys: readonly BandKey[]; readonly dialogs: ReactNode } {
  const acts = useDo();
  const navigate = useNavigate();
  const [dialog, setDialog] = useState<'look' | 'flag' | 'answer'>();
  const [seen, setSeen] = useState<LookOutcome>();
  useEffect(() => {
    const timer = setTimeout(() => void loadDialogs().catch(() => {}), PRELOAD_MS);
    return () => clearTimeout(timer);
  }, []);
  const step = batch && action ? stepById(batch, action.stepId) : undefined;
  const { fix } = action ?? {};
  const looking = action?.verb === 'look' && step !== undefined;
  const timed = action?.verb === 'finish' && action.dueInS !== undefined;
  const openLook = (what?: LookOutcome) => {
    setSeen(what);
    if (looking) setDialog('look');
  };
  const openFlag = () => batch && setDialog('flag');
  const answers = looking && !action?.blocked ? looksFor(step) : [];
  const release = () => batch && action?.blocked === 'held' && void acts.hold(batch.id, batch.name, null);
  const planLight = () => batch && void navigate(`/cure/${batch.id}`);
  const lower = () => {
    if (!batch?.flag) return;
    if (batch.flagStops) setDialog('answer');
    else void acts.flag(batch.id, batch.name, null);
  };

  useKeys({
    ' ': () =>
      looking && !action?.blocked
        ? openLook()
        : action && void (fix ? acts.addTime(action, fix.addS) : acts.done(action)),
    d: () => fix && action && void acts.done(action),
    '+': () => timed && void acts.addTime(action, ADD_S),
    '=': () => timed && void acts.addTime(action, ADD_S),
    '-': () => timed && void acts.addTime(action, -ADD_S),
    ...Object.fromEntries(
      answers.map(({ key, value }, i) => [
        key,
        () => looking && (i < QUICK_ANSWERS ? void acts.look(action, { outcome: value }) : openLook(value)),
      ]),
    ),
    i: () => openLook(),
    f: openFlag,
    l: lower,
    ...(action?.blocked === 'held' ? { u: release } : {}),
    ...(action?.blocked === 'light' ? { c: planLight } : {}),
  });
  if (!action || !batch || !step) return { keys: [], dialogs: null };

  const flagKey: BandKey = batch.flag
    ? { keyName: 'L', label: batch.flagStops ? 'Answer …' : 'Lower flag', onPress: lower }
    : { keyName: 'F', label: 'Flag it', onPress: openFlag };
  const keys: readonly BandKey[] = keysOf();
  return {
    keys,
    dialogs: (
      <Suspense fallback={null}>
        {action.asks === 'exposure' && <Exposure action={action} batch={batch} />}
        {dialog === 'look' && looking && (
          <LookDialog
            batch={batch}
            step={step}
            seen={seen}
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
            next={step.state === 'waiting' && step.mode !== 'look' ? step : undefined}
            onLeaveOut={(because) => {
              setDialog(undefined);
              void acts.leaveOut(action, because);
            }}
            onElsewhere={(station) => {
              setDialog(undefined);
              void acts.elsewhere(action, station);
            }}
            onHappened={(batchIds, happening) => {
              setDialog(undefined);
              void acts.happened(batchIds, happening);
            }}
            onFlag={(note, stops) => {
              setDialog(undefined);
              void acts.flag(batch.id, batch.name, note, stops ? { stops } : {});
            }}
          />
        )}
        {dialog === 'answer' && batch.flag !== undefined && (
          <AnswerDialog
            batch={batch}
            onClose={() => setDialog(undefined)}
            onAnswer={(answer) => {
              setDialog(undefined);
              void acts.flag(batch.id, batch.name, null, { answer });
            }}
          />
        )}
      </Suspense>
    ),
  };

  function keysOf(): readonly BandKey[] {
    if (!action || !step) return [];
    if (action.blocked === 'held')
      return [{ keyName: 'U', label: 'Release', main: true, onPress: () => void release() }, flagKey];
    if (action.blocked === 'light')
      return [{ keyName: 'C', label: 'Plan its light', main: true, onPress: planLight }, flagKey];
    if (action.blocked === 'flag')
      return [
        { keyName: 'L', label: 'Answer …', main: true, onPress: lower },
        { keyName: 'F', label: 'Flag …', onPress: openFlag },
      ];
    if (looking)
      return [
        ...answers.slice(0, 2).map((answer, index) => ({
          keyName: answer.key.toUpperCase(),
          label: answer.text,
          main: index === 0,
          onPress: () => void acts.look(action, { outcome: answer.value }),
        })),
        { keyName: 'I', label: 'Other …', onPress: () => openLook() },
      ];
    if (fix)
      return [
        {
          keyName: 'Space',
          label: `Add ${clockText(fix.addS)}`,
          main: true,
          onPress: () => void acts.addTime(action, fix.addS),
        },
        { keyName: 'D', label: 'Done as it is', onPress: () => void acts.done(action) },
        flagKey,
      ];
    return [
      {
        keyName: 'Space',
        label: action.verb === 'start' ? 'Start' : 'Done',
        main: true,
        onPress: () => void acts.done(action),
      },
      ...(timed ? [{ keyName: '+', label: `${ADD_S} s more`, onPress: () => void acts.addTime(action, ADD_S) }] : []),
      flagKey,
    ];
  }
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
