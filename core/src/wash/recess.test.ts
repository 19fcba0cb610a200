import { describe, expect, it } from 'vitest';
import { makeRandom } from '../maths/index.ts';
import {
  type Agitation,
  evenRecesses,
  learnRecess,
  planWash,
  RECESS_FACTOR,
  type RecessLook,
  recessesFor,
  recessKey,
  recessRange,
  type Solvent,
  type WashStage,
  washResidue,
} from './index.ts';

const stage = (agitation: Agitation, loadPctW = 0, solvent: Solvent = 'isopropanol'): WashStage => ({
  agitation,
  loadPctW,
  solvent,
});
const general = { filmUm: 52, viscosityMPaS: 280, tempC: 22, solvent: 'isopropanol', exposureCapS: 900 } as const;
const tough = { ...general, filmUm: 91, viscosityMPaS: 850, exposureCapS: 1200 };
const filled = { ...general, filmUm: 125, viscosityMPaS: 1600, exposureCapS: 1200, residueTolUm: 1.5 };
const times = (request: Parameters<typeof planWash>[0]): readonly number[] => {
  const plan = planWash(request);
  if (!plan.ok) throw new Error(plan.refusal.message);
  return plan.value.stagesS;
};

describe('what people time by the recesses', () => {
  it.each([
    ['one machine bath, fresh', { ...general, stages: [stage('impeller')] }, [195]],
    ['one machine bath at 2 %', { ...general, stages: [stage('impeller', 2)] }, [240]],
    ['one machine bath at 4 %', { ...general, stages: [stage('impeller', 4)] }, [315]],
    ['two machine baths, fresh', { ...general, stages: [stage('impeller'), stage('impeller')] }, [140, 60]],
    ['two at 5 and 0.5 %', { ...general, stages: [stage('impeller', 5), stage('impeller', 0.5)] }, [170, 65]],
    ['two at 9 and 2.2 %', { ...general, stages: [stage('impeller', 9), stage('impeller', 2.2)] }, [215, 90]],
    ['two jars by hand', { ...general, stages: [stage('hand'), stage('hand')] }, [195, 60]],
    ['tough', { ...tough, stages: [stage('impeller'), stage('impeller')] }, [285, 60]],
    ['filled, not mopped', { ...filled, stages: [stage('impeller'), stage('impeller')] }, [345, 60]],
    ['filled, mopped', { ...filled, filmUm: 25, stages: [stage('impeller', 5), stage('impeller', 0.5)] }, [250, 70]],
    ['casting, mopped, ultrasonic', { ...tough, filmUm: 25, stages: [{ ...stage('ultrasonic'), capS: 60 }] }, [40]],
    [
      'detergent by machine, rinsed',
      { ...general, stages: [stage('impeller', 0, 'detergent'), { ...stage('hand', 0, 'water'), capS: 60 }] },
      [330, 60],
    ],
    [
      'detergent, brushed and rinsed',
      { ...general, stages: [stage('brush', 0, 'detergent'), { ...stage('hand', 0, 'water'), capS: 60 }] },
      [100, 60],
    ],
    ['second wash after trimming', { ...general, filmUm: 12, stages: [stage('impeller', 0.5)] }, [135]],
    ['shine again in the clean bath', { ...general, filmUm: 10, stages: [stage('impeller', 0.5)] }, [120]],
  ])('%s: as practised, within a quarter', (_, request, practised) => {
    const planned = times(request);
    expect(planned).toHaveLength(practised.length);
    planned.forEach((seconds, i) => expect(Math.abs(seconds / practised[i]! - 1)).toBeLessThan(0.25));
  });
  it('open faces alone are clean within a minute and a half', () => {
    const faces = { ...general, recesses: evenRecesses(1), leastStageS: 10, stages: [stage('impeller')] };
    // ln(52 / 0.8) = 4.17 times τ 13.1 s
    expect(times(faces)).toEqual([55]);
  });
  it('six stages in a row keep their least times, and the last bath gets little', () => {
    const six = [9, 7, 5, 3, 1, 0.5].map((load) => stage('impeller', load));
    const plan = times({ ...general, exposureCapS: 1800, stages: six });
    expect(Math.min(...plan)).toBeGreaterThanOrEqual(60);
    const before = washResidue(52, six.slice(0, 5), plan.slice(0, 5), general).byStage.at(-1)!;
    expect(before.recessUm).toBeLessThan(2);
  });
  it('a typed time stands, and the other washes make up for it', () => {
    const free = times({ ...general, stages: [stage('impeller', 5), stage('impeller', 0.5)] });
    const short = times({ ...general, stages: [{ ...stage('impeller', 5), fixedS: 100 }, stage('impeller', 0.5)] });
    expect(short[0]).toBe(100);
    expect(short[1]!).toBeGreaterThan(free[1]!);
  });
});

describe('the recess factor learns from looks', () => {
  /** Thirty batches of a shop whose true factor is this, each part up to an eighth off, planned by what is believed at the time. */
  const shop = (truth: number, seed: number) => {
    const random = makeRandom(seed);
    const looks: RecessLook[] = [];
    const stages = [stage('impeller', 3), stage('impeller', 0.6)];
    let [belief, over] = [learnRecess('impeller', []), 0];
    for (let n = 0; n < 30; n++) {
      const filmUm = random.between(40, 70);
      const recesses = recessesFor('standard opaque', 1, { [recessKey('standard opaque', 'impeller')]: belief });
      const stagesS = times({ ...general, filmUm, recesses, stages });
      const { byStage } = washResidue(filmUm, stages, stagesS, general);
      const folds = stagesS.reduce((sum, seconds, i) => sum + seconds / byStage[i]!.tauS, 0);
      const clingUm = 0.09;
      const leftUm = filmUm * Math.exp(-folds / (truth * random.between(0.88, 1.12))) + clingUm;
      over += leftUm > 0.8 ? 1 : 0;
      looks.push({ agitation: 'impeller', fromUm: filmUm, folds, clingUm, toleranceUm: 0.8, matte: leftUm <= 0.8 });
      belief = learnRecess('impeller', looks);
    }
    return { belief, over };
  };
  it.each([2.6, 3.6, 4.6])('thirty looks halve its range and find a truth of %s within a fifth', (truth) => {
    for (const seed of [1, 2, 3]) {
      const { belief } = shop(truth, seed);
      const [low, high] = recessRange(belief).range90.map(Math.log) as [number, number];
      const [before, after] = recessRange(learnRecess('impeller', [])).range90.map(Math.log) as [number, number];
      expect(high - low).toBeLessThan((after - before) / 2);
      expect(Math.abs(Math.log(recessRange(belief).factor / truth))).toBeLessThan(Math.log(1.2));
    }
  });
  it('few parts are left dirty on the way, even where recesses are slower than thought', () => {
    const all = [2.9, 3.6, 4.3].flatMap((truth) => [1, 2, 3, 4].map((seed) => shop(truth, seed).over));
    expect(all.reduce((a, b) => a + b, 0) / (30 * all.length)).toBeLessThan(0.05);
  });
  it('starts at the table, planned a third above its middle', () => {
    expect(recessesFor('clear', 1, undefined).impeller).toBeCloseTo(RECESS_FACTOR.impeller * Math.exp(0.6745 * 0.4), 9);
    expect(recessesFor('clear', 0.7, undefined).brush).toBeCloseTo(0.7 * 1.9 * Math.exp(0.6745 * 0.4), 9);
  });
});
