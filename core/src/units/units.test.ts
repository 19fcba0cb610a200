import { describe, expect, it } from 'vitest';
import { clockText, parseDurationS, parseVolumeMl, plainNumber, requireInRange } from './index.ts';

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
  it('names the field that is out of range', () =>
    expect(() => requireInRange('tempC', 99, 0, 40)).toThrow('tempC is 99; it must be between 0 and 40.'));
});
