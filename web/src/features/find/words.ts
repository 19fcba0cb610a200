import type { BatchRow, FindQuery, RecallKind, RecallWhy } from '@north-step/contract';
import type { Outcome } from '@north-step/core/batch';
import { clockText, percentText, plainNumber } from '@north-step/core/units';
import { dayAndClock } from '../../shell/useNow.ts';

export const OUTCOME_WORDS: Readonly<Record<Outcome, string>> = {
  open: 'on the bench',
  held: 'held',
  passed: 'passed',
  flagged: 'sealed with a flag',
  green: 'handed over uncured',
  scrapped: 'scrapped',
  merged: 'part of another',
};
export const FIRST_LOOK_WORDS: Readonly<Record<NonNullable<FindQuery['firstLook']>, string>> = {
  good: 'good at the first look',
  'not good': 'not good at the first look',
};

type Washed = NonNullable<BatchRow['washed']>;
/** `2.1 % (1.6 to 2.7)`, and what the bath was good for where it was more. */
export function loadWords({ loadPctW, lowPctW, highPctW }: Washed): string {
  if (loadPctW === null) return '–';
  const range = lowPctW === null || highPctW === null ? '' : ` (${bare(lowPctW)} to ${bare(highPctW)})`;
  return `${percentText(loadPctW)}${range}`;
}
const bare = (pct: number): string => percentText(pct).replace(' %', '');

/** Over its limit surely, perhaps, or not. */
export function overLimit({ loadPctW, lowPctW, highPctW, limitPctW }: Washed): 'over' | 'may be over' | undefined {
  if (limitPctW === null || loadPctW === null) return undefined;
  if ((lowPctW ?? loadPctW) > limitPctW) return 'over';
  return (highPctW ?? loadPctW) > limitPctW ? 'may be over' : undefined;
}
export const lightWords = (lightS: number): string => (lightS > 0 ? clockText(lightS) : 'none yet');

export const RECALL_WORDS: Readonly<Record<RecallKind, { readonly text: string; readonly says: string }>> = {
  lot: { text: 'With a lot', says: 'Everything that ran a lot of resin, also by a later correction.' },
  over: {
    text: 'Bath over its limit',
    says: 'Everything washed while the load was over the limit of the bath: surely where its whole range was over, perhaps where a part of it was. Batches from before ranges were kept are not told.',
  },
  lamp: {
    text: 'Lamp between two checks',
    says: 'Everything cured between two checks of a lamp with the meter that cannot both be right.',
  },
  reading: {
    text: 'Corrected reading',
    says: 'Everything washed while a reading was believed that was set aside later.',
  },
};

/** Why a batch is on a list. */
export function whyWords(why: RecallWhy): string {
  switch (why.kind) {
    case 'lot':
      return why.corrected ? `lot ${why.lot}, by a correction` : `lot ${why.lot}`;
    case 'over':
      return `${why.bath}: ${loadWords(why)}${why.limitPctW === null ? '' : `, limit ${percentText(why.limitPctW)}`}`;
    case 'lamp': {
      const off = 100 * (why.after.scale / why.before.scale - 1);
      return `${why.lamp}: ${plainNumber(Math.abs(off), 2)} % ${off < 0 ? 'less' : 'more'} on ${dayAndClock(why.after.atMs)} than on ${dayAndClock(why.before.atMs)}`;
    }
    case 'reading':
      return `${why.bath}: ${why.saidPctW === null ? 'a reading' : `${percentText(why.saidPctW)} read`} on ${dayAndClock(why.readingAtMs)}, set aside on ${dayAndClock(why.correctedAtMs)}`;
  }
}
