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

/** A name and what is said of it, as one line of a page. */
export const line = (name: string, value: string) => ({
  text: [{ text: `${name}  `, color: '#566166' }, value],
  margin: [0, 1, 0, 1],
});

export const colourText = ({ deltaDb, against }: { deltaDb: number; against: string }): string =>
  `yellower by ${plainNumber(deltaDb, 2)} in b* than ${against}`;
