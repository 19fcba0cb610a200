import { plainNumber } from '@north-step/core/units';

const DAY = { day: 'numeric', month: 'short' } as const;
const CLOCK = { hour: '2-digit', minute: '2-digit' } as const;
const LOCAL = { ...DAY, ...CLOCK, year: 'numeric', timeZoneName: 'short' } as const;
/** Made anew each time: the workshop's zone may have been set since. */
const formatted = (at: Date, how: Intl.DateTimeFormatOptions): string =>
  new Intl.DateTimeFormat('en-GB', how).format(at);

/** A time of a record as the clock on the workshop's wall showed it, with its zone. */
export const localTime = (isoText: string): string => formatted(new Date(isoText), LOCAL);

/** The zone that the workshop's clock shows at a time. */
export const zoneAt = (isoText: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeZoneName: 'short' })
    .formatToParts(new Date(isoText))
    .find(({ type }) => type === 'timeZoneName')?.value ?? '';

/** The clock's time, with the day where it is another than that of what came before. */
export function clockAfter(isoText: string, before: string | undefined): string {
  const [at, last] = [new Date(isoText), before === undefined ? undefined : new Date(before)];
  const sameDay = last !== undefined && formatted(last, DAY) === formatted(at, DAY);
  return `${sameDay ? '' : `${formatted(at, DAY)}, `}${formatted(at, CLOCK)}`;
}

/** A name and what is said of it, as one line of a page. */
export const line = (name: string, value: string) => ({
  text: [{ text: `${name}  `, color: '#566166' }, value],
  margin: [0, 1, 0, 1],
});

export const colourText = ({ deltaDb, against }: { deltaDb: number; against: string }): string =>
  `yellower by ${plainNumber(deltaDb, 2)} in b* than ${against}`;
