import type { BatchState } from '../batch/index.ts';
import { isCure } from '../route/index.ts';

/** For so long supports clip as on the first day, kept in the dark. An engineering guess. */
const CLIPS_DAYS = 14;
/** After so long what is left to cure is little and uneven: light still hardens, colour and fit are no longer as planned. An engineering guess. */
const KEEPS_DAYS = 42;
/** A day in the light of a room hardens like so many in the dark. An engineering guess. */
const OPEN_AS_DARK = 10;
const DAY_MS = 86_400_000;
const WAITS_FROM_DAYS = 1;

/** How long parts have been green, and for how long they may be. */
export type GreenWait = {
  readonly days: number;
  /** most of it kept from light */
  readonly dark: boolean;
  /** now they lie in the dark */
  readonly darkNow: boolean;
  /** days until supports no longer clip easily, as they lie now; below 0 past it; nothing where they are off */
  readonly clipsForDays?: number;
  /** days until light no longer does as it is planned, as they lie now */
  readonly keepsForDays: number;
};

/**
 * The age of green parts, from when they came off the printer: what it hardens counts by days in the dark.
 * @returns nothing before a day, and once they have had light
 */
export function greenWait(batch: BatchState, nowMs: number): GreenWait | undefined {
  const { steps, createdAtMs, recordHash, mergedInto } = batch;
  const closed = recordHash !== undefined || mergedInto !== undefined;
  if (closed || steps.some((step) => isCure(step) && step.state !== 'waiting') || !steps.some(isCure)) return undefined;
  const days = (nowMs - createdAtMs) / DAY_MS;
  if (days < WAITS_FROM_DAYS) return undefined;
  const spans = darkSpans(batch, nowMs);
  const darkDays = Math.min(days, spans.reduce((sum, [from, to]) => sum + to - from, 0) / DAY_MS);
  const hardened = darkDays + OPEN_AS_DARK * (days - darkDays);
  const darkNow = spans.some(([, to]) => to >= nowMs);
  const rate = darkNow ? 1 : OPEN_AS_DARK;
  const trims = steps.filter(({ kind }) => kind === 'trim');
  const clips = trims.length > 0 && trims.every(({ state }) => state !== 'done');
  return {
    days,
    dark: darkDays > days / 2,
    darkNow,
    ...(clips ? { clipsForDays: (CLIPS_DAYS - hardened) / rate } : {}),
    keepsForDays: (KEEPS_DAYS - hardened) / rate,
  };
}

/** When the parts lay in the dark: in steps for it, and covered until hands were next on them. */
function darkSpans({ steps }: BatchState, nowMs: number): readonly (readonly [fromMs: number, toMs: number])[] {
  return steps.flatMap((step, i): readonly (readonly [number, number])[] => {
    if (step.startedAtMs === undefined) return [];
    if (step.kind === 'wait-dark') return [[step.startedAtMs, step.endedAtMs ?? nowMs]];
    if (step.type !== 'cover-light' || step.endedAtMs === undefined) return [];
    const next = steps.slice(i + 1).find(({ startedAtMs }) => startedAtMs !== undefined);
    return [[step.endedAtMs, next?.startedAtMs ?? nowMs]];
  });
}

/** What it means: how long they have waited, and what is left of supports that clip, or of light that does as planned. */
export function greenWords({ days, darkNow, clipsForDays, keepsForDays }: GreenWait): string {
  const waited = `Green for ${daysText(days)}, ${darkNow ? 'now in the dark' : 'not in the dark'}`;
  const leftDays = clipsForDays ?? keepsForDays;
  const end = clipsForDays === undefined ? 'light does as it is planned' : 'supports clip easily';
  if (leftDays > 0) return `${waited}: ${end} for about ${daysText(leftDays)} more as it lies.`;
  const then =
    clipsForDays === undefined
      ? 'start low, look, add; expect another colour and fit'
      : 'warm the parts before they are cut, and expect scars';
  return `${waited}: past the time that ${end}; ${then}.`;
}
const daysText = (days: number): string => {
  const [count, unit] = days < 1 ? [Math.max(1, Math.round(24 * days)), 'hour'] : [Math.round(days), 'day'];
  return `${count} ${unit}${count === 1 ? '' : 's'}`;
};
