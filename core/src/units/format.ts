/** `4:05`, `1:02:00`: minutes and seconds as the bench reads them. Negative times keep a minus sign; what has no end is a dash. */
export function clockText(seconds: number): string {
  if (!Number.isFinite(seconds)) return '–';
  const whole = Math.round(Math.abs(seconds));
  const sign = seconds < 0 && whole > 0 ? '−' : '';
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const secondsText = String(whole % 60).padStart(2, '0');
  return hours > 0
    ? `${sign}${hours}:${String(minutes).padStart(2, '0')}:${secondsText}`
    : `${sign}${minutes}:${secondsText}`;
}

/** From, to: `8:26–41:19`; one whose end is out of sight is `1:20:39 or later`. */
export const clockRange = ([fromS, toS]: readonly [number, number]): string =>
  Number.isFinite(toS) ? `${clockText(fromS)}–${clockText(toS)}` : `${clockText(fromS)} or later`;

const HOUR_S = 3600;
const DAY_S = 24 * HOUR_S;
/** A long time as it is spoken of, without its sign: `3.2 days`, `5.0 h`, `40 min`. */
export function longTimeText(seconds: number): string {
  const s = Math.abs(seconds);
  if (s >= 1.5 * DAY_S) return `${plainNumber(s / DAY_S)} days`;
  if (s >= 1.5 * HOUR_S) return `${plainNumber(s / HOUR_S)} h`;
  return `${Math.max(1, Math.round(s / 60))} min`;
}

/** The same words with a capital, to begin a sentence. */
export const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** The same words to go on within a sentence. */
export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** Decimals of a percentage: two below 1 %, else one. */
const percentDecimals = (value: number): number => (value < 0.995 ? 2 : 1);
/** Less than what two decimals can show. */
const LEAST_PCT = 0.005;

/** A percentage as the bench reads it: one decimal, two below 1 %; what cannot be shown so is only called small. */
export const percentText = (value: number): string =>
  value > 0 && value < LEAST_PCT ? 'under 0.01 %' : `${value.toFixed(percentDecimals(value))} %`;

/** A range of percentages as finely as its middle is written, so that the middle lies within: `7.0–11.0`. */
export function rangeText([low, high]: readonly [number, number], middle: number): string {
  const decimals = percentDecimals(middle);
  const least = 10 ** -decimals / 2;
  if (high < least) return `under ${(2 * least).toFixed(decimals)}`;
  return `${low < least ? '0' : low.toFixed(decimals)}–${high.toFixed(decimals)}`;
}

/** A volume in litres, to three significant figures: the same wherever a vessel is named. */
export const litresText = (ml: number): string => `${plainNumber(ml / 1000, 3)} L`;

/** A film in µm; what no scale could find is only called small. */
export const micronText = (value: number): string => (value < 0.01 ? 'under 0.01 µm' : `${plainNumber(value)} µm`);

/** No number here is known more finely. */
const MOST_DIGITS = 3;

/** A number with so many significant digits, whole ones up to three: 0.5531 → 0.55, 0.99999 → 1.0, 186.2 → 186, 1459 → 1460. */
export function plainNumber(value: number, digits = 2): string {
  if (!Number.isFinite(value)) return '–';
  // what rounds up gains a digit: 9.96 is 10, not 10.0
  const rounded = Math.abs(Number(value.toPrecision(digits)));
  const magnitude = rounded === 0 ? 0 : Math.floor(Math.log10(rounded));
  const shown = Number(value.toPrecision(Math.max(digits, MOST_DIGITS)));
  return shown.toFixed(Math.min(6, Math.max(0, digits - 1 - magnitude)));
}

/** A chance as people count: `9 of 10`. What is next to certain is not given a figure. */
export const chanceText = (share: number): string =>
  share > 0.97
    ? 'nearly all'
    : share < 0.03
      ? 'hardly any'
      : `${Math.min(9, Math.max(1, Math.round(10 * share)))} of 10`;

/** A name as an address or a file has it: its letters and figures, joined by dashes; empty where none is left. */
export const slugOf = (name: string, most = 60): string =>
  name
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')
    .slice(0, most);
