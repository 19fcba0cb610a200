import type { Action } from '@north-step/core/nextStep';
import type { LookOutcome } from '@north-step/core/route';
import { useRef } from 'react';
import { chose } from '../../app/bench.ts';
import { type Answer, noticed } from '../../app/outbox.ts';
import { outbox, useAppDispatch, useAppSelector } from '../../app/store.ts';

export const ADD_S = 30;

/** Sends what was done. A second press while the first is on its way is ignored. */
export function useDo() {
  const person = useAppSelector((state) => state.here.person);
  const dispatch = useAppDispatch();
  const inFlight = useRef(new Set<string>());

  async function send(url: string, body: Readonly<Record<string, unknown>> = {}): Promise<Answer | undefined> {
    const key = `${url} ${JSON.stringify(body)}`;
    if (inFlight.current.has(key)) return undefined;
    inFlight.current.add(key);
    const answer = await outbox.send(url, { ...body, by: person || undefined });
    inFlight.current.delete(key);
    return answer;
  }
  const stepUrl = (action: Action, verb: string) => `/api/batches/${action.batchId}/steps/${action.stepId}/${verb}`;

  return {
    send,
    done: async (action: Action) => {
      if (action.waitsFor)
        return void dispatch(
          noticed({ kind: 'refused', message: action.waitsFor, remedy: 'Free that station first.' }),
        );
      dispatch(chose(undefined));
      return send(stepUrl(action, action.verb === 'start' ? 'start' : 'finish'));
    },
    lifted: (action: Action, liftedAtMs?: number) =>
      send(stepUrl(action, 'finish'), liftedAtMs === undefined ? {} : { liftedAtMs }),
    leaveOut: (action: Action, because: string) => send(stepUrl(action, 'leave-out'), { because }),
    stay: (action: Action, because: string) => send(stepUrl(action, 'stay'), { because }),
    addTime: (action: Action, addS: number) => send(stepUrl(action, 'extend'), { addS }),
    look: async (action: Action, look: { outcome: LookOutcome; broken?: number; note?: string }) => {
      dispatch(chose(undefined));
      return send(stepUrl(action, 'look'), look);
    },
    happened: (batchIds: readonly string[], happening: { what: string; offS?: number }) =>
      Promise.all(batchIds.map((id) => send(`/api/batches/${id}/mishap`, happening))),
    flag: (batchId: string, note: string | null) => send(`/api/batches/${batchId}/flag`, { note }),
  };
}
export type Do = ReturnType<typeof useDo>;
