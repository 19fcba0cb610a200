import { applyEvent, type BatchEvent, type BatchState, currentStep } from '../batch/index.ts';
import type { BathNow, BenchNow, LampNow } from '../bench/index.ts';
import { type CureSetting, cureWindow, LADDER_S, type Outcome, scaledConstants } from '../cure/index.ts';
import { decideFinish, decideLook, decideMeasure, decideStart } from '../decide/index.ts';
import type { Lamp } from '../light/index.ts';
import type { PartFacts } from '../part/index.ts';
import { finishWash, layRoute, planBatch } from '../plan/index.ts';
import type { ResinCard, ValidatedProcedure } from '../resin/index.ts';
import { ok } from '../result/index.ts';
import { isWet, kindShape } from '../route/index.ts';

/** A made-up card, part and bench for tests. Not used by the product. */
export const testCard: ResinCard = {
  id: 'grey',
  name: 'Grey',
  version: 1,
  family: 'standard opaque',
  viscosityMPaS25: 300,
  densityGPerMl: 1.1,
  solvents: ['isopropanol'],
  exposureCapS: 900,
  residueTolUm: 0.8,
  cureMedium: 'air',
  stainsBath: false,
  leavesGrit: false,
  notes: '',
};
export const testPart: PartFacts = { name: 'block', areaMm2: 4000, heightMm: 40, wallMm: 3 };
/** Three columns of eight LEDs about a clear turntable over a mirror. */
export const testLamp: Lamp = {
  kind: 'box',
  groups: [{ shape: 'columns', columns: 3, each: 8, radiusMm: 110, fromMm: 10, toMm: 190, powerMW: 300 }],
  turntable: true,
  tableRadiusMm: 80,
  heightMm: 200,
  tableTransmission: 0.9,
  floorBelowMm: 15,
  floorReflectance: 0.85,
  wallReflectance: 0.6,
  wallAreaMm2: 180_000,
  heatsK: 9,
  timerStepS: 120,
  hours: 0,
  fadesPer1000h: 0.15,
};
export const testBench: BenchNow = {
  roomC: 22,
  humidityPct: 50,
  dryAir: 'still',
  stations: [
    { id: 'drip-rack', name: 'Drip rack', kind: 'drip-rack', capacity: 4 },
    { id: 'wash-1', name: 'Wash 1', kind: 'bath', capacity: 1 },
    { id: 'wash-2', name: 'Wash 2', kind: 'bath', capacity: 1 },
    { id: 'dry-rack', name: 'Dry rack', kind: 'drying-rack', capacity: 6 },
    { id: 'trim-mat', name: 'Trim mat', kind: 'mat', capacity: 2 },
    { id: 'lamp-box', name: 'Lamp box', kind: 'lamp', capacity: 1 },
  ],
  lines: [{ id: 'alcohol', name: 'Alcohol', baths: ['wash-1', 'wash-2'] }],
  baths: {
    'wash-1': { name: 'Wash 1', loadPctW: 6, strengthPctW: 94, agitation: 'impeller', solvent: 'isopropanol' },
    'wash-2': { name: 'Wash 2', loadPctW: 1.5, strengthPctW: 96, agitation: 'impeller', solvent: 'isopropanol' },
  },
  lamps: { 'lamp-box': { name: 'Lamp box', mWPerCm2: 10, heatsK: 8, timerStepS: 120 } },
};
/** The test bench with one bath, or one lamp, otherwise than it is. */
export const withBath = (station: string, over: Partial<BathNow>, bench: BenchNow = testBench): BenchNow => ({
  ...bench,
  baths: { ...bench.baths, [station]: { ...bench.baths[station]!, ...over } },
});
export const withLamp = (station: string, over: Partial<LampNow>, bench: BenchNow = testBench): BenchNow => ({
  ...bench,
  lamps: { ...bench.lamps, [station]: { ...bench.lamps[station]!, ...over } },
});

export function testBatch(over: Partial<BatchState> = {}, dripS = 300): BatchState {
  const card = over.card ?? testCard;
  const request = { card, part: testPart, count: 2, dripS, plateAreaMm2: 5000, bench: testBench };
  const plan = planBatch(request);
  return {
    id: 'b1',
    name: 'Tern 1',
    card,
    lot: 'L1',
    count: 2,
    part: testPart,
    plateAreaMm2: 5000,
    createdAtMs: 0,
    steps: layRoute(request, plan),
    filmUm: plan.filmUm,
    clingingMg: ['0', '0', '0'],
    addS: plan.cure.doses?.addS ?? 0,
    lastS: plan.cure.doses?.lastS,
    broken: 0,
    ...over,
  };
}

/** A made-up procedure for teeth: sprayed, two jars in the tub, both sides lit, accepted by a second person. */
export const testProcedure = {
  reference: 'IFU 9',
  steps: [
    { type: 'drip', seconds: 300 },
    { type: 'wash-spray', where: 'first-bath', seconds: 20 },
    { type: 'blow' },
    { type: 'off-plate' },
    { type: 'wash-spray', where: 'first-bath', seconds: 20 },
    { type: 'blow' },
    { type: 'wash-ultrasonic', seconds: 120 },
    { type: 'blow' },
    { type: 'wash-ultrasonic', seconds: 60 },
    { type: 'blow' },
    { type: 'rest', seconds: 1200 },
    { type: 'look-matte' },
    { type: 'supports-off' },
    { type: 'hold-form' },
    { type: 'cure', seconds: 600 },
    { type: 'turn-over' },
    { type: 'cure', seconds: 600 },
    { type: 'look-cured' },
    { type: 'polish' },
    { type: 'steam' },
    { type: 'accept' },
    { type: 'seal' },
  ],
} as const satisfies ValidatedProcedure;
const testSize = { name: 'along X', side: 'outside', nominalMm: 40, toleranceMm: 0.1, foundMm: 40.05 } as const;
/** Plays steps to their planned ends until `stop` says so; looks are answered well. @returns the state and the clock */
export function play(
  batch: BatchState,
  stop: (batch: BatchState) => boolean,
  startMs = 0,
  bench = testBench,
): { readonly batch: BatchState; readonly atMs: number } {
  let state = batch;
  let atMs = startMs;
  const take = (result: ReturnType<typeof decideStart>): void => {
    if (!result.ok) throw new Error(result.refusal.message);
    state = result.value.reduce<BatchState>((s, e: BatchEvent) => applyEvent(s, e), state);
  };
  while (!stop(state)) {
    const step = currentStep(state)!;
    const now = { atMs, by: 'Mara V.' };
    if (step.mode === 'look')
      take(decideLook(state, step.id, { outcome: step.kind === 'look-matte' ? 'matte' : 'good' }, bench, now));
    else {
      if (step.mode !== 'moment') {
        take(decideStart(state, step.id, bench, {}, now));
        const planned = state.steps.find((s) => s.id === step.id)!.plannedS ?? 300;
        atMs += planned * 1000;
        if (kindShape(step.kind).asksSizes) take(decideMeasure(state, { sizes: [testSize] }, { ...now, atMs }));
      }
      const by = kindShape(step.kind).secondPerson ? 'Osei T.' : now.by;
      take(washedOff(decideFinish(state, step.id, bench, { atMs, by }), state, step.id, atMs, bench));
    }
    atMs += 10_000;
  }
  return { batch: state, atMs };
}

/** What a wash that ends takes off the parts, as the server writes it beside the press. */
function washedOff(
  result: ReturnType<typeof decideFinish>,
  state: BatchState,
  stepId: string,
  atMs: number,
  bench: BenchNow,
): ReturnType<typeof decideFinish> {
  const step = state.steps.find(({ id }) => id === stepId)!;
  if (!result.ok || !isWet(step)) return result;
  const vessel = { id: 'v', held: [4_000_000n, 200_000n, 100_000n] as const, surfaceM2: 0.04 };
  const { filmUm, recessUm, knew } = finishWash(state, step, atMs, vessel, bench);
  return ok(
    result.value.map((event) =>
      event.type === 'finished' ? { ...event, filmUm, recessUm, knew: { ...event.knew, ...knew } } : event,
    ),
  );
}

/** Eight coupons of a resin whose true factors differ from its card's, thresholds blurred by `noise`. */
export function madeUpLadder(
  setting: CureSetting,
  truth: { readonly lnRate: number; readonly lnDose: number },
  draws: { readonly normal: () => number },
  noise: number,
): readonly Outcome[] {
  const { handleS, maxS } = cureWindow({ ...setting, constants: scaledConstants(setting.constants, truth) });
  return LADDER_S.map((seconds) => {
    const tinted = Math.log(seconds / maxS!) + noise * draws.normal() > 0;
    const tacky = Math.log(handleS! / seconds) + noise * draws.normal() > 0;
    return { seconds, result: tinted ? 'tinted' : tacky ? 'tacky' : 'ok' };
  });
}
export * from './benches.ts';
export * from './bomb.ts';
export * from './reclaim.ts';
