import { type BatchState, stepById } from '@north-step/core/batch';
import type { LookOutcome } from '@north-step/core/look';
import type { Action } from '@north-step/core/nextStep';
import { kindShape } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { type ReactNode, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../../app/useKeys.ts';
import type { BandKey } from './Band.tsx';
import { loadDialogs } from './lazyDialogs.ts';
import { looksFor, QUICK_ANSWERS } from './looks.ts';
import { NextDialogs, type OpenDialog } from './NextDialogs.tsx';
import { ADD_S, useDo } from './useDo.ts';

const PRELOAD_MS = 1200;

/** Keys of one action, as keys and as buttons, and the dialogs that they open. */
export function useNextStep(
  action: Action | undefined,
  batch: BatchState | undefined,
): { readonly keys: readonly BandKey[]; readonly dialogs: ReactNode } {
  const acts = useDo();
  const navigate = useNavigate();
  const [dialog, setDialog] = useState<OpenDialog>();
  const [seen, setSeen] = useState<LookOutcome>();
  useEffect(() => {
    const timer = setTimeout(() => void loadDialogs().catch(() => {}), PRELOAD_MS);
    return () => clearTimeout(timer);
  }, []);
  const step = batch && action ? stepById(batch, action.stepId) : undefined;
  const { fix } = action ?? {};
  const looking = action?.verb === 'look' && step !== undefined;
  const timed = action?.verb === 'finish' && action.dueInS !== undefined;
  const close = () => setDialog(undefined);
  const openLook = (what?: LookOutcome) => {
    setSeen(what);
    if (looking) setDialog('look');
  };
  const measuring = action?.verb === 'finish' && step !== undefined && kindShape(step.kind).asksSizes === true;
  const openSizes = () => measuring && setDialog('sizes');
  const openSheet = () => batch && void navigate(`/batches/${batch.id}/green`);
  // once somebody else has answered it, there is nothing left to say
  const open = (dialog === 'look' && !looking) || (dialog === 'sizes' && !measuring) ? undefined : dialog;
  const openFlag = () => batch && setDialog('flag');
  const answers = batch && looking && !action?.blocked ? looksFor(step, batch.card) : [];
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
    m: openSizes,
    ...(step?.kind === 'hand-over' ? { p: openSheet } : {}),
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
      <NextDialogs action={action} batch={batch} step={step} acts={acts} open={open} seen={seen} onClose={close} />
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
    if (step.kind === 'hand-over')
      return [
        { keyName: 'Space', label: 'Done', main: true, onPress: () => void acts.done(action) },
        { keyName: 'P', label: 'Its sheet …', onPress: openSheet },
        flagKey,
      ];
    if (measuring) {
      const typed = batch?.sizes?.some(({ atMs }) => atMs >= step.startedAtMs!) ?? false;
      const done = { keyName: 'Space', label: 'Done', main: typed, onPress: () => void acts.done(action) };
      const type = { keyName: 'M', label: 'Type sizes …', main: !typed, onPress: openSizes };
      return [...(typed ? [done, type] : [type, done]), flagKey];
    }
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
