import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  carryOver,
  drainedFilmUm,
  evenRecesses,
  limitPairPctW,
  planWash,
  viscosityMPaS,
  washResidue,
  washTauS,
} from './index.ts';

const resin = { viscosityMPaS25: 300, densityGPerMl: 1.1 };

describe('film: what comes off the printer', () => {
  it('drains to 49.72 µm in 300 s and 111.18 µm in 60 s from 200 µm (hand calculation)', () => {
    const tall = { heightMm: 60, dripS: 300, startFilmUm: Number.POSITIVE_INFINITY };
    expect(drainedFilmUm(resin, 300, tall)).toBeCloseTo(49.72, 1);
    expect(drainedFilmUm(resin, 300, { heightMm: 60, dripS: 60, startFilmUm: 200 })).toBeCloseTo(111.18, 1);
  });
  it('keeps the pull-out film above the drained front: thin films hardly drain', () => {
    // z* = ρ g t h0²/μ = 1100·9.80665·10·(50e-6)²/0.3 = 0.899 mm of 60: h̄ = (⅔·16.64e-4·0.899e-3^1.5 + 50e-6·59.1e-3)/60e-3
    expect(drainedFilmUm(resin, 300, { heightMm: 60, dripS: 10, startFilmUm: 50 })).toBeCloseTo(49.75, 1);
  });
  it('is 1.8 times thicker in flow at 15 °C than at 25 °C', () => {
    expect(viscosityMPaS(resin, 15) / viscosityMPaS(resin, 25)).toBeCloseTo(1.8, 2);
  });
  it('counts grams over slopes, struts, plate, rim and pockets', () => {
    const bare = carryOver(resin, { areaMm2: 10_000, heightMm: 60, dripS: 300, tempC: 25, uncapped: true });
    expect(bare.grams).toBeCloseTo(1.1 * 1.198 * 10_000 * 0.04972 * 1e-3, 3); // 0.655 g
    const full = carryOver(resin, {
      areaMm2: 10_000,
      heightMm: 60,
      dripS: 300,
      tempC: 25,
      uncapped: true,
      supportAreaMm2: 1000,
      plateAreaMm2: 10_000,
      trappedMm3: 500,
    });
    const capillaryMm2 = (0.035 / (1100 * 9.80665)) * 1e6; // 3.245 mm²
    const extra = 1.1e-3 * (1.198 * 1.8 * 1000 * 0.04972 + 10_000 * 0.04972 + (400 * capillaryMm2) / 2 + 500);
    expect(full.grams - bare.grams).toBeCloseTo(extra, 3);
  });
  it('never grows with a longer drip', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), fc.integer({ min: 1, max: 3000 }), (a, b) => {
        const at = (dripS: number) => carryOver(resin, { areaMm2: 5000, heightMm: 40, dripS }).meanFilmUm;
        expect(at(Math.max(a, b))).toBeLessThanOrEqual(at(Math.min(a, b)) + 1e-9);
      }),
    );
  });
  it('names the field of an impossible number', () => {
    expect(() => carryOver(resin, { areaMm2: -1, heightMm: 60, dripS: 60 })).toThrow(/areaMm2 is -1/);
  });
});

describe('wash: what is left', () => {
  const impeller = (loadPctW: number) => ({ agitation: 'impeller' as const, loadPctW });
  it('leaves 0.4449 µm after 100 s at 8 % and 60 s at 3 % (hand calculation)', () => {
    const left = washResidue(75, [impeller(8), impeller(3)], [100, 60], {
      solvent: 'isopropanol',
      dragUm: 19.7,
      recesses: evenRecesses(1),
    });
    expect(Math.abs(left.residueUm - 0.4449)).toBeLessThan(0.001);
  });
  it('slows to a stop as the bath fills', () => {
    expect(washTauS(impeller(12.5), { solvent: 'isopropanol' })).toBeCloseTo(28, 6);
    expect(washTauS(impeller(25), { solvent: 'isopropanol' })).toBe(Number.POSITIVE_INFINITY);
  });
  it('has limits of 2.781 % and 22.85 % for the pair worked by hand', () => {
    const [first, clean] = limitPairPctW({
      toleranceUm: 0.8,
      dragUm: 19.7,
      startFilmUm: 75,
      saturationPctW: 25,
      tauS: [14, 14],
      timesS: [108, 72],
    });
    expect(clean).toBeCloseTo(2.781, 3);
    expect(first).toBeCloseTo(22.85, 2);
  });
});

describe('wash plan', () => {
  const ask = (first: number, clean: number, exposureCapS = 600) =>
    planWash({
      filmUm: 75,
      solvent: 'isopropanol',
      exposureCapS,
      stages: [
        { agitation: 'impeller', loadPctW: first },
        { agitation: 'impeller', loadPctW: clean },
      ],
    });

  it('meets the tolerance, and no shorter last stage would', () => {
    const plan = ask(8, 2);
    if (!plan.ok) throw new Error(plan.refusal.message);
    const stages = [
      { agitation: 'impeller' as const, loadPctW: 8 },
      { agitation: 'impeller' as const, loadPctW: 2 },
    ];
    const [t1, t2] = plan.value.stagesS as [number, number];
    expect(plan.value.residueUm).toBeLessThanOrEqual(0.8);
    expect(washResidue(75, stages, [t1, t2 - 10], { solvent: 'isopropanol' }).residueUm).toBeGreaterThan(0.8);
  });
  it('takes as long in all as its data sheet asks for, in the dirtiest bath first, never past its cap', () => {
    const asked = (leastTotalS: number, exposureCapS = 1200) => {
      const stages = [
        { agitation: 'impeller' as const, loadPctW: 8 },
        { agitation: 'impeller' as const, loadPctW: 2, capS: 300 },
      ];
      const plan = planWash({ filmUm: 75, solvent: 'isopropanol', exposureCapS, leastTotalS, stages });
      if (!plan.ok) throw new Error(plan.refusal.message);
      return plan.value;
    };
    const [free, longer] = [asked(0), asked(900)];
    const [first, clean] = free.stagesS as [number, number];
    expect(first + clean).toBeLessThan(600);
    expect(longer.stagesS).toEqual([900 - clean, clean]);
    expect(longer.residueUm).toBeLessThan(free.residueUm);
    expect(asked(10).stagesS).toEqual(free.stagesS);
    expect(asked(900, 600).stagesS.reduce((a, b) => a + b)).toBe(600);
  });
  it('spares the clean bath: most of the film goes to the first', () => {
    const plan = ask(8, 2);
    expect(plan.ok && plan.value.stagesS[0]! > plan.value.stagesS[1]!).toBe(true);
  });
  it.each([
    [8, 7, 600, 'CLEAN_BATH_TOO_LOADED', /Rotate/],
    [30, 2, 600, 'BATH_SATURATED', /Rotate/],
    [8, 2, 40, 'EXPOSURE_CAP', /Drip longer/],
  ])('refuses loads %s and %s in %s s with %s and a way on', (first, clean, cap, code, remedy) => {
    const plan = ask(first, clean, cap);
    expect(plan.ok).toBe(false);
    if (!plan.ok) {
      expect(plan.refusal.code).toBe(code);
      expect(plan.refusal.remedy).toMatch(remedy);
    }
  });
  it('never breaks a cap and never misses the tolerance, for one to three stages', () => {
    const stage = fc.record({
      agitation: fc.constantFrom('hand' as const, 'impeller' as const, 'ultrasonic' as const),
      loadPctW: fc.double({ min: 0, max: 20, noNaN: true }),
      capS: fc.integer({ min: 20, max: 300 }),
    });
    fc.assert(
      fc.property(
        fc.array(stage, { minLength: 1, maxLength: 3 }),
        fc.integer({ min: 60, max: 600 }),
        (stages, exposureCapS) => {
          const plan = planWash({ filmUm: 60, solvent: 'isopropanol', exposureCapS, stages });
          if (!plan.ok) return;
          expect(plan.value.residueUm).toBeLessThanOrEqual(0.8 + 1e-9);
          expect(plan.value.stagesS.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(exposureCapS);
          plan.value.stagesS.forEach((timeS, i) => expect(timeS).toBeLessThanOrEqual(stages[i]!.capS));
        },
      ),
    );
  });
});
