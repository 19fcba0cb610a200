import { clockText, plainNumber } from '../units/index.ts';

type Value = number | string;
type Knew = Readonly<Record<string, Value>>;
const figure = (digits: number, unit: string) => (value: Value) =>
  `${typeof value === 'number' ? plainNumber(value, digits) : value} ${unit}`;
const clock = (value: Value) => (typeof value === 'number' ? clockText(value) : value);

/** Where the load was in nine of ten cases, and what the bath was good for, where both were known. */
function rangeOf({ loadLowPctW: low, loadHighPctW: high, limitPctW: limit }: Knew): string {
  if (typeof low !== 'number' || typeof high !== 'number') return '';
  const most = typeof limit === 'number' ? `, limit ${plainNumber(limit, 2)}` : '';
  return ` (${plainNumber(low, 2)} to ${plainNumber(high, 2)}${most})`;
}

/**
 * What a step knew or saw, in people's words and in the order in which it is read; three figures at most. What is not listed is for
 * the program alone.
 */
const KNOWN: Readonly<Record<string, (value: Value, knew: Knew) => string>> = {
  loadPctW: (v, knew) => `load ${figure(2, '%')(v)}${rangeOf(knew)}`,
  strengthPctW: (v) => `strength ${figure(3, '%')(v)}`,
  roomC: figure(3, '°C'),
  filmUm: (v) => `film ${figure(3, 'µm')(v)}`,
  gramsLeft: (v) => `${figure(3, 'g')(v)} left on parts and plate`,
  filmLeftUm: (v) => `film ${figure(2, 'µm')(v)} left`,
  residueUm: (v) => `residue ${figure(2, 'µm')(v)}`,
  plannedResidueUm: (v) => `planned residue ${figure(2, 'µm')(v)}`,
  lightMWPerCm2: figure(2, 'mW/cm²'),
  litS: (v) => `${clock(v)} of light by its sensor`,
  stirredS: (v) => `stirred ${clock(v)}`,
  bathC: (v) => `bath ${figure(3, '°C')(v)}`,
  medium: (v) => `in ${v}`,
  noticedLateS: (v) => `noticed ${clock(v)} later`,
};

/** What a step knew, in words. */
export const knownWords = (knew: Knew | undefined): readonly string[] =>
  Object.entries(KNOWN).flatMap(([name, say]) => (knew?.[name] === undefined ? [] : [say(knew[name], knew)]));

/** `4:00`, or `4:00 + 0:39` where time was put on. */
export const plannedText = (plannedS: number | undefined, addedS = 0): string =>
  plannedS === undefined
    ? ''
    : `${clockText(plannedS)}${addedS === 0 ? '' : ` ${addedS < 0 ? '−' : '+'} ${clockText(Math.abs(addedS))}`}`;
