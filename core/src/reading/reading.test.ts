import { describe, expect, it } from 'vitest';
import { solventDensityGPerMl } from '../solvent/index.ts';
import {
  bathIndex,
  contrastShare,
  interpretReading,
  type RawReading,
  type ReadingContext,
  readingBreach,
} from './index.ts';

const said = (raw: RawReading, context: ReadingContext = {}) => {
  const result = interpretReading(raw, context);
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value;
};

describe('a reading by itself', () => {
  it('dry residue: 0.65 g from 10 mL of a bath of 0.8164 g/mL is 7.96 %', () => {
    // 95 % w/w at 20 °C is 0.7976 g/mL; with 8 % of resin 1/(0.92/0.7976 + 0.08/1.1) = 0.8156; 0.65/8.156 = 7.97 %
    const { loadPctW, range90 } = said({ kind: 'residue', sampleMl: 10, residueG: 0.65 });
    expect(loadPctW).toBeCloseTo(7.97, 1);
    expect(range90[0]).toBeLessThan(loadPctW);
    expect(range90[1] - range90[0]).toBeGreaterThan(0.8);
  });
  it('flask and hydrometer: +1 % resin is +0.0022 g/mL, +1 % water +0.0024', () => {
    const pure = solventDensityGPerMl({ strengthPctW: 95, tempC: 20 });
    const at = (densityGPerMl: number, more: ReadingContext = {}) =>
      said({ kind: 'density', densityGPerMl, tempC: 20 }, { strengthPctW: 95, ...more }).loadPctW;
    expect(at(pure + 0.0022) - at(pure)).toBeCloseTo(1, 1);
    expect(at(pure, { strengthPctW: 96 })).toBeCloseTo(0.0024 / 0.0022, 0);
    const flask = said({ kind: 'flask', flaskMl: 100, netG: 100 * (pure + 0.011), tempC: 20 }, { strengthPctW: 95 });
    expect(flask.loadPctW).toBeCloseTo(5, 0);
  });
  it('a warm sample read as a cold one would be wrong by a third of a percent a kelvin; the temperature corrects it', () => {
    const warm = solventDensityGPerMl({ strengthPctW: 95, tempC: 25 });
    expect(said({ kind: 'density', densityGPerMl: warm, tempC: 25 }, { strengthPctW: 95 }).loadPctW).toBeCloseTo(0, 6);
    expect(
      said({ kind: 'density', densityGPerMl: warm + 0.0042, tempC: 20 }, { strengthPctW: 95 }).loadPctW,
    ).toBeCloseTo(0, 0);
  });
  it('density alone is good to about 1.2 %, residue to a third of one', () => {
    const pure = solventDensityGPerMl({ strengthPctW: 95, tempC: 20 });
    expect(said({ kind: 'density', densityGPerMl: pure + 0.011, tempC: 20 }).sdPctW).toBeCloseTo(1.2, 0);
    expect(said({ kind: 'residue', sampleMl: 10, residueG: 0.4 }).sdPctW).toBeLessThan(0.4);
  });
  it('index: water 1.3330, flat in strength from 90 to 100 %, and back to the load it was made from', () => {
    const plain = { mixesAs: 'isopropanol', resinVolumeShare: 0, tempC: 20 } as const;
    expect(bathIndex({ ...plain, mixesAs: 'water', strengthPctW: 0 })).toBe(1.333);
    expect(
      Math.abs(bathIndex({ ...plain, strengthPctW: 100 }) - bathIndex({ ...plain, strengthPctW: 90 })),
    ).toBeLessThan(0.001);
    // 8 % by weight is 0.08/1.1 : (0.08/1.1 + 0.92/0.7976) = 5.93 % by volume
    const index = bathIndex({ ...plain, strengthPctW: 95, resinVolumeShare: 0.0593 });
    expect(said({ kind: 'index', index, tempC: 20 }, { strengthPctW: 95 }).loadPctW).toBeCloseTo(8, 1);
  });
  it('clarity: contrast e^(−κCL), so twice the path squares it', () => {
    expect(contrastShare(5, 60)).toBeCloseTo(contrastShare(5, 30) ** 2, 12);
    const share = contrastShare(6, 30);
    expect(
      said({ kind: 'clarity', whiteSeen: share, blackSeen: 0, whiteRef: 1, blackRef: 0, pathMm: 30 }).loadPctW,
    ).toBeCloseTo(6, 6);
  });
  it('a level has no load, and says what to do instead', () => {
    const level = interpretReading({ kind: 'level', volumeMl: 4000 });
    expect(level.ok ? '' : level.refusal.code).toBe('NO_LOAD');
  });
});

describe('readings outside physics are refused by the name of the field', () => {
  it.each<[string, RawReading, string]>([
    ['lighter than pure solvent', { kind: 'density', densityGPerMl: 0.77, tempC: 20 }, 'densityGPerMl'],
    ['a flask not filled', { kind: 'flask', flaskMl: 100, netG: 60, tempC: 20 }, 'netG'],
    ['a flask not tared', { kind: 'flask', flaskMl: 100, netG: 143, tempC: 20 }, 'netG'],
    ['negative residue', { kind: 'residue', sampleMl: 10, residueG: -0.1 }, 'residueG'],
    ['more residue than sample', { kind: 'residue', sampleMl: 10, residueG: 9 }, 'residueG'],
    [
      'white darker than black',
      { kind: 'clarity', whiteSeen: 0.1, blackSeen: 0.3, whiteRef: 1, blackRef: 0, pathMm: 30 },
      'whiteSeen',
    ],
    [
      'swapped references',
      { kind: 'clarity', whiteSeen: 0.5, blackSeen: 0.3, whiteRef: 0, blackRef: 1, pathMm: 30 },
      'whiteRef',
    ],
    ['an index below any solvent', { kind: 'index', index: 1.2, tempC: 20 }, 'index'],
    ['a frozen sample', { kind: 'density', densityGPerMl: 0.8, tempC: -5 }, 'tempC'],
    ['no number', { kind: 'residue', sampleMl: Number.NaN, residueG: 1 }, 'sampleMl'],
  ])('%s', (_, raw, field) => {
    expect(readingBreach(raw, 'isopropanol')).toMatchObject({
      code: 'OUTSIDE_PHYSICS',
      field,
      remedy: expect.any(String),
    });
  });
  it('water may be as heavy as water', () => {
    expect(readingBreach({ kind: 'density', densityGPerMl: 1.002, tempC: 20 }, 'water')).toBeUndefined();
    expect(readingBreach({ kind: 'density', densityGPerMl: 0.9, tempC: 20 }, 'water')?.field).toBe('densityGPerMl');
  });
});

describe('density of other solvents', () => {
  it.each([
    [0, 0.9982],
    [30, 0.9538],
    [50, 0.9138],
    [90, 0.818],
    [100, 0.7893],
  ])('ethanol at %s %% w/w is %s g/mL at 20 °C', (strengthPctW, table) => {
    expect(solventDensityGPerMl({ strengthPctW, tempC: 20, solvent: 'ethanol' })).toBeCloseTo(table, 3);
  });
});
