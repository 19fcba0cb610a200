import type { AirReply } from '@north-step/contract';
import { createEvents, type EventAttributes } from 'ics';

type Day = [year: number, month: number, day: number];
const dayOf = (atMs: number): Day => {
  const date = new Date(atMs);
  return [date.getFullYear(), date.getMonth() + 1, date.getDate()];
};

/** Checks as whole days of a calendar, each coming again as often as it is made. What is overdue stands on today. */
export function checksIcs(checks: AirReply['checks'], nowMs: number): string {
  const events = checks.map(
    ({ id, name, everyDays, dueAtMs }): EventAttributes => ({
      uid: `${id}@north-step`,
      productId: 'north-step',
      title: name,
      start: dayOf(Math.max(dueAtMs, nowMs)),
      duration: { days: 1 },
      recurrenceRule: `FREQ=DAILY;INTERVAL=${everyDays}`,
    }),
  );
  const { error, value } = createEvents(events);
  if (error) throw error;
  return value ?? '';
}
