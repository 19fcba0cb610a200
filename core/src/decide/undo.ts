import type { BatchEvent, BatchState, Undone } from '../batch/index.ts';
import { applyEvent, spokenOf } from '../batch/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { lowerFirst } from '../units/index.ts';
import type { Moment } from './moment.ts';

/** A fact with the command that it came from. */
export type Told = { readonly commandId: string; readonly event: BatchEvent };

/** Who notes what nobody pressed: a light map that was made in the background. */
export const BY_ITSELF = 'North Step';
/**
 * Takes the last command on a batch back: a fact of its own that puts the state as it was before it.
 * @param told every fact of the batch in order
 * @returns refused once anything followed, for what cannot be taken back, and for what was taken back already
 */
export function decideUndo(
  told: readonly Told[],
  commandId: string,
  now: Moment,
): Result<Extract<BatchEvent, { type: 'undone' }>, Refusal> {
  const name = nameOf(told);
  const at = told.findLastIndex((one) => one.commandId === commandId);
  if (at < 0)
    return refuse({ code: 'UNKNOWN_COMMAND', field: 'undoes', message: `Nothing like that was noted of ${name}.` });
  const gone = new Set(told.flatMap(({ event }) => (event.type === 'undone' ? [event.commandId] : [])));
  if (gone.has(commandId))
    return refuse({ code: 'ALREADY_UNDONE', message: 'That was taken back already. Nothing was changed.' });
  const stands = told.filter((one) => one.event.type !== 'undone' && !gone.has(one.commandId));
  const later = told.slice(at + 1).find((one) => stands.includes(one) && one.event.by !== BY_ITSELF);
  if (later)
    return refuse({
      code: 'FOLLOWED',
      message: `${name} has gone on since: ${wordsOf(later.event, told)}. Nothing was changed.`,
      remedy: 'What is wrong now can be flagged (F), counted or added to.',
    });
  const own = told.filter((one) => one.commandId === commandId);
  const fixed = own.map(({ event }) => spokenOf(event.type).forGood).find((instead) => instead !== undefined);
  if (fixed)
    return refuse({
      code: 'NOT_UNDONE',
      message: `That cannot be taken back from ${name}.`,
      remedy: fixed,
    });
  const before = sum(stands.filter((one) => one.commandId !== commandId));
  return ok({ ...now, type: 'undone', commandId, ...difference(before, sum(told)) });
}

const sum = (told: readonly Told[]): BatchState =>
  told.reduce<BatchState | undefined>((state, { event }) => applyEvent(state, event), undefined)!;
const nameOf = (told: readonly Told[]): string => {
  const [first] = told;
  return first?.event.type === 'created' ? first.event.batch.name : 'this batch';
};

/** What must be put and dropped in `after` to have `before`. */
function difference(before: BatchState, after: BatchState): Pick<Undone, 'put' | 'drop'> {
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof BatchState)[];
  const changed = keys.filter((key) => before[key] !== after[key]);
  return {
    put: Object.fromEntries(changed.filter((key) => before[key] !== undefined).map((key) => [key, before[key]])),
    drop: changed.filter((key) => before[key] === undefined),
  };
}

function wordsOf(event: BatchEvent, told: readonly Told[]): string {
  const { deed } = spokenOf(event.type);
  if (!deed || !('stepId' in event)) return lowerFirst(event.type);
  const step = sum(told).steps.find(({ id }) => id === event.stepId);
  return `${step ? lowerFirst(step.title) : 'a step'} ${deed}`;
}
