import { clockText, plainNumber } from '../units/index.ts';

type Value = number | string;
const figure = (digits: number, unit: string) => (value: Value) =>
  `${typeof value === 'number' ? plainNumber(value, digits) : value} ${unit}`;
const clock = (value: Value) => (typeof value === 'number' ? clockText(value) : value);

/**
 * What a step knew or saw, in people's words and in the order in which it is read; three figures at most. What is not listed is for
 * the program alone.
 */
const KNOWN: Readonly<Record<string, (value: Value) => string>> = {
  loadPctW: (v) => `load ${figure(2, '%')(v)}`,
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
export const knownWords = (knew: Readonly<Record<string, Value>> | undefined): readonly string[] =>
  Object.entries(KNOWN).flatMap(([name, say]) => (knew?.[name] === undefined ? [] : [say(knew[name])]));

/** `4:00`, or `4:00 + 0:39` where time was put on. */
export const plannedText = (plannedS: number | undefined, addedS = 0): string =>
  plannedS === undefined
    ? ''
    : `${clockText(plannedS)}${addedS === 0 ? '' : ` ${addedS < 0 ? '−' : '+'} ${clockText(Math.abs(addedS))}`}`;
