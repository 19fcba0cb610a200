import type { Reminder } from '../bench/index.ts';
import { type GreenWait, greenWords } from '../plan/index.ts';
import { type RunState, runNext } from '../reclaim/index.ts';
import { percentText, plainNumber } from '../units/index.ts';

/** Something that is no step of a batch, for when hands are free. */
export type Chore = {
  readonly say: string;
  readonly reason: string;
  readonly task: ChoreTask;
};
export type ChoreTask =
  | { readonly kind: 'tend'; readonly bathId: string }
  | { readonly kind: 'read'; readonly bathId: string }
  | { readonly kind: 'meter'; readonly station: string }
  | { readonly kind: 'look'; readonly batchId: string }
  | { readonly kind: 'green'; readonly batchId: string }
  | { readonly kind: 'run'; readonly runId: string }
  | { readonly kind: 'check'; readonly checkId: string };

export type ChoreView = {
  readonly baths: readonly {
    readonly id: string;
    readonly name: string;
    readonly loadPctW: number;
    readonly limitPctW: number;
    readonly range90?: readonly [number, number];
    readonly batchesLeft?: number;
  }[];
  /** sealed batches whose second look is due, oldest first */
  readonly later?: readonly { readonly batchId: string; readonly name: string; readonly hoursAgo: number }[];
  /** green parts that have waited a day or more */
  readonly green?: readonly (GreenWait & { readonly batchId: string; readonly name: string })[];
  readonly lamps: readonly {
    readonly station: string;
    readonly name: string;
    readonly doubtShare?: number | undefined;
  }[];
  /** reclaim runs under way */
  readonly runs?: readonly RunState[];
  /** checks of the room that are due, the oldest first */
  readonly checks?: readonly { readonly id: string; readonly name: string }[];
  readonly nowMs?: number;
  /** what this workshop does not want to be reminded of */
  readonly silent?: readonly Reminder[] | undefined;
};

/** A range this wide against the limit hides whether the bath is still good. */
const WIDE_SHARE = 0.35;
const UNSURE_LIGHT = 0.2;
const FEW_BATCHES = 3;
const MOST_LATER = 4;
const GREEN_SOON_DAYS = 3;

/** What to do while nothing on the bench needs hands, most useful first. */
export function meanwhile(view: ChoreView): readonly Chore[] {
  const { baths, lamps, later = [], green = [], silent = [], runs = [], checks = [], nowMs = 0 } = view;
  const past = baths
    .filter(({ loadPctW, limitPctW }) => loadPctW > limitPctW)
    .map(
      ({ id, name, loadPctW, limitPctW }): Chore => ({
        say: `Rotate or refill ${name}`,
        reason: `${percentText(loadPctW)} resin, its limit is ${percentText(limitPctW)}.`,
        task: { kind: 'tend', bathId: id },
      }),
    );
  const unsure = baths
    .filter(
      ({ range90, limitPctW, loadPctW }) =>
        loadPctW <= limitPctW &&
        range90 !== undefined &&
        range90[1] - range90[0] > WIDE_SHARE * limitPctW &&
        range90[1] > limitPctW,
    )
    .map(
      ({ id, name, range90 }): Chore => ({
        say: `Read ${name}`,
        reason: `It holds between ${plainNumber(range90![0])} and ${plainNumber(range90![1])} % resin, and its limit lies between: a reading decides.`,
        task: { kind: 'read', bathId: id },
      }),
    );
  const few = baths.filter(isNearlyDone).map(changeChore);
  const meter = lamps
    .filter(({ doubtShare = 0 }) => doubtShare > UNSURE_LIGHT)
    .map(
      ({ station, name, doubtShare }): Chore => ({
        say: `Meter the ${name.toLowerCase()}`,
        reason: `Its light may be ${Math.round(100 * doubtShare!)} % off, and with it every time of its cures.`,
        task: { kind: 'meter', station },
      }),
    );
  const again = later.slice(0, MOST_LATER).map(
    ({ batchId, name, hoursAgo }, i): Chore => ({
      say: `Look at ${name} again`,
      reason: `Its light ended ${Math.round(hoursAgo)} h ago: warp, cracks and tack show by now.${i === MOST_LATER - 1 && later.length > MOST_LATER ? ` ${later.length - MOST_LATER} more after it.` : ''}`,
      task: { kind: 'look', batchId },
    }),
  );
  const told = (what: Reminder, chores: readonly Chore[]) => (silent.includes(what) ? [] : chores);
  return [
    ...runs.flatMap((run) => runChore(run, nowMs)),
    ...past,
    ...told('green', green.flatMap(greenChore)),
    ...told('read', unsure),
    ...told('change', few),
    ...told('look', again),
    ...told('meter', meter),
    ...told('check', checks.map(checkChore)),
  ];
}

const isNearlyDone = ({ batchesLeft, loadPctW, limitPctW }: ChoreView['baths'][number]): boolean =>
  loadPctW <= limitPctW && batchesLeft !== undefined && batchesLeft <= FEW_BATCHES;
const changeChore = ({ id, name, batchesLeft }: ChoreView['baths'][number]): Chore => ({
  say: `Make ready to change ${name}`,
  reason:
    batchesLeft === 0
      ? 'No batch more by its load.'
      : `About ${batchesLeft === 1 ? 'one batch' : `${batchesLeft} batches`} more by its load.`,
  task: { kind: 'tend', bathId: id },
});

/** A run asks for hands once its call-back has come; a still that is hot asks as long as it is. */
function runChore(run: RunState, nowMs: number): readonly Chore[] {
  const next = runNext(run, nowMs);
  if (!next?.needsHands) return [];
  const task = { kind: 'run', runId: run.id } as const;
  const hot = next.step.kind === 'heat' && next.step.state === 'running';
  return [
    { say: hot ? `Stay with ${run.inside.name}: its heat is on` : next.say, reason: `${run.name}: ${next.why}`, task },
  ];
}

const checkChore = ({ id, name }: NonNullable<ChoreView['checks']>[number]): Chore => ({
  say: `Check: ${name}`,
  reason: 'It is due. What was found is noted with who and when.',
  task: { kind: 'check', checkId: id },
});

/** Green parts ask for hands before their supports no longer clip, and before light no longer does as planned. */
function greenChore({ batchId, name, ...wait }: NonNullable<ChoreView['green']>[number]): readonly Chore[] {
  const { clipsForDays, keepsForDays } = wait;
  if ((clipsForDays ?? keepsForDays) > GREEN_SOON_DAYS) return [];
  return [
    {
      say: clipsForDays === undefined ? `Light ${name}` : `Trim ${name}`,
      reason: greenWords(wait),
      task: { kind: 'green', batchId },
    },
  ];
}
