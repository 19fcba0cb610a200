import type { BatchState } from '@north-step/core/batch';
import type { LightSoFar } from '@north-step/core/light';
import type { WashSoFar } from '@north-step/core/wash';

/** What can change as a whole: whoever shows it reads it again. */
export const SUBJECTS = [
  'bench',
  'batches',
  'solvent',
  'reclaim',
  'waste',
  'air',
  'estimates',
  'records',
  'integrity',
  'devices',
  'routes',
  'parts',
  'resins',
  'lamps',
  'layout',
  'shift',
] as const;
export type Subject = (typeof SUBJECTS)[number];
/** A subject, or what happened to one batch: it changed, was hung, was looked at after its light or after its washes, was seen by a sensor. */
export type Topic = Subject | `${'batch' | 'hung' | 'looked' | 'washed' | 'trace'}:${string}`;

/** What is new, where that is small: it is put in place of what was shown, and nothing is read for it. */
export type Patch = {
  /** as it is after */
  readonly batch?: BatchState;
  /** by batch: what a lamp's sensor has shown of the cure that runs */
  readonly light?: Readonly<Record<string, LightSoFar>>;
  /** by batch: what a wash unit has told of the wash that runs */
  readonly wash?: Readonly<Record<string, WashSoFar>>;
};
/** An answer to a command names its place in the stream of changes; the answer to a repeat does not, it may tell of earlier. */
export const SEQ_HEADER = 'north-step-seq';
/** One message of the stream of changes. */
export type Change = { readonly seq: number; readonly topics: readonly Topic[]; readonly patch?: Patch };
