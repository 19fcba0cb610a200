import { describe, expect, it } from 'vitest';
import {
  alcoholWaterActivities,
  bathDensityGPerMl,
  evaporationFlux,
  idleLoss,
  saturationPa,
  strengthPctVFromPctW,
  strengthPctWFromPctV,
  VOLATILES,
} from './index.ts';

describe('density of a bath', () => {
  it.each([
    [0, [0.9991, 0.9982, 0.997, 0.9956]],
    [50, [0.9103, 0.9071, 0.9037, 0.9001]],
    [70, [0.8622, 0.8584, 0.8546, 0.8506]],
    [80, [0.838, 0.834, 0.83, 0.8259]],
    [90, [0.8139, 0.8099, 0.8057, 0.8016]],
    [95, [0.8017, 0.7976, 0.7934, 0.7892]],
    [100, [0.7896, 0.7854, 0.7812, 0.777]],
  ])('agrees with tables at %s %% w/w, 15–30 °C, within 0.0006 g/mL', (strengthPctW, table) => {
    [15, 20, 25, 30].forEach((tempC, i) =>
      expect(Math.abs(bathDensityGPerMl({ strengthPctW, tempC }) - table[i]!)).toBeLessThan(0.0006),
    );
  });
  it('is 0.8074 g/mL at 91 % w/w and 20 °C', () => {
    expect(Math.abs(bathDensityGPerMl({ strengthPctW: 91, tempC: 20 }) - 0.8074)).toBeLessThan(0.0006);
  });
  it('turns label strength by volume into weight and back', () => {
    expect(Math.abs(strengthPctVFromPctW(87.8) - 91.1)).toBeLessThan(0.3);
    expect(strengthPctWFromPctV(91)).toBeCloseTo(87.6, 0);
    expect(strengthPctVFromPctW(strengthPctWFromPctV(70))).toBeCloseTo(70, 6);
  });
  it('rises about 0.0022 g/mL for each % of resin', () => {
    const at = (loadPctW: number) => bathDensityGPerMl({ strengthPctW: 95, loadPctW, tempC: 20 });
    expect(at(1) - at(0)).toBeCloseTo(0.0022, 4);
  });
  it('refuses more than 100 % strength', () => {
    expect(() => bathDensityGPerMl({ strengthPctW: 101, tempC: 20 })).toThrow(/strengthPctW/);
  });
});

describe('vapour', () => {
  it('saturates at 4.41, 5.83 and 2.33 kPa at 20 °C', () => {
    expect(saturationPa(VOLATILES.isopropanol, 20) / 1000).toBeCloseTo(4.41, 2);
    expect(saturationPa(VOLATILES.ethanol, 20) / 1000).toBeCloseTo(5.83, 2);
    expect(saturationPa(VOLATILES.water, 20) / 1000).toBeCloseTo(2.33, 2);
  });
  it('boils at one atmosphere at the azeotrope, 80.37 °C', () => {
    const [alcohol, water] = alcoholWaterActivities(87.8);
    const total = (tempC: number) =>
      alcohol * saturationPa(VOLATILES.isopropanol, tempC) + water * saturationPa(VOLATILES.water, tempC);
    expect(total(80.37 - 0.5)).toBeLessThan(101_325);
    expect(total(80.37 + 0.5)).toBeGreaterThan(101_325);
  });
  const bath = {
    strengthPctW: 99,
    tempC: 20,
    humidityPct: 50,
    airMPerS: 0.1,
    lengthM: 0.2,
    freeboardM: 0.05,
    lid: 'open' as const,
  };
  it('leaves an open bath at 0.1245 kg/m²h', () => {
    expect(Math.abs(evaporationFlux(bath).alcoholKgPerM2H - 0.1245)).toBeLessThan(0.002);
  });
  it('brings water into strong alcohol, and a closed lid keeps 99.5 % in', () => {
    expect(evaporationFlux(bath).waterKgPerM2H).toBeLessThan(0);
    expect(evaporationFlux({ ...bath, lid: 'closed' }).alcoholKgPerM2H).toBeCloseTo(
      evaporationFlux(bath).alcoholKgPerM2H * 0.005,
      8,
    );
  });
});

describe('a bath that stands', () => {
  const room = { tempC: 22, humidityPct: 50 };
  const bath = (solventG: number, waterG: number, lid: 'open' | 'closed' = 'open') => ({
    held: { solventG, waterG },
    surfaceM2: 0.04,
    solvent: 'isopropanol' as const,
    lid,
  });
  it('loses in an hour what its surface gives off', () => {
    const surface = { strengthPctW: 99, ...room, airMPerS: 0.1, lengthM: 0.2, freeboardM: 0.05, lid: 'open' as const };
    const perHourG = evaporationFlux(surface).alcoholKgPerM2H * 0.04 * 1000;
    expect(idleLoss(bath(3960, 40), room, 1).alcoholG).toBeCloseTo(perHourG, 2);
  });
  it('in 400 days loses all its alcohol and no more, and holds no more water than the air gives it', () => {
    const loss = idleLoss(bath(3960, 40), room, 400 * 24);
    expect(loss.alcoholG).toBeCloseTo(3960, 0);
    expect(40 - loss.waterG).toBeGreaterThanOrEqual(0);
    expect(40 - loss.waterG).toBeLessThan(3960 / 2);
  });
  it('loses the same by one long wait as by many short ones', () => {
    let [solventG, waterG] = [3960, 40];
    for (let day = 0; day < 20; day++) {
      const loss = idleLoss(bath(solventG, waterG), room, 24);
      [solventG, waterG] = [solventG - loss.alcoholG, waterG - loss.waterG];
    }
    const once = idleLoss(bath(3960, 40), room, 480);
    expect(3960 - once.alcoholG).toBeCloseTo(solventG, -1);
    expect(40 - once.waterG).toBeCloseTo(waterG, -1);
  });
});
