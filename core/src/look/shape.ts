import type { ResinCard } from '../resin/index.ts';
import type { Candidate } from './causes.ts';
import type { Facts } from './facts.ts';

/**
 * What an answer calls for. go on: nothing · wash: the clean bath again · rest: again, until what it took up is gone · brush: dust off, dry ·
 * fill: its pits, with its own resin · file: its scars, once it is cured · light: one increment more, washed first where that is likelier ·
 * turn: the other side up, and one increment · flag: nobody can undo it here.
 */
export type Calls = 'go on' | 'wash' | 'rest' | 'brush' | 'fill' | 'file' | 'light' | 'turn' | 'flag';
export type Asked = {
  readonly calls: Calls;
  /** why a step is put in, or what a flag says is left to do */
  readonly says?: string;
};
/** All that is peculiar to one thing that can be seen on a part. Its words and its drawing are made at the edge. */
export type LookShape = {
  /** it can be seen before any light, after it, days later: asked there, in the order of the table */
  readonly before?: Asked;
  readonly after?: Asked;
  /** days later; mended: more wash or light can mend it */
  readonly later?: 'stays' | 'mended';
  /** asked only of resins whose card says so */
  readonly onlyIf?: (card: Pick<ResinCard, 'changesColour'>) => boolean;
  /** what it shows of the light that was given */
  readonly shows?: 'ok' | 'tacky' | 'tinted';
  /** what it shows of the washing of recesses */
  readonly recesses?: 'clean' | 'dirty';
  /** what may have brought it about; nothing where all is well */
  readonly causes?: (facts: Facts) => readonly Candidate[];
};
