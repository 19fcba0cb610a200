import type { Ways } from '@north-step/core/bench';
import { useEffect, useState } from 'react';
import { useAppSelector } from '../store/store.ts';

/** The server's time, ticking. @param everyMs how often the screen looks at the clock */
export function useNow(everyMs = 250): number {
  const offsetMs = useAppSelector((state) => state.here.clockOffsetMs);
  const [localMs, setLocalMs] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setLocalMs(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return localMs + offsetMs;
}

/** What the workshop keeps its time by, once the bench is known; until then as this screen has it. */
let kept: Pick<Ways, 'zone' | 'dates'> = {};
export const keepWays = ({ zone, dates }: Ways): void => {
  kept = { zone, dates };
};
const written = (atMs: number, parts: Intl.DateTimeFormatOptions): string =>
  new Date(atMs).toLocaleDateString(kept.dates ?? 'en-GB', { timeZone: kept.zone, ...parts });

/** `10:42` in the workshop's own time. */
export const clockOfDay = (atMs: number): string =>
  new Date(atMs).toLocaleTimeString('en-GB', { timeZone: kept.zone, hour: '2-digit', minute: '2-digit' });
/** `30 Nov` in the language of the workshop's dates. */
export const dayText = (atMs: number): string => written(atMs, { day: 'numeric', month: 'short' });
export const monthText = (atMs: number): string => written(atMs, { month: 'long' });
export const dayAndClock = (atMs: number): string => `${dayText(atMs)} ${clockOfDay(atMs)}`;
