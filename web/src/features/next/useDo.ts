import type { CommandBody, CommandParams, CommandReply } from '@north-step/contract';
import type { SizeFound } from '@north-step/core/caliper';
import type { LookOutcome } from '@north-step/core/look';
import type { Action } from '@north-step/core/nextStep';
import { clockText, lowerFirst } from '@north-step/core/units';
import { type Answer, noticed, told } from '../../commands/outbox.ts';
import { chose } from '../../store/here.ts';
import { outbox, store, useAppDispatch, useAppSelector } from '../../store/store.ts';
import { asksFirst } from './asksFirst.ts';
import { type Called, type Send, useSend } from './useSend.ts';

type PressType = 'step.start' | 'step.finish' | 'step.look';
type Press = <T extends PressType>(
  action: Action,
  type: T,
  body: CommandBody<T>,
  what: string,
) => Promise<Answer<CommandReply<T>> | undefined>;

const stepOf = ({ batchId, stepId }: Action) => ({ batchId, stepId });
const called = (action: Action, what: string): Called => ({
  text: `${action.name}, ${lowerFirst(action.title)}: ${what}`,
  batchId: action.batchId,
});

/** What a page can have done: each is sent once, and what was noted is said. */
export function useDo() {
  const send = useSend();
  const press = usePress(send);
  const happened = useHappened();
  const dispatch = useAppDispatch();
  const refuse = (action: Action) => {
    dispatch(chose(action.batchId));
    dispatch(noticed({ kind: 'refused', message: action.waitsFor!, remedy: action.wayOn, about: action.name }));
  };
  return {
    send,
    done: async (action: Action) => {
      if (action.waitsFor) return refuse(action);
      if (action.verb === 'start') return press(action, 'step.start', {}, 'started');
      const asks = asksFirst(action);
      return asks ? void dispatch(noticed(asks)) : press(action, 'step.finish', {}, 'done');
    },
    ...ofStep(send, press),
    ...ofBatch(send),
    happened,
  };
}
export type Do = ReturnType<typeof useDo>;

/** Sends what the band asks for. Done, the band goes on to what comes first; refused, it goes on speaking of this batch. */
function usePress(send: Send): Press {
  const dispatch = useAppDispatch();
  return async <T extends PressType>(action: Action, type: T, body: CommandBody<T>, what: string) => {
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
  };
}

/** Notes one mishap of several batches; one line answers for all, and takes all back. */
function useHappened() {
  const person = useAppSelector((state) => state.here.person);
  const dispatch = useAppDispatch();
  return async (batchIds: readonly string[], happening: CommandBody<'batch.mishap'>) => {
    const commands = batchIds.map((batchId) => ({ batchId, commandId: crypto.randomUUID() }));
    const answers = commands.map(({ batchId, commandId }) =>
      outbox.send({ type: 'batch.mishap', params: { batchId }, body: happening }, person || undefined, commandId),
    );
    const many = batchIds.length > 1 ? ` of ${batchIds.length} batches` : '';
    dispatch(told({ text: `Noted${many}: ${happening.what}`, atMs: Date.now(), undoes: commands }));
    return Promise.all(answers);
  };
}

/** What is done at the step that an action speaks of. */
const ofStep = (send: Send, press: Press) => ({
  lifted: (action: Action, liftedAtMs?: number) =>
    press(action, 'step.finish', liftedAtMs === undefined ? {} : { liftedAtMs }, 'lifted out'),
  leaveOut: (action: Action, because: string) =>
    send('step.leave-out', stepOf(action), { because }, called(action, 'left out')),
  elsewhere: (action: Action, station: { readonly id: string; readonly name: string }) =>
    send('step.elsewhere', stepOf(action), { stationId: station.id }, called(action, `goes to ${station.name}`)),
  stay: (action: Action, because: string) => send('step.stay', stepOf(action), { because }, called(action, 'stays in')),
  addTime: (action: Action, addS: number) => {
    const change = `${clockText(Math.abs(addS))} ${addS < 0 ? 'less' : 'more'}`;
    return send('step.extend', stepOf(action), { addS }, called(action, change));
  },
  look: (action: Action, look: { outcome: LookOutcome; broken?: number | undefined; note?: string | undefined }) =>
    press(action, 'step.look', look, `seen ${look.outcome}`),
  measured: (action: Action, sizes: readonly SizeFound[]) => {
    const kept = called(action, `${sizes.length} ${sizes.length === 1 ? 'size' : 'sizes'} kept`);
    return send('batch.measure', { batchId: action.batchId }, { sizes: [...sizes] }, kept);
  },
});

/** What is said of a whole batch. */
const ofBatch = (send: Send) => ({
  flag: (batchId: string, name: string, note: string | null, more: { stops?: boolean; answer?: string } = {}) => {
    const what = note === null ? 'flag lowered' : more.stops ? 'stopped by a flag' : 'flag raised';
    return send('batch.flag', { batchId }, { note, ...more }, { text: `${name}: ${what}`, batchId });
  },
  hold: (batchId: string, name: string, reason: string | null) => {
    const text = `${name}: ${reason === null ? 'released' : 'held'}`;
    return send('batch.hold', { batchId }, { reason }, { text, batchId });
  },
  /** Takes back what was noted last. */
  undo: (undoes: readonly { readonly batchId: string; readonly commandId: string }[]) =>
    Promise.all(
      undoes.map(({ batchId, commandId }) =>
        send('batch.undo', { batchId }, { undoes: commandId }, { text: 'Taken back: it is as it was before.' }),
      ),
    ),
});
