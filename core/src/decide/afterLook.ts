import type { BatchEvent, BatchState, Step } from '../batch/index.ts';
import { lightS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { stepHere } from '../plan/index.ts';
import type { LookOutcome } from '../route/index.ts';
import { isCure, isLookBefore } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import { incrementS, insertAfter, lightAgain, maySoak, restAgain, washAgain } from './again.ts';
import type { Moment } from './decide.ts';

/** What cannot be undone: said on the flag, with what is left to do. */
const FOR_GOOD: Readonly<Partial<Record<LookOutcome, string>>> = {
  tinted: 'Tinted: over-cure cannot be undone. Keep it as a reference, start lower next time.',
  broken: 'Broken after cure. Count, glue with care, or make again.',
  'white marks': 'White marks after the light: what was wet under it stays. Sand or hide it; rest longer next time.',
  cracked: 'Cracked: it goes on cracking under load. Glue only what bears nothing, or make again.',
  warped: 'Warped: measure it against its drawing. Hold the next ones on a form while they cure.',
  grit: 'Grit under the light: it is set fast. Sand it off; rinse the next ones in clean liquid.',
};

/**
 * What a look calls for: the clean bath again, rest again, another increment of light, the other side up, or a flag.
 * @param remedy for tacky parts, chosen over what the window says
 */
export function afterLook(
  batch: BatchState,
  step: Step,
  { outcome, remedy }: { readonly outcome: LookOutcome; readonly remedy?: 'wash' | 'light' },
  bench: BenchNow,
  now: Moment,
): BatchEvent[] {
  const insert = (blanks: Parameters<typeof insertAfter>[2], reason: string) =>
    insertAfter(batch, step.id, blanks, reason, now);
  const litS = lightS(batch);
  const addS = incrementS(batch, litS);
  const again = () => washAgain(batch, bench, now.atMs);
  const how = maySoak(batch, now.atMs)
    ? 'washed again in the clean bath'
    : 'it has had all the solvent it may have, so it is mopped with a dry brush';
  switch (outcome) {
    case 'matte':
    case 'good':
      return [];
    case 'shine':
    case 'tack':
      return [insert(again(), `${outcome === 'shine' ? 'Shine' : 'Tack'} was seen: ${how}.`)];
    case 'tacky': {
      if (addS > 0 && remedy === 'wash') {
        const hint = `Tacky after ${clockText(litS)}, and the wash is the likelier cause: washed again, then ${clockText(addS)} more.`;
        return [insert([...again(), ...lightAgain(batch, bench, addS, hint)], hint)];
      }
      if (addS > 0) {
        const hint = `Tacky after ${clockText(litS)}: ${clockText(addS)} more, then look again.`;
        return [insert(lightAgain(batch, bench, addS, hint), hint)];
      }
      // washed again at the end of its window and still tacky: more of either does not help
      if (washedAfterLight(batch))
        return [
          { ...now, type: 'flagged', note: `Tacky after a second wash and ${clockText(litS)} of light.` },
          {
            ...now,
            type: 'held',
            reason: `Tacky after a second wash and ${clockText(litS)} of light, past its window: more light only yellows it. Try one piece under water or glycerine, where no oxygen keeps it tacky; else make it again.`,
          },
        ];
      return [
        insert(
          [...again(), ...lightAgain(batch, bench, lastBitS(batch), 'Washed again: one short run only.')],
          'Tacky at the end of its window: the wash is at fault, not the light.',
        ),
        {
          ...now,
          type: 'flagged',
          note: `Tacky after ${clockText(litS)} of light, the end of its window: it goes back to clean solvent.`,
        },
      ];
    }
    case 'soft underside': {
      if (addS > 0) {
        const hint = `Soft below after ${clockText(litS)}: that side up, ${clockText(addS)} more, then look again.`;
        return [insert([stepHere(batch, bench, { type: 'turn-over' }), ...lightAgain(batch, bench, addS, hint)], hint)];
      }
      return [
        {
          ...now,
          type: 'flagged',
          note: `Soft below after ${clockText(litS)} of light, the end of its window: more would take the lit side over. Light that side alone, by hand and shielded, or make again.`,
        },
      ];
    }
    case 'white marks':
      if (isLookBefore(step))
        return [
          insert(
            restAgain(batch, bench, now.atMs),
            'White marks before the light: liquid is still there. It rests again.',
          ),
        ];
      break;
    case 'grit':
      if (isLookBefore(step))
        return [insert(again(), 'Grit was seen: rinsed again in the clean bath, brushed while it is wet.')];
      break;
  }
  return [{ ...now, type: 'flagged', note: FOR_GOOD[outcome]! }];
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
