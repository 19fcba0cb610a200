import { useEffect, useState } from 'react';
import { useAppSelector } from './store.ts';

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

/** `10:42` in the workshop's own time. */
export const clockOfDay = (atMs: number): string =>
  new Date(atMs).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
export const dayAndClock = (atMs: number): string =>
  `${new Date(atMs).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })} ${clockOfDay(atMs)}`;
