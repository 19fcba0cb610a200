const MINUS = 45;
const PLUS = 43;
const POINT = 46;
const ZERO = 48;
const LOWER_E = 101;
const MOST_DIGITS = 17;
const POWERS = Float64Array.from({ length: 46 }, (_, i) => 10 ** i);

/** 10^exponent; exact powers up to 45, beyond that good to a few units in the last place. */
const tenTo = (exponent: number): number =>
  exponent >= 0 ? (POWERS[exponent] ?? 10 ** exponent) : 1 / (POWERS[-exponent] ?? 10 ** -exponent);

/**
 * Reads a decimal number straight from bytes, without making a string of it.
 * Digits past the 17th are counted but not kept: more than single precision can hold.
 * @param from first byte of the token @param to one past its last byte
 * @returns NaN when the token is not a number
 */
export function parseNumber(bytes: Uint8Array, from: number, to: number): number {
  let at = from;
  let sign = 1;
  if (bytes[at] === MINUS || bytes[at] === PLUS) sign = bytes[at++] === MINUS ? -1 : 1;
  let mantissa = 0;
  let digits = 0;
  let exponent = 0;
  let seen = 0;
  let afterPoint = false;
  for (; at < to; at++) {
    const digit = bytes[at]! - ZERO;
    if (digit >= 0 && digit <= 9) {
      seen++;
      if (digits < MOST_DIGITS) {
        mantissa = mantissa * 10 + digit;
        if (mantissa > 0) digits++;
        if (afterPoint) exponent--;
      } else if (!afterPoint) exponent++;
    } else if (bytes[at] === POINT && !afterPoint) afterPoint = true;
    else break;
  }
  if (seen === 0) return Number.NaN;
  if (at < to) {
    if ((bytes[at]! | 32) !== LOWER_E) return Number.NaN;
    at++;
    let exponentSign = 1;
    if (bytes[at] === MINUS || bytes[at] === PLUS) exponentSign = bytes[at++] === MINUS ? -1 : 1;
    if (at >= to) return Number.NaN;
    let written = 0;
    for (; at < to; at++) {
      const digit = bytes[at]! - ZERO;
      if (!(digit >= 0 && digit <= 9)) return Number.NaN;
      written = Math.min(9999, written * 10 + digit);
    }
    exponent += exponentSign * written;
  }
  return sign * mantissa * tenTo(exponent);
}
