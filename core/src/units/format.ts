/** `4:05`, `1:02:00`: minutes and seconds as the bench reads them. Negative times keep a minus sign. */
export function clockText(seconds: number): string {
  const whole = Math.round(Math.abs(seconds));
  const sign = seconds < 0 && whole > 0 ? '−' : '';
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const secondsText = String(whole % 60).padStart(2, '0');
  return hours > 0
    ? `${sign}${hours}:${String(minutes).padStart(2, '0')}:${secondsText}`
    : `${sign}${minutes}:${secondsText}`;
}

/** The same words with a capital, to begin a sentence. */
export const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** The same words to go on within a sentence. */
export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** A percentage as the bench reads it: one decimal, two below 1 %. */
export const percentText = (value: number): string => `${value.toFixed(value < 1 ? 2 : 1)} %`;

/** A film in µm; what no scale could find is only called small. */
export const micronText = (value: number): string => (value < 0.01 ? 'under 0.01 µm' : `${plainNumber(value)} µm`);

/** A number with at most `digits` significant digits and no trailing zeros: 0.5531 → 0.55, 186.2 → 190 is avoided. */
export function plainNumber(value: number, digits = 2): string {
  if (!Number.isFinite(value)) return '–';
  const magnitude = value === 0 ? 0 : Math.floor(Math.log10(Math.abs(value)));
  const decimals = Math.max(0, digits - 1 - magnitude);
  return value.toFixed(Math.min(decimals, 6));
}
