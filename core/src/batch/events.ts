import type { SizeFound, SizeKept } from '../caliper/index.ts';
import type { ColourBefore, LookColour } from '../colour/index.ts';
import type { LookOutcome } from '../look/index.ts';
import type { PartFacts } from '../part/index.ts';
import type { CureChoice } from './batchLight.ts';
import type { BatchState, Breakage, Knew, LightClosed, Mishap, Priority, Step } from './types.ts';

type Told = { readonly atMs: number; readonly by: string };
/** Facts about a batch, in order. The state is nothing but their sum. */
export type BatchEvent = Told &
  (
    | { readonly type: 'created'; readonly batch: BatchState }
    | { readonly type: 'started'; readonly stepId: string; readonly plannedS?: number; readonly knew?: Knew }
    | {
        readonly type: 'extended';
        readonly stepId: string;
        readonly addS: number;
        /** how long the timer had been over; default 0 */
        readonly idleS?: number;
      }
    | { readonly type: 'stayed'; readonly stepId: string; readonly because: string }
    | ({ readonly type: 'happened'; readonly stepId: string } & Pick<Mishap, 'what' | 'offS' | 'note'>)
    | {
        readonly type: 'finished';
        readonly stepId: string;
        readonly filmUm?: number;
        readonly recessUm?: number;
        readonly clingingMg?: readonly [string, string, string];
        readonly knew?: Knew;
      }
    | {
        readonly type: 'looked';
        readonly stepId: string;
        readonly outcome: LookOutcome;
        readonly broken: number;
        readonly note?: string;
        readonly photoSha256?: string;
        readonly colour?: LookColour;
      }
    | { readonly type: 'coloured'; readonly before: ColourBefore }
    | {
        readonly type: 'lit';
        readonly choice: CureChoice;
        readonly set: Readonly<
          Record<
            string,
            Partial<Pick<Step, 'title' | 'hint' | 'station' | 'daylight' | 'medium' | 'tempC' | 'plannedS'>>
          >
        >;
        readonly addS: number;
        readonly lastS?: number;
        readonly handleS?: number;
        /** its window is closed: nothing is lit until the plan is changed */
        readonly closed?: LightClosed;
      }
    | { readonly type: 'planned'; readonly times: Readonly<Record<string, number>> }
    | {
        readonly type: 'inserted';
        readonly afterStepId: string;
        readonly steps: readonly Step[];
        readonly reason: string;
      }
    | {
        readonly type: 'moved';
        /** steps that are done at another station, by id */
        readonly set: Readonly<Record<string, Pick<Step, 'station' | 'title'>>>;
      }
    | { readonly type: 'left-out'; readonly stepId: string; readonly because: string }
    | { readonly type: 'flagged'; readonly note: string; readonly stops?: boolean }
    | { readonly type: 'unflagged'; readonly answer?: string }
    | { readonly type: 'measured'; readonly sizes: readonly SizeFound[] }
    | ({ readonly type: 'broke' } & Omit<Breakage, 'atMs' | 'by'>)
    | Undone
    | { readonly type: 'held'; readonly reason: string }
    | { readonly type: 'released' }
    | {
        readonly type: 'edited';
        readonly set: {
          readonly customer?: string | null;
          readonly dueAtMs?: number | null;
          readonly priority?: Priority;
          readonly note?: string | null;
        };
      }
    | {
        readonly type: 'split';
        readonly count: number;
        /** what stays, where several kinds were in it */
        readonly part?: PartFacts;
        readonly clingingMg: BatchState['clingingMg'];
        readonly into: { readonly id: string; readonly name: string };
      }
    | {
        readonly type: 'joined';
        readonly part: PartFacts;
        readonly count: number;
        readonly clingingMg: BatchState['clingingMg'];
        readonly filmUm: number;
        readonly recessUm?: number;
        /** of the pieces that came: how many are broken, and how that came */
        readonly broken?: number;
        readonly breakages?: readonly Breakage[];
        readonly sizes?: readonly SizeKept[];
        readonly from: { readonly id: string; readonly name: string };
      }
    | { readonly type: 'merged'; readonly into: { readonly id: string; readonly name: string } }
    | { readonly type: 'sealed'; readonly stepId: string; readonly hash: string }
    | { readonly type: 'scrapped'; readonly because: string; readonly hash?: string }
  );

/** An earlier command is taken back: what it had changed is as it was before. */
export type Undone = {
  readonly type: 'undone';
  /** the command that is taken back */
  readonly commandId: string;
  /** fields of the state as they were before it */
  readonly put: Partial<BatchState>;
  /** fields that were not there before it */
  readonly drop: readonly (keyof BatchState)[];
};
