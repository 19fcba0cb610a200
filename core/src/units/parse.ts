const SECONDS_PER: Readonly<Record<string, number>> = { s: 1, sec: 1, min: 60, m: 60, h: 3600 };
const MILLILITRES_PER: Readonly<Record<string, number>> = { ml: 1, cl: 10, dl: 100, l: 1000 };

/** Reads `4:30`, `1:02:00`, `270 s`, `4.5 min`, `2 h`; a bare number is in `bareUnitS` seconds. @returns s, or undefined */
export function parseDurationS(text: string, bareUnitS = 60): number | undefined {
  const trimmed = text.trim().toLowerCase().replace(',', '.');
  if (/^\d{1,3}(:[0-5]?\d){1,2}$/.test(trimmed)) {
    return trimmed.split(':').reduce((total, part) => total * 60 + Number(part), 0);
  }
  return scaled(trimmed, SECONDS_PER, bareUnitS);
}

/** Reads `1.5 L`, `1500 ml`; a bare number is in `bareUnitMl` millilitres. @returns mL, or undefined */
export function parseVolumeMl(text: string, bareUnitMl = 1000): number | undefined {
  return scaled(text.trim().toLowerCase().replace(',', '.'), MILLILITRES_PER, bareUnitMl);
}

function scaled(text: string, factors: Readonly<Record<string, number>>, bareFactor: number): number | undefined {
  const match = /^(\d+(?:\.\d+)?)\s*([a-z]*)$/.exec(text);
  if (!match) return undefined;
  const factor = match[2] === '' ? bareFactor : factors[match[2]!];
  return factor === undefined ? undefined : Number(match[1]) * factor;
}

const MILLIMETRES_PER: Readonly<Record<string, number>> = { mm: 1, cm: 10, m: 1000, in: 25.4 };
/** Reads `25 mm`, `2.5 cm`, `1 in`; a bare number is mm. @returns mm, or undefined */
export const parseLengthMm = (text: string): number | undefined => scaled(plain(text), MILLIMETRES_PER, 1);

/** Reads `22.5`, `22.5 °C`, `72 °F`, `-4 C`. @returns °C, or undefined */
export function parseTempC(text: string): number | undefined {
  const match = /^(-?\d+(?:\.\d+)?)\s*°?\s*([cf]?)$/.exec(plain(text).replace('−', '-'));
  if (!match) return undefined;
  const value = Number(match[1]);
  return match[2] === 'f' ? ((value - 32) * 5) / 9 : value;
}

const plain = (text: string): string => text.trim().toLowerCase().replace(',', '.');
const AS: Readonly<Record<string, (text: string) => number | undefined>> = {
  mL: (text) => parseVolumeMl(text, 1),
  L: (text) => over(parseVolumeMl(text, 1000), 1000),
  s: (text) => parseDurationS(text, 1),
  min: (text) => over(parseDurationS(text, 60), 60),
  mm: parseLengthMm,
  '°C': parseTempC,
};
const over = (value: number | undefined, by: number): number | undefined =>
  value === undefined ? undefined : value / by;

/** Reads what was typed into a field of a unit, in that unit or one like it: `1.5 L` in mL is 1500. A decimal comma is a point. @returns undefined where it is not understood */
export function readIn(text: string, unit = ''): number | undefined {
  const read = AS[unit];
  if (read) return read(text);
  const bare = plain(text).replace('−', '-');
  const number = unit !== '' && bare.endsWith(unit.toLowerCase()) ? bare.slice(0, -unit.length).trim() : bare;
  return /^-?\d*\.?\d+$|^-?\d+\.$/.test(number) ? Number(number) : undefined;
}
