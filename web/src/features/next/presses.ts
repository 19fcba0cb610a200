import type { Action, Offer, Press } from '@north-step/core/nextStep';
import { clockText } from '@north-step/core/units';
import type { LookOption } from './looks.ts';

export const ADD_S = 30;
/** A key of the band in words; `keys` are what is pressed, the first is shown. */
export type PressWords = { readonly keys: readonly string[]; readonly label: string };

/** Which keys press something at an action, and what is written on them. */
export function wordsOf({ press, outcome }: Offer, action: Action, looks: readonly LookOption[]): PressWords {
  const seen = looks.find(({ value }) => value === outcome);
  if (seen) return { keys: [seen.key], label: seen.text };
  return WORDS[press](action);
}

const ADDS = ['+', '='];
const WORDS: Readonly<Record<Press, (action: Action) => PressWords>> = {
  start: () => ({ keys: [' '], label: 'Start' }),
  done: ({ fix }) => (fix ? { keys: ['d'], label: 'Done as it is' } : { keys: [' '], label: 'Done' }),
  mend: ({ fix }) => ({ keys: [' '], label: `Add ${clockText(fix?.addS ?? 0)}` }),
  'add time': () => ({ keys: ADDS, label: `${ADD_S} s more` }),
  'take time off': () => ({ keys: ['-'], label: `${ADD_S} s less` }),
  seen: () => ({ keys: [], label: '' }),
  look: ({ blocked }) => ({ keys: blocked ? ['i'] : ['i', ' '], label: 'Other …' }),
  sizes: () => ({ keys: ['m'], label: 'Type sizes …' }),
  sheet: () => ({ keys: ['p'], label: 'Its sheet …' }),
  flag: ({ blocked }) => ({ keys: ['f'], label: blocked === 'flag' ? 'Flag …' : 'Flag it' }),
  'lower flag': () => ({ keys: ['l'], label: 'Lower flag' }),
  'answer flag': () => ({ keys: ['l'], label: 'Answer …' }),
  release: () => ({ keys: ['u'], label: 'Release' }),
  'plan light': () => ({ keys: ['c'], label: 'Plan its light' }),
};

/** As it is written on a key. */
export const keyName = ([key = '']: readonly string[]): string => (key === ' ' ? 'Space' : key.toUpperCase());
