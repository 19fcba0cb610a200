import type { ErrorReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { useCallback, useMemo, useState } from 'react';
import { useDo } from '../next/index.ts';
import { describe, dueMs, hanging, type Known, piecesOf } from './described.ts';
import type { Choices, Sizes } from './draft.ts';
import { forgetDraft, keptWords } from './draftStore.ts';
import { useKeptDraft } from './useKeptDraft.ts';
import { usePlate } from './usePlate.ts';
import { useStoredMeshes } from './useStoredMeshes.ts';

const NOTHING_CHOSEN: Choices = { count: 4, dripMin: 6, customer: '', due: '', priority: 'usual', tolerance: '' };

/** The state of a new batch: the parts, what is on the plate, the route, and the request the models plan from. */
export function useNewBatch({ bench, resins, routes }: Known) {
  const [kept] = useState(keptWords);
  const [choices, setChoices] = useState<Choices>(kept?.choices ?? NOTHING_CHOSEN);
  const plate = usePlate(useCallback((count: number) => setChoices((now) => ({ ...now, count })), []));
  const [sizes, setSizes] = useState<Sizes | undefined>(kept?.sizes);
  useKeptDraft(plate, choices, sizes);
  const pieces = useMemo(() => piecesOf(plate.items, sizes, choices.count), [plate.items, sizes, choices.count]);
  const { cardId, lot, routeId, dripMin, tolerance } = choices;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a customer or a day plans nothing anew
  const described = useMemo(
    () => describe(choices, pieces, { bench, resins, routes }),
    [pieces, bench, resins, routes, cardId, lot, routeId, dripMin, tolerance],
  );
  const store = useStoredMeshes(plate.items);
  const { send, ...sending } = useHanging(async () => {
    const files = plate.items.filter(({ state }) => state.stage === 'measured');
    return hanging(described, choices, pieces, await Promise.all(files.map(store)));
  });
  return {
    plate,
    choices,
    change: (next: Partial<Choices>) => setChoices((now) => ({ ...now, ...next })),
    sizes,
    setSizes,
    ...described,
    dueAtMs: dueMs(choices),
    ...sending,
    hang: async () => (described.request && !plate.busy ? send() : undefined),
    /** whether anything is described that could be thrown away */
    begun: plate.items.length > 0 || sizes !== undefined || choices.customer !== '' || choices.due !== '',
    startAnew: () => {
      plate.clear();
      setSizes(undefined);
      setChoices(NOTHING_CHOSEN);
      sending.clear();
    },
  };
}
export type Draft = ReturnType<typeof useNewBatch>;

/** Stores the files, then the batch. What was typed stays if the server refuses. */
function useHanging(make: () => Promise<ReturnType<typeof hanging>>) {
  const acts = useDo();
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const [saving, setSaving] = useState(false);
  /** @returns the new batch */
  async function send(): Promise<BatchState | undefined> {
    if (saving) return undefined;
    setSaving(true);
    setRefusal(undefined);
    try {
      const body = await make();
      const answer = body && (await acts.send('batch.create', {}, body));
      if (answer?.ok) {
        await forgetDraft();
        return answer.reply.batch;
      }
      if (answer) setRefusal(answer.error);
    } catch (error) {
      const message = error instanceof Error ? error.message : 'The server did not answer.';
      setRefusal({ code: 'AWAY', message, remedy: 'Try again; nothing here was lost.' });
    } finally {
      setSaving(false);
    }
    return undefined;
  }
  return { send, refusal, saving, clear: () => setRefusal(undefined) };
}
