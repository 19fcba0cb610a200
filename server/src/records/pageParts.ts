import { plainNumber } from '@north-step/core/units';

const LOCAL = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
  timeZoneName: 'short',
});

/** A time of a record as the clock on the workshop's wall showed it, with its zone. */
export const localTime = (isoText: string): string => LOCAL.format(new Date(isoText));

const ZONE = new Intl.DateTimeFormat('en-GB', { timeZoneName: 'short' });
/** The zone that the workshop's clock shows at a time. */
export const zoneAt = (isoText: string): string =>
  ZONE.formatToParts(new Date(isoText)).find(({ type }) => type === 'timeZoneName')?.value ?? '';

const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
/** The clock's time, with the day where it is another than that of what came before. */
export function clockAfter(isoText: string, before: string | undefined): string {
  const [at, last] = [new Date(isoText), before === undefined ? undefined : new Date(before)];
  const sameDay = last !== undefined && DAY.format(last) === DAY.format(at);
  return `${sameDay ? '' : `${DAY.format(at)}, `}${CLOCK.format(at)}`;
}

/** A name and what is said of it, as one line of a page. */
export const line = (name: string, value: string) => ({
  text: [{ text: `${name}  `, color: '#566166' }, value],
  margin: [0, 1, 0, 1],
});

export const colourText = ({ deltaDb, against }: { deltaDb: number; against: string }): string =>
  `yellower by ${plainNumber(deltaDb, 2)} in b* than ${against}`;
