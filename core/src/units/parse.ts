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
