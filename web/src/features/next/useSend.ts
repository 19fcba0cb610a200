import type { Asked, CommandBody, CommandParams, CommandReply, CommandType } from '@north-step/contract';
import { useRef } from 'react';
import { type Answer, told } from '../../commands/outbox.ts';
import { outbox, useAppDispatch, useAppSelector } from '../../store/store.ts';

/** What a press is called in the line that answers it. */
export type Called = { readonly text: string; readonly batchId?: string };

/** Sends a command, and says what was noted. @returns nothing while the same is on its way */
export type Send = <T extends CommandType>(
  type: T,
  params: CommandParams<T>,
  body: CommandBody<T>,
  called?: Called,
) => Promise<Answer<CommandReply<T>> | undefined>;

/** A second press while the first is on its way is ignored. */
export function useSend(): Send {
  const person = useAppSelector((state) => state.here.person);
  const dispatch = useAppDispatch();
  const inFlight = useRef(new Set<string>());
  return async <T extends CommandType>(
    type: T,
    params: CommandParams<T>,
    body: CommandBody<T>,
    called?: Called,
  ): Promise<Answer<CommandReply<T>> | undefined> => {
    const key = JSON.stringify([type, params, body]);
    if (inFlight.current.has(key)) return undefined;
    inFlight.current.add(key);
    const commandId = crypto.randomUUID();
    const sent = outbox.send<T>({ type, params, body } as Asked<T>, person || undefined, commandId);
    if (called) {
      const undoes = called.batchId === undefined ? [] : [{ batchId: called.batchId, commandId }];
      dispatch(told({ text: called.text, atMs: Date.now(), undoes }));
    }
    const answer = await sent;
    inFlight.current.delete(key);
    if (called && !answer.ok) dispatch(told(undefined));
    return answer;
  };
}
