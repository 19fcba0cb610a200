import { describe, expect, it } from 'vitest';
import { VOLATILES } from '../solvent/index.ts';
import { dryingFace, dryTime, soakedDepthUm, soakedRestS, solventFilmUm } from './index.ts';

describe('drying', () => {
  it('finds the wet bulb: 17.7 °C for water at 25 °C, 50 %, 5 m/s', () => {
    const face = dryingFace(VOLATILES.water, { tempC: 25, humidityPct: 50, airMPerS: 5, lengthM: 0.05 });
    expect(Math.abs(face.wetBulbC - 17.7)).toBeLessThan(0.5);
  });
  it.each([
    ['isopropanol', [20, 4.1, 1.4]],
    ['ethanol', [19, 4.1, 1.4]],
    ['water', [164, 37, 12]],
  ] as const)('dries a 0.2 mm puddle of %s in the minutes of the model page within 12 %%', (solvent, minutes) => {
    (['still', 'fan', 'jet'] as const).forEach((air, i) => {
      const seconds = dryTime({ solvent, air, tempC: 22, humidityPct: 50, filmUm: 0, puddleMm: 0.2 }).seconds;
      expect(Math.abs(seconds / 60 / minutes[i]! - 1)).toBeLessThan(0.12);
    });
  });
  it('goes faster in warm air, slower in damp air, and in proportion to the puddle', () => {
    const at = (over: object) => dryTime({ solvent: 'water', air: 'fan', filmUm: 0, puddleMm: 0.2, ...over }).seconds;
    expect(at({ air: 'warm' })).toBeLessThan(at({}));
    expect(at({ humidityPct: 80 })).toBeGreaterThan(at({}));
    expect(at({ puddleMm: 0.4 })).toBeCloseTo(2 * at({}), 6);
  });
  it('lets soaked solvent out in 15 min from 30 µm and 2.8 h from 100 µm', () => {
    expect(soakedRestS(30) / 60).toBeCloseTo(15, 6);
    expect(soakedRestS(100) / 3600).toBeCloseTo(2.8, 1);
    expect(soakedRestS(soakedDepthUm(240))).toBeCloseTo(240, 6);
  });
  it('leaves a drained film of some tens of µm of alcohol', () => {
    // Landau–Levich: 0.944·√(0.0217/(785.4·9.80665))·(0.0024·0.02/0.0217)^⅔ = 26.9 µm, + 3
    expect(solventFilmUm(VOLATILES.isopropanol)).toBeCloseTo(29.9, 0);
  });
  it('refuses impossible air', () => {
    expect(() => dryTime({ solvent: 'water', air: 'fan', humidityPct: 140 })).toThrow(/humidityPct/);
  });
});
