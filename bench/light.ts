import {
  advisedChange,
  type CureSetting,
  cureAlternatives,
  cureDoses,
  cureMoment,
  cureWindow,
  fitCoupons,
  scaledConstants,
  tintDeltaB,
} from '@north-step/core/cure';
import { anglesOf, expose, ledsNow, sampleSurface, surroundingsOf } from '@north-step/core/light';
import { blocker, hollowBall, moved, type Soup, shadowTree } from '@north-step/core/mesh';
import { cureConstantsOf } from '@north-step/core/resin';
import { madeUpLadder, testLamp } from '@north-step/core/testing';
import { BufferAttribute, BufferGeometry, DoubleSide, Ray, Vector3 } from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import { Draws } from '../core/src/estimate/random.ts';
import { RESINS } from '../demo/src/resins.ts';

export type LightRow = {
  readonly what: string;
  readonly ours: number;
  readonly theirs: number;
  readonly unit: string;
  readonly budget: string;
};

/** The same rays against the same mesh: any hit by ours, first hit by three-mesh-bvh. @returns rays a second, in millions */
export function rayRates(soup: Soup): LightRow {
  const samples = sampleSurface(soup, 3000);
  const leds = ledsNow(testLamp);
  const rays: number[] = [];
  for (const { posMm } of leds)
    for (let i = 0; i < samples.count; i++) {
      const [x, y, z] = [0, 1, 2].map((a) => samples.at[3 * i + a]! + 0.01 * samples.normal[3 * i + a]!) as [
        number,
        number,
        number,
      ];
      const way = [posMm[0] - x, posMm[1] - y, posMm[2] - z] as const;
      if (way.reduce((sum, v, a) => sum + v * samples.normal[3 * i + a]!, 0) > 0) rays.push(x, y, z, ...way);
    }
  const count = rays.length / 6;
  const tree = shadowTree(soup);
  const ours = () => {
    let hint = -1;
    for (let r = 0; r < rays.length; r += 6) {
      const hit = blocker(tree, rays[r]!, rays[r + 1]!, rays[r + 2]!, rays[r + 3]!, rays[r + 4]!, rays[r + 5]!, hint);
      if (hit >= 0) hint = hit;
    }
  };
  const geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(soup.slice(), 3));
  const bvh = new MeshBVH(geometry);
  const ray = new Ray(new Vector3(), new Vector3());
  const theirs = () => {
    for (let r = 0; r < rays.length; r += 6) {
      ray.origin.set(rays[r]!, rays[r + 1]!, rays[r + 2]!);
      ray.direction.set(rays[r + 3]!, rays[r + 4]!, rays[r + 5]!).normalize();
      bvh.raycastFirst(ray, DoubleSide);
    }
  };
  const rate = (work: () => void) => count / bestMs(work, 3) / 1000;
  return {
    what: `shadow rays against ${soup.length / 9} triangles / raycastFirst of three-mesh-bvh`,
    ours: rate(ours),
    theirs: rate(theirs),
    unit: 'M/s',
    budget: '≥ 1.5',
  };
}

function bestMs(work: () => unknown, rounds: number): number {
  let best = Number.POSITIVE_INFINITY;
  for (let round = 0; round < rounds; round++) {
    const start = performance.now();
    work();
    best = Math.min(best, performance.now() - start);
  }
  return best;
}

/** 72,000 triangles, 24 LEDs, turntable, mirror, walls. */
export function mapTime(): LightRow {
  const soup = moved(hollowBall(30, 28, 2, 190), [0, 0, 0]);
  const work = () =>
    expose({
      parts: [soup],
      placements: [{ part: 0, xMm: 0, yMm: 0, turnDeg: 0 }],
      room: testLamp,
      light: { ...surroundingsOf(testLamp), leds: ledsNow(testLamp), angles: anglesOf(testLamp) },
    });
  return {
    what: `light map, ${soup.length / 9} triangles, 24 LEDs, turntable, mirror / 3 s`,
    ours: bestMs(work, 3),
    theirs: 3000,
    unit: 'ms',
    budget: '≤ 1',
  };
}

const clear: CureSetting = {
  constants: cureConstantsOf(RESINS.find(({ card }) => card.id === 'clear-port')!.card),
  wallMm: 3,
  coldMWPerCm2: 10,
  hotMWPerCm2: 10,
  medium: 'air',
};

/** Share of 200 made-up ladders whose 90 % range holds the truth, for both edges; and the time of one fit. */
export function couponCoverage(ladders = 200): {
  readonly startPct: number;
  readonly endPct: number;
  readonly startErrorPct: number;
  readonly endErrorPct: number;
  readonly fitMs: number;
} {
  const draws = new Draws(11);
  let [start, end, startError, endError, spentMs] = [0, 0, 0, 0, 0];
  for (let n = 0; n < ladders; n++) {
    const truth = { lnRate: 0.4 * draws.normal(), lnDose: 0.4 * draws.normal() };
    const { handleS, maxS } = cureWindow({ ...clear, constants: scaledConstants(clear.constants, truth) });
    const outcomes = madeUpLadder(clear, truth, draws, [0.07, 0.12, 0.2][n % 3]!);
    const from = performance.now();
    const fit = fitCoupons(clear, outcomes);
    spentMs += performance.now() - from;
    start += Number(fit.handleRange90[0] <= handleS! && handleS! <= fit.handleRange90[1]);
    end += Number(fit.maxRange90![0] <= maxS! && maxS! <= fit.maxRange90![1]);
    startError += Math.abs(Math.log(fit.handleS / handleS!));
    endError += Math.abs(Math.log(fit.maxS! / maxS!));
  }
  const pct = (sum: number) => (100 * sum) / ladders;
  return {
    startPct: pct(start),
    endPct: pct(end),
    startErrorPct: pct(startError),
    endErrorPct: pct(endError),
    fitMs: spentMs / ladders,
  };
}

export type PlayedFamily = {
  readonly resin: string;
  readonly medium: string;
  readonly goodPct: number;
  readonly tackyPct: number;
  readonly overPct: number;
  readonly noPlan: boolean;
};

/** Every resin of the demo, 100 seeds: true constants up to 20 % off the card's, the plan followed by look and add to its end. */
export function playPlans(seeds = 100): readonly PlayedFamily[] {
  return RESINS.filter(({ card }) => !card.procedure).map(({ card }) => {
    const asCard: CureSetting = {
      constants: cureConstantsOf(card),
      wallMm: 3,
      coldMWPerCm2: 7.5,
      hotMWPerCm2: 10.5,
      medium: card.cureMedium,
      tempC: 22,
      lampHeatsK: 9,
    };
    const change = advisedChange(cureWindow(asCard), cureAlternatives(asCard))?.change;
    const medium = change === 'under water' ? 'water' : change === 'under glycerine' ? 'glycerine' : asCard.medium;
    const setting = { ...asCard, medium } as const;
    const doses = cureDoses(cureWindow(setting), { stepS: 30 });
    let [good, tacky, over] = [0, 0, 0];
    for (let seed = 1; seed <= seeds; seed++) {
      const draws = new Draws(seed * 7919);
      const off = () => 1 + 0.2 * (2 * draws.uniform() - 1);
      const truth = {
        ...setting,
        constants: scaledConstants(setting.constants, { lnRate: Math.log(off()), lnDose: Math.log(off()) }),
      };
      let litS = doses?.firstS ?? 0;
      const look = () => {
        const { cold, hot } = cureMoment(truth, litS);
        const c = truth.constants;
        const tint = c.tint !== undefined && tintDeltaB(c, hot.surfaceDoseJPerCm2) >= c.tint.limitDb;
        return {
          tacky: cold.surface < c.tack || cold.deep < c.deep,
          over: tint || hot.surfaceDoseJPerCm2 >= c.brittleJPerCm2,
        };
      };
      let seen = look();
      while (doses && seen.tacky && !seen.over && litS + 30 <= doses.lastS) {
        litS += Math.min(doses.addS, doses.lastS - litS);
        seen = look();
      }
      if (seen.over) over++;
      else if (seen.tacky) tacky++;
      else good++;
    }
    const pct = (n: number) => (100 * n) / seeds;
    return {
      resin: card.name,
      medium,
      goodPct: pct(good),
      tackyPct: pct(tacky),
      overPct: pct(over),
      noPlan: doses === undefined,
    };
  });
}
