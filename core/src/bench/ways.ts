/** What the bench reminds of while hands are free. A bath past its limit is always told. */
export const REMINDERS = ['read', 'change', 'meter', 'look', 'green', 'check'] as const;
export type Reminder = (typeof REMINDERS)[number];

/** How a workshop keeps its time and its habits. What is left out is as this machine has it. */
export type Ways = {
  /** its time zone, by its IANA name */
  readonly zone?: string | undefined;
  /** language that days and months are written in, by its BCP 47 tag */
  readonly dates?: string | undefined;
  /** minutes of the day at which work begins and ends */
  readonly opensMin?: number | undefined;
  readonly closesMin?: number | undefined;
  /** what it does not want to be reminded of */
  readonly silent?: readonly Reminder[] | undefined;
};

/** Whether a name is a time zone that this machine knows. */
export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

const MIN_MS = 60_000;
const DAY_MIN = 1440;
/** Minutes of the day that a clock in a zone shows; without one, that of this machine. */
export function minuteOfDay(atMs: number, zone?: string): number {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(new Date(atMs));
  const part = (type: string) => Number(parts.find((one) => one.type === type)?.value ?? 0);
  return part('hour') * 60 + part('minute');
}

/** When work ends next. @returns nothing where the workshop has no hours, or outside of them */
export function closesAtMs(nowMs: number, { zone, opensMin = 0, closesMin }: Ways): number | undefined {
  if (closesMin === undefined) return undefined;
  const at = minuteOfDay(nowMs, zone);
  // a shift may go on past midnight
  const since = (at - opensMin + DAY_MIN) % DAY_MIN;
  const length = (closesMin - opensMin + DAY_MIN) % DAY_MIN || DAY_MIN;
  if (since >= length) return undefined;
  return Math.floor(nowMs / MIN_MS) * MIN_MS + (length - since) * MIN_MS;
}
