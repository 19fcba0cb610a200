import { type BatchState, stepById } from '@north-step/core/batch';
import type { LookOutcome } from '@north-step/core/look';
import { type Action, type Offer, offersOf, type Press } from '@north-step/core/nextStep';
import { type ReactNode, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../../shell/useKeys.ts';
import type { BandKey } from './Band.tsx';
import { loadDialogs } from './lazyDialogs.ts';
import { looksFor } from './looks.ts';
import { NextDialogs, type OpenDialog } from './NextDialogs.tsx';
import { ADD_S, keyName, wordsOf } from './presses.ts';
import { useDo } from './useDo.ts';

const PRELOAD_MS = 1200;

type Opened = { readonly what: OpenDialog; readonly seen?: LookOutcome };

/** Keys of one action, as keys and as buttons, and the dialogs that they open. */
export function useNextStep(
  action: Action | undefined,
  batch: BatchState | undefined,
): { readonly keys: readonly BandKey[]; readonly dialogs: ReactNode } {
  const acts = useDo();
  const [opened, setOpened] = useState<Opened>();
  const press = usePresses(action, batch, acts, setOpened);
  usePreloadedDialogs();
  const step = batch && action ? stepById(batch, action.stepId) : undefined;
  const looks = batch && step && action?.verb === 'look' ? looksFor(step, batch.card) : [];
  const values = looks.map(({ value }) => value);
  const { shown, also } = action && batch ? offersOf(action, batch, values) : { shown: [], also: [] };
  const keysOf = (offer: Offer) => (action ? wordsOf(offer, action, looks) : { keys: [], label: '' });
  // what is shown goes before what only works
  useKeys(
    Object.fromEntries(
      [...also, ...shown].flatMap((offer) => keysOf(offer).keys.map((key) => [key, () => press(offer)])),
    ),
  );
  if (!action || !batch || !step) return { keys: [], dialogs: null };
  const offered = (what: Press) => [...shown, ...also].some((offer) => offer.press === what);
  // once somebody else has answered it, there is nothing left to say
  const open = (opened?.what === 'look' || opened?.what === 'sizes') && !offered(opened.what) ? undefined : opened;
  return {
    keys: shown.map((offer) => {
      const { keys, label } = keysOf(offer);
      return { keyName: keyName(keys), label, main: offer.main ?? false, onPress: () => press(offer) };
    }),
    dialogs: (
      <NextDialogs
        action={action}
        batch={batch}
        step={step}
        acts={acts}
        open={open?.what}
        seen={open?.seen}
        onClose={() => setOpened(undefined)}
      />
    ),
  };
}

/** What a press does: it is sent, opens a dialog, or leads to another page. */
function usePresses(
  action: Action | undefined,
  batch: BatchState | undefined,
  acts: ReturnType<typeof useDo>,
  open: (opened: Opened) => void,
): (offer: Offer) => void {
  const navigate = useNavigate();
  return ({ press, outcome }) => {
    if (!action || !batch) return;
    const does: Readonly<Record<Press, () => unknown>> = {
      start: () => acts.done(action),
      done: () => acts.done(action),
      mend: () => acts.addTime(action, action.fix?.addS ?? ADD_S),
      'add time': () => acts.addTime(action, ADD_S),
      'take time off': () => acts.addTime(action, -ADD_S),
      seen: () => outcome && acts.look(action, { outcome }),
      look: () => open({ what: 'look', ...(outcome && { seen: outcome }) }),
      sizes: () => open({ what: 'sizes' }),
      sheet: () => navigate(`/batches/${batch.id}/green`),
      flag: () => open({ what: 'flag' }),
      'lower flag': () => acts.flag(batch.id, batch.name, null),
      'answer flag': () => open({ what: 'answer' }),
      release: () => acts.hold(batch.id, batch.name, null),
      'plan light': () => navigate(`/cure/${batch.id}`),
    };
    void does[press]();
  };
}

/** A dialog that is opened is there at once. */
function usePreloadedDialogs(): void {
  useEffect(() => {
    const timer = setTimeout(() => void loadDialogs().catch(() => {}), PRELOAD_MS);
    return () => clearTimeout(timer);
  }, []);
}
