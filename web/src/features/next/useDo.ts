import type { Asked, CommandBody, CommandParams, CommandReply, CommandType } from '@north-step/contract';
import type { SizeFound } from '@north-step/core/caliper';
import type { LookOutcome } from '@north-step/core/look';
import type { Action } from '@north-step/core/nextStep';
import { clockText, lowerFirst } from '@north-step/core/units';
import { useRef } from 'react';
import { type Answer, noticed, told } from '../../commands/outbox.ts';
import { chose } from '../../store/here.ts';
import { outbox, store, useAppDispatch, useAppSelector } from '../../store/store.ts';

/** A press that asks is answered by the next one: not by the second half of a double tap, nor by one much later. */
const ASKED_MS = { from: 700, to: 10_000 } as const;
let asked = { key: '', atMs: 0 };

/** What a press is called in the line that answers it. */
export type Called = { readonly text: string; readonly batchId?: string };

/** Sends what was done, and says what was noted. A second press while the first is on its way is ignored. */
export function useDo() {
  const person = useAppSelector((state) => state.here.person);
  const dispatch = useAppDispatch();
  const inFlight = useRef(new Set<string>());

  async function send<T extends CommandType>(
    type: T,
    params: CommandParams<T>,
    body: CommandBody<T>,
    called?: Called,
  ): Promise<Answer<CommandReply<T>> | undefined> {
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
  }
  const stepOf = ({ batchId, stepId }: Action) => ({ batchId, stepId });
  const called = (action: Action, what: string): Called => ({
    text: `${action.name}, ${lowerFirst(action.title)}: ${what}`,
    batchId: action.batchId,
  });
  /** Sends what the band asks for. Done, the band goes on to what comes first; refused, it goes on speaking of this batch. */
  async function press<T extends 'step.start' | 'step.finish' | 'step.look'>(
    action: Action,
    type: T,
    body: CommandBody<T>,
    what: string,
  ) {
    // without a server nobody refuses: the page plays on
    if (store.getState().outbox.away) dispatch(chose(undefined));
    const answer = await send(type, stepOf(action) as CommandParams<T>, body, called(action, what));
    if (answer?.ok) dispatch(chose(undefined));
    else if (answer) {
      dispatch(chose(action.batchId));
      const { notice } = store.getState().outbox;
      if (notice) dispatch(noticed({ ...notice, about: action.name }));
    }
    return answer;
  }
  const refuse = (action: Action) => {
    dispatch(chose(action.batchId));
    dispatch(noticed({ kind: 'refused', message: action.waitsFor!, remedy: action.wayOn, about: action.name }));
  };
  /** A timed step in its first fifth is ended by a second press. */
  const asksFirst = (action: Action): boolean => {
    if (!action.early) return false;
    const key = `${action.batchId} ${action.stepId}`;
    const sinceMs = Date.now() - asked.atMs;
    const answers = asked.key === key && sinceMs <= ASKED_MS.to;
    if (answers && sinceMs >= ASKED_MS.from) {
      asked = { key: '', atMs: 0 };
      return false;
    }
    if (!answers) asked = { key, atMs: Date.now() };
    const { ranS, wantedS } = action.early;
    dispatch(
      noticed({
        kind: 'asks',
        message: `${action.title} of ${action.name} has run ${clockText(ranS)} of ${clockText(wantedS)}.`,
        remedy: 'Press once more to end it now.',
      }),
    );
    return true;
  };

  return {
    send,
    done: async (action: Action) => {
      if (action.waitsFor) return refuse(action);
      const starts = action.verb === 'start';
      if (!starts && asksFirst(action)) return undefined;
      return starts ? press(action, 'step.start', {}, 'started') : press(action, 'step.finish', {}, 'done');
    },
    lifted: (action: Action, liftedAtMs?: number) =>
      press(action, 'step.finish', liftedAtMs === undefined ? {} : { liftedAtMs }, 'lifted out'),
    leaveOut: (action: Action, because: string) =>
      send('step.leave-out', stepOf(action), { because }, called(action, 'left out')),
    elsewhere: (action: Action, station: { readonly id: string; readonly name: string }) =>
      send('step.elsewhere', stepOf(action), { stationId: station.id }, called(action, `goes to ${station.name}`)),
    stay: (action: Action, because: string) =>
      send('step.stay', stepOf(action), { because }, called(action, 'stays in')),
    addTime: (action: Action, addS: number) =>
      send(
        'step.extend',
        stepOf(action),
        { addS },
        called(action, `${clockText(Math.abs(addS))} ${addS < 0 ? 'less' : 'more'}`),
      ),
    look: (action: Action, look: { outcome: LookOutcome; broken?: number; note?: string }) =>
      press(action, 'step.look', look, `seen ${look.outcome}`),
    measured: (action: Action, sizes: readonly SizeFound[]) =>
      send(
        'batch.measure',
        { batchId: action.batchId },
        { sizes: [...sizes] },
        called(action, `${sizes.length} ${sizes.length === 1 ? 'size' : 'sizes'} kept`),
      ),
    happened: async (batchIds: readonly string[], happening: CommandBody<'batch.mishap'>) => {
      const commands = batchIds.map((batchId) => ({ batchId, commandId: crypto.randomUUID() }));
      const answers = commands.map(({ batchId, commandId }) =>
        outbox.send({ type: 'batch.mishap', params: { batchId }, body: happening }, person || undefined, commandId),
      );
      const many = batchIds.length > 1 ? ` of ${batchIds.length} batches` : '';
      dispatch(told({ text: `Noted${many}: ${happening.what}`, atMs: Date.now(), undoes: commands }));
      return Promise.all(answers);
    },
    flag: (batchId: string, name: string, note: string | null, more: { stops?: boolean; answer?: string } = {}) =>
      send(
        'batch.flag',
        { batchId },
        { note, ...more },
        {
          text: `${name}: ${note === null ? 'flag lowered' : more.stops ? 'stopped by a flag' : 'flag raised'}`,
          batchId,
        },
      ),
    hold: (batchId: string, name: string, reason: string | null) =>
      send(
        'batch.hold',
        { batchId },
        { reason },
        { text: `${name}: ${reason === null ? 'released' : 'held'}`, batchId },
      ),
    /** Takes back what was noted last. */
    undo: (undoes: readonly { readonly batchId: string; readonly commandId: string }[]) =>
      Promise.all(
        undoes.map(({ batchId, commandId }) =>
          send('batch.undo', { batchId }, { undoes: commandId }, { text: 'Taken back: it is as it was before.' }),
        ),
      ),
  };
}
export type Do = ReturnType<typeof useDo>;
