import type { BatchEvent, BatchState, Step } from '../batch/index.ts';
import { lightS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { type LookOutcome, lookShape } from '../look/index.ts';
import { stepHere } from '../plan/index.ts';
import { isCure, isLookBefore } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import { incrementS, insertAfter, lightAgain, maySoak, restAgain, washAgain } from './again.ts';
import type { Moment } from './moment.ts';

/**
 * What a look calls for, by its table: the clean bath again, rest again, a brush, another increment of light, the other side up, or a flag.
 * @param remedy for tacky parts, chosen over what the window says
 */
export function afterLook(
  batch: BatchState,
  step: Step,
  { outcome, remedy }: { readonly outcome: LookOutcome; readonly remedy?: 'wash' | 'light' | undefined },
  bench: BenchNow,
  now: Moment,
): BatchEvent[] {
  const { before, after, recesses } = lookShape(outcome);
  const { calls, says = '' } = (isLookBefore(step) ? before : after)!;
  const at: At = { batch, step, bench, now };
  const insert = (blanks: Parameters<typeof insertAfter>[2]) => [insertAfter(batch, step.id, blanks, says, now)];
  const here = (type: 'brush-off' | 'fill-pits' | 'file' | 'look-matte') => stepHere(batch, bench, { type });
  switch (calls) {
    case 'go on':
      return [];
    case 'flag':
      return [{ ...now, type: 'flagged', note: says }];
    case 'wash':
      return recesses === undefined && seenBefore(batch, step, outcome)
        ? [...insert([here('look-matte')]), stillSeen(outcome, now)]
        : washedFor(at, says);
    case 'rest':
      return insert(restAgain(batch, bench, now.atMs));
    case 'brush':
      return insert([here('brush-off'), here('look-matte')]);
    case 'fill':
      return insert([here('fill-pits'), here('look-matte')]);
    case 'file':
      return insert([here('file')]);
    case 'turn':
      return turned(at);
    case 'light':
      return litAgain(at, outcome, remedy);
  }
}

type At = {
  readonly batch: BatchState;
  readonly step: Step;
  readonly bench: BenchNow;
  readonly now: Moment;
};

/** Whether an earlier look before the light said the same: what washing did not mend once, it does not mend twice. */
const seenBefore = ({ steps }: BatchState, step: Step, outcome: LookOutcome): boolean =>
  steps.some((one) => one.id !== step.id && isLookBefore(one) && one.outcome === outcome);
const stillSeen = (outcome: LookOutcome, now: Moment): BatchEvent => ({
  ...now,
  type: 'flagged',
  stops: true,
  note: `Seen again after it was washed for it: ${outcome}. Washing does not mend it: lit so, made again, or finished by hand?`,
});

function washedFor({ batch, step, bench, now }: At, says: string): BatchEvent[] {
  const how = maySoak(batch, now.atMs)
    ? 'washed again in the clean bath'
    : 'it has had all the solvent it may have, so it is mopped with a dry brush';
  return [insertAfter(batch, step.id, washAgain(batch, bench, now.atMs), `${says}: ${how}.`, now)];
}

function turned({ batch, step, bench, now }: At): BatchEvent[] {
  const litS = lightS(batch);
  const addS = incrementS(batch, litS);
  if (addS <= 0)
    return [
      {
        ...now,
        type: 'flagged',
        note: `Soft below after ${clockText(litS)} of light, the end of its window: more would take the lit side over. Light that side alone, by hand and shielded, or make again.`,
      },
    ];
  const hint = `Soft below after ${clockText(litS)}: that side up, ${clockText(addS)} more, then look again.`;
  const blanks = [stepHere(batch, bench, { type: 'turn-over' }), ...lightAgain(batch, bench, addS, hint)];
  return [insertAfter(batch, step.id, blanks, hint, now)];
}

function litAgain({ batch, step, bench, now }: At, outcome: LookOutcome, remedy: 'wash' | 'light' | undefined) {
  const litS = lightS(batch);
  const addS = incrementS(batch, litS);
  const again = () => washAgain(batch, bench, now.atMs);
  const tacky = outcome === 'tacky';
  const seen = tacky ? 'Tacky' : 'Its colour has not changed';
  if (addS > 0 && tacky && remedy === 'wash') {
    const hint = `Tacky after ${clockText(litS)}, and the wash is the likelier cause: washed again, then ${clockText(addS)} more.`;
    return [insertAfter(batch, step.id, [...again(), ...lightAgain(batch, bench, addS, hint)], hint, now)];
  }
  if (addS > 0) {
    const hint = `${seen} after ${clockText(litS)}: ${clockText(addS)} more, then look again.`;
    return [insertAfter(batch, step.id, lightAgain(batch, bench, addS, hint), hint, now)];
  }
  const flag = (note: string): BatchEvent => ({ ...now, type: 'flagged', note });
  if (!tacky)
    return [
      flag(
        `${seen} after ${clockText(litS)} of light, the end of its window. Cure a crumb of the same lot beside it: if that changes, the part was too thick or too dark inside; if not, it is the lot.`,
      ),
    ];
  // washed again at the end of its window and still tacky: more of either does not help
  if (washedAfterLight(batch))
    return [
      flag(`Tacky after a second wash and ${clockText(litS)} of light.`),
      {
        ...now,
        type: 'held' as const,
        reason: `Tacky after a second wash and ${clockText(litS)} of light, past its window: more light only yellows it. Try one piece under water or glycerine, where no oxygen keeps it tacky; else make it again.`,
      },
    ];
  return [
    insertAfter(
      batch,
      step.id,
      [...again(), ...lightAgain(batch, bench, lastBitS(batch), 'Washed again: one short run only.')],
      'Tacky at the end of its window: the wash is at fault, not the light.',
      now,
    ),
    flag(`Tacky after ${clockText(litS)} of light, the end of its window: it goes back to clean solvent.`),
  ];
}

/** Past the end of a window only a tenth of it more is tried: a narrow one tints within an increment. */
const PAST_END_SHARE = 0.1;
const lastBitS = ({ addS, lastS = Number.POSITIVE_INFINITY }: BatchState): number =>
  Math.max(10, Math.round(Math.min(addS, PAST_END_SHARE * lastS)));

/** Whether it went back to the bath, or the brush, once it had had light. */
function washedAfterLight({ steps }: BatchState): boolean {
  const lit = steps.findIndex((one) => isCure(one) && one.state === 'done');
  return steps.some(({ kind, state }, i) => i > lit && state === 'done' && (kind === 'wash' || kind === 'mop'));
}
