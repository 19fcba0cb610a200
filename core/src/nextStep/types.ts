import type { BatchState } from '../batch/index.ts';
import type { CautionId } from '../caution/index.ts';
import type { LightSoFar } from '../light/index.ts';
import type { WashSoFar } from '../wash/index.ts';

export type Verb = 'start' | 'finish' | 'look';
/**
 * Why an action stands where it stands, most pressing first.
 * limit: an exposure or light limit is passed or near · pull-out: a wash ends · turn: parts lie half lit · gate: a look holds
 * the batch · ended: a timer has ended, freeing a station · begin: a machine can work while hands are free · hands: work for
 * hands · running: its time is not up · waits: something is in the way
 */
export const TIERS = [
  'limit',
  'pull-out',
  'turn',
  'gate',
  'ended',
  'hands-on',
  'begin',
  'hands',
  'running',
  'waits',
] as const;
export type Tier = (typeof TIERS)[number];

/** One thing somebody could do. The band shows the first. */
export type Action = {
  readonly batchId: string;
  readonly stepId: string;
  /** of the batch, and title of the step */
  readonly name: string;
  readonly title: string;
  readonly verb: Verb;
  readonly tier: Tier;
  /** where it is done, by name */
  readonly station: string;
  /** a sentence with a verb */
  readonly say: string;
  readonly reason: string;
  readonly hands: string;
  /** what is worn at it */
  readonly cautions: readonly CautionId[];
  /** what comes after it in this batch */
  readonly follows?: string | undefined;
  /** when it is due, s from now; below 0 when overdue; undefined when it can be done any time */
  readonly dueInS?: number | undefined;
  /** a timed step in its first fifth: ending it is asked about */
  readonly early?: { readonly ranS: number; readonly wantedS: number } | undefined;
  /** why it must wait, if it must */
  readonly waitsFor?: string | undefined;
  /** what to do about that */
  readonly wayOn?: string | undefined;
  /** only a person's word lets it go on */
  readonly blocked?: 'held' | 'flag' | 'light' | undefined;
  /** when what it waits for is over, s from now, if that is known */
  readonly clearInS?: number | undefined;
  /** it cannot be pressed away: it asks whether the parts were lifted, and when */
  readonly asks?: 'exposure' | undefined;
  /** what mends it instead of finishing it: so much more time */
  readonly fix?: { readonly addS: number } | undefined;
};

/** A bath as the next step needs it. */
export type BathFit = { readonly name: string; readonly loadPctW: number; readonly limitPctW: number };

export type BenchView = {
  readonly batches: readonly BatchState[];
  readonly nowMs: number;
  readonly stations: Readonly<Record<string, { readonly name: string; readonly capacity: number }>>;
  /** pairs of hands at the bench, default 1 */
  readonly hands?: number | undefined;
  /** by station */
  readonly baths?: Readonly<Record<string, BathFit>> | undefined;
  /** by station: how far the light may be off */
  readonly lamps?: Readonly<Record<string, { readonly doubtShare?: number | undefined }>> | undefined;
  /** by batch: what the sensor of its lamp has shown in the step that runs */
  readonly light?: Readonly<Record<string, LightSoFar>> | undefined;
  /** by batch: what its wash unit has told in the step that runs */
  readonly wash?: Readonly<Record<string, WashSoFar>> | undefined;
};
