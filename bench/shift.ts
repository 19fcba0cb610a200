import {
  applyEvent,
  type BatchEvent,
  type BatchState,
  currentStep,
  exposureS,
  remainingS,
  type Step,
  wantedS,
} from '@north-step/core/batch';
import { decideExtend, decideFinish, decideLook, decideStart } from '@north-step/core/decide';
import { nextActions } from '@north-step/core/nextStep';
import { testBatch, testBench } from '@north-step/core/testing';
import { Draws } from '../core/src/estimate/random.ts';

export type ShiftResult = {
  readonly sealed: number;
  readonly overLimit: number;
  readonly tackyAtEnd: number;
  readonly wetCures: number;
  readonly hours: number;
};
const BATCHES = 12;
const SHIFT_S = 8 * 3600;
const STATIONS = {
  'drip-rack': { name: 'Drip rack', capacity: 4 },
  'wash-1': { name: 'Wash 1', capacity: 1 },
  'wash-2': { name: 'Wash 2', capacity: 1 },
  'dry-rack': { name: 'Dry rack', capacity: 6 },
  'lamp-box': { name: 'Lamp box', capacity: 1 },
};
/** Hands on a step, s. */
const HANDS_S: Readonly<Partial<Record<Step['kind'], number>>> = {
  'off-plate': 120,
  trim: 600,
  'look-matte': 30,
  'look-cured': 45,
  seal: 60,
};
const TOUCH_S = 25;
/** Clipping is put down when something is due: it is done in pieces of this. */
const PIECE_S = 30;
const CALLED_AWAY = 6;

type Policy = 'the band' | 'one batch after another';

/**
 * One technician, twelve batches over a shift, a lamp that dies once, six calls to the telephone. By the band they do what it
 * shows first; else they take batches in the order they came, and finish what is in hand before they look up.
 */
export function playShift(policy: Policy, seed: number): ShiftResult {
  const draws = new Draws(seed);
  const uniform = () => draws.uniform();
  let nowS = 0;
  const arriveS = Array.from({ length: BATCHES }, (_, i) => (i * SHIFT_S * 0.55) / BATCHES + 300 * uniform());
  const truth = arriveS.map(() => ({ rate: Math.exp(0.1 * draws.normal()), shines: uniform() < 0.1 }));
  const awayS = Array.from({ length: CALLED_AWAY }, () => SHIFT_S * 0.8 * uniform()).sort((a, b) => a - b);
  const diesAt = Math.floor(3 + 5 * uniform());
  const batches: BatchState[] = [];
  const trimmedS = new Map<string, number>();
  /** seconds of light that really fell, by batch */
  const litS = new Map<string, number>();
  let cures = 0;
  /** when the lamp went dark in a step, and when it was mended, s */
  const dark = new Map<string, { readonly fromS: number; readonly toS?: number }>();
  let wetCures = 0;
  const indexOf = (batch: BatchState) => Number(batch.id);
  const put = (
    batch: BatchState,
    decided: { ok: true; value: readonly BatchEvent[] } | { ok: false; refusal: { code: string } },
  ): boolean => {
    if (!decided.ok) return false;
    batches[indexOf(batch)] = decided.value.reduce<BatchState>(applyEvent, batch);
    return true;
  };
  const moment = () => ({ atMs: nowS * 1000, by: 'Mara V.' });
  const arrive = () => {
    while (batches.length < BATCHES && arriveS[batches.length]! <= nowS)
      batches.push({
        ...testBatch(),
        id: String(batches.length),
        name: `Batch ${batches.length + 1}`,
        createdAtMs: nowS * 1000,
      });
  };
  const spend = (seconds: number) => {
    nowS += seconds;
    if (awayS[0] !== undefined && awayS[0] <= nowS) {
      awayS.shift();
      nowS += 40 + 50 * uniform();
    }
    arrive();
  };
  const lightOf = (batch: BatchState, step: Step): number => {
    const ran = nowS - step.startedAtMs! / 1000;
    const gap = dark.get(step.id + batch.id);
    return gap === undefined || gap.fromS > nowS ? ran : ran - ((gap.toS ?? nowS) - gap.fromS);
  };
  const busy = (except: BatchState) =>
    Object.fromEntries(
      Object.entries(STATIONS).map(([id, { capacity }]) => [
        id,
        {
          capacity,
          batches: batches
            .filter(
              (other) =>
                other !== except && currentStep(other)?.state === 'running' && currentStep(other)?.station === id,
            )
            .map(({ name }) => name),
        },
      ]),
    );

  /** What the eye meets. */
  const look = (batch: BatchState, step: Step) => {
    const { rate, shines } = truth[indexOf(batch)]!;
    if (step.kind === 'look-matte') {
      const again = batch.steps.some(({ kind, outcome }) => kind === 'look-matte' && outcome === 'shine');
      return { outcome: shines && !again ? 'shine' : 'matte' } as const;
    }
    const planned = batch.steps.find(({ kind }) => kind === 'cure')!.plannedS!;
    // the first dose is 70 % of what the constants need
    const needed = (planned / 0.7) * rate;
    return { outcome: (litS.get(batch.id) ?? 0) >= needed ? 'good' : 'tacky' } as const;
  };
  const work = (batch: BatchState): void => {
    const step = currentStep(batch)!;
    spend(HANDS_S[step.kind] && step.kind !== 'trim' ? HANDS_S[step.kind]! : TOUCH_S);
    if (step.mode === 'look')
      return void put(batch, decideLook(batch, step.id, look(batch, step), testBench, moment()));
    if (step.state === 'waiting' && step.mode !== 'moment') {
      if (!put(batch, decideStart(batch, step.id, testBench, busy(batch), moment()))) return;
      if (step.kind === 'cure') {
        if (!batch.steps.some(({ kind, outcome }) => kind === 'look-matte' && outcome === 'matte')) wetCures++;
        if (++cures === diesAt) dark.set(step.id + batch.id, { fromS: nowS + (step.plannedS ?? 0) / 2 });
      }
      return;
    }
    if (step.kind === 'cure')
      litS.set(batch.id, (litS.get(batch.id) ?? 0) + Math.min(lightOf(batch, step), wantedS(step)));
    put(batch, decideFinish(batch, step.id, testBench, moment()));
  };

  arrive();
  while (nowS < 2 * SHIFT_S && !(batches.length === BATCHES && batches.every((batch) => !currentStep(batch)))) {
    const open = batches.filter((batch) => currentStep(batch));
    if (policy === 'the band') {
      const light = Object.fromEntries(
        open.flatMap((batch) => {
          const step = currentStep(batch)!;
          if (step.kind !== 'cure' || step.state !== 'running') return [];
          const gap = dark.get(step.id + batch.id);
          const isDark = gap !== undefined && gap.fromS <= nowS && gap.toS === undefined;
          const lit = lightOf(batch, step);
          return [[batch.id, { stepId: step.id, litS: lit, lastShare: isDark ? 0 : 1, lastAtMs: nowS * 1000 }]];
        }),
      );
      const [first] = nextActions({ batches: open, nowMs: nowS * 1000, stations: STATIONS, light });
      const batch = first && batches[Number(first.batchId)]!;
      const step = batch && currentStep(batch)!;
      if (!first || first.tier === 'waits') spend(10);
      else if (first.tier === 'running') spend(Math.max(1, Math.min(10, first.dueInS ?? 10)));
      else if (first.tier === 'pull-out' && (first.dueInS ?? 0) > 0) spend(Math.min(5, first.dueInS!));
      else if (first.fix && step && batch) {
        spend(TOUCH_S);
        // mended, and the timer set to what is missing
        const gap = dark.get(step.id + batch.id);
        if (gap) dark.set(step.id + batch.id, { ...gap, toS: gap.toS ?? nowS });
        put(batch, decideExtend(batch, step.id, first.fix.addS, moment()));
      } else if (step?.kind === 'trim' && step.state === 'running' && (trimmedS.get(batch!.id) ?? 0) < HANDS_S.trim!) {
        trimmedS.set(batch!.id, (trimmedS.get(batch!.id) ?? 0) + PIECE_S);
        spend(PIECE_S);
      } else if (batch) work(batch);
      continue;
    }
    const ready = open.find((batch) => {
      const step = currentStep(batch)!;
      if (batch.held !== undefined && step.state === 'waiting') return false;
      if (step.state === 'running' && step.mode === 'timed') return remainingS(step, nowS * 1000) <= 0;
      return (
        step.state === 'running' ||
        step.mode !== 'timed' ||
        busy(batch)[step.station]!.batches.length < (busy(batch)[step.station]?.capacity ?? 1)
      );
    });
    if (!ready) {
      spend(10);
      continue;
    }
    const step = currentStep(ready)!;
    if (step.kind === 'trim' && step.state === 'running') spend(HANDS_S.trim!);
    work(ready);
  }
  const over = batches.filter((batch) => exposureS(batch, nowS * 1000) > batch.card.exposureCapS);
  const tacky = batches.filter(
    (batch) => batch.steps.findLast(({ kind }) => kind === 'look-cured')?.outcome !== 'good',
  );
  return {
    sealed: batches.filter((batch) => !currentStep(batch)).length,
    overLimit: over.length,
    tackyAtEnd: tacky.length,
    wetCures,
    hours: nowS / 3600,
  };
}
