import { describe, expect, it } from 'vitest';
import {
  clockRange,
  clockText,
  litresText,
  parseDurationS,
  parseTempC,
  parseVolumeMl,
  percentText,
  plainNumber,
  rangeText,
  readIn,
  requireInRange,
} from './index.ts';

describe('units at the edge', () => {
  it.each([
    ['4:30', 270],
    ['1:02:00', 3720],
    ['270 s', 270],
    ['4.5 min', 270],
    ['4,5', 270],
    ['2h', 7200],
    ['soon', undefined],
    ['-3', undefined],
  ])('reads %s as %s s', (text, seconds) => expect(parseDurationS(text)).toBe(seconds));
  it.each([
    ['1.5 L', 1500],
    ['1500 ml', 1500],
    ['2', 2000],
    ['3 gallons', undefined],
  ])('reads %s as %s mL', (text, ml) => expect(parseVolumeMl(text)).toBe(ml));
  it.each([
    ['1.5 L', 'mL', 1500],
    ['1500 ml', 'L', 1.5],
    ['850', 'mL', 850],
    ['4:30', 's', 270],
    ['4:30', 'min', 4.5],
    ['90', 's', 90],
    ['2,5 cm', 'mm', 25],
    ['1 in', 'mm', 25.4],
    ['22,5', '°C', 22.5],
    ['212 °F', '°C', 100],
    ['−4', '°C', -4],
    ['50 %', '%', 50],
    ['12 mW/cm²', 'mW/cm²', 12],
    ['.5', '', 0.5],
    ['a lot', '%', undefined],
    ['3 gallons', 'L', undefined],
    ['', 'mm', undefined],
  ])('reads %s where %s is asked for', (text, unit, value) => {
    if (value === undefined) expect(readIn(text, unit)).toBeUndefined();
    else expect(readIn(text, unit)).toBeCloseTo(value, 9);
  });
  it('a range of times has an end, or none in sight', () => {
    expect([clockRange([506, 2479]), clockRange([4839, Number.POSITIVE_INFINITY])]).toEqual([
      '8:26–41:19',
      '1:20:39 or later',
    ]);
  });
  it('knows the freezing and the boiling point of water in both scales', () => {
    expect([parseTempC('32F'), parseTempC('212 f'), parseTempC('0 °C')]).toEqual([0, 100, 0]);
  });
  it('writes clocks and plain numbers', () => {
    expect([clockText(72), clockText(3725), clockText(-61), clockText(59.6)]).toEqual([
      '1:12',
      '1:02:05',
      '−1:01',
      '1:00',
    ]);
    expect([plainNumber(0.5531), plainNumber(5.42), plainNumber(186.2, 3), plainNumber(Number.NaN)]).toEqual([
      '0.55',
      '5.4',
      '186',
      '–',
    ]);
  });
  it('rounds to significant figures before it counts them, and writes what has no end as a dash', () => {
    // 0.99999 is 1.0 to two figures, 9.96 is 10, 99.6 is 100
    // no whole digit is known more finely than three figures
    expect([1459, 99_960, -1234.5].map((value) => plainNumber(value))).toEqual(['1460', '100000', '-1230']);
    expect([0.99999, 9.96, 99.6, 195.996, 0.00076].map((value) => plainNumber(value))).toEqual([
      '1.0',
      '10',
      '100',
      '196',
      '0.00076',
    ]);
    expect([clockText(Number.POSITIVE_INFINITY), clockText(Number.NaN)]).toEqual(['–', '–']);
  });
  it('writes a range as finely as its middle, which lies within', () => {
    expect([percentText(8.71), rangeText([7, 11], 8.71)]).toEqual(['8.7 %', '7.0–11.0']);
    expect([percentText(0.514), rangeText([0.42, 0.64], 0.514)]).toEqual(['0.51 %', '0.42–0.64']);
    // nothing is said to be outside of its own range
    expect([percentText(0.004), rangeText([0.0035, 0.007], 0.004)]).toEqual(['under 0.01 %', '0–0.01']);
    expect(rangeText([0.001, 0.002], 0.0015)).toBe('under 0.01');
    expect([percentText(0), percentText(0.999)]).toEqual(['0.00 %', '1.0 %']);
    expect(litresText(4700)).toBe('4.70 L');
  });
  it('names the field that is out of range', () =>
    expect(() => requireInRange('tempC', 99, 0, 40)).toThrow('tempC is 99; it must be between 0 and 40.'));
});
