import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep, exposureS, lightS, remainingS, replay } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { decideExtend, decideFinish, decideLook, decideStart } from '../decide/index.ts';
import { addParcels, EMPTY_PARCEL, freshParcel, loadPctW, netOn, totalMg } from '../solvent/index.ts';
import { play, testBatch, testBench, testCard, testPart, withBath } from '../testing/index.ts';
import { explain, finishWash, planBatch, WHY_TOPICS } from './index.ts';

const at = (kind: string) => (b: BatchState) => currentStep(b)!.kind === kind;
const request = { card: testCard, part: testPart, count: 2, dripS: 300, plateAreaMm2: 5000, bench: testBench };
const code = (result: { ok: boolean } & object) =>
  'refusal' in result ? (result.refusal as { code: string }).code : 'ok';

describe('plan of a batch', () => {
  it('meets the tolerance of the card inside its exposure cap', () => {
    const plan = planBatch(request);
    if (!plan.wash.ok) throw new Error(plan.wash.refusal.message);
    expect(plan.wash.value.residueUm).toBeLessThanOrEqual(0.8);
    expect(plan.wash.value.stagesS.reduce((a, b) => a + b)).toBeLessThanOrEqual(480);
    expect(plan.cure.doses!.firstS % 120).toBe(0);
  });
  it('asks for a rotation when the clean bath is spent', () => {
    const spent = planBatch({ ...request, bench: withBath('wash-2', { loadPctW: 7 }) });
    expect(!spent.wash.ok && [spent.wash.refusal.code, spent.wash.refusal.remedy]).toEqual([
      'CLEAN_BATH_TOO_LOADED',
      expect.stringContaining('Rotate'),
    ]);
  });
  it('refuses a bath of a liquid the card does not allow', () => {
    const water = planBatch({ ...request, card: { ...testCard, solvents: ['water'] } });
    expect(!water.wash.ok && water.wash.refusal).toMatchObject({
      code: 'WRONG_SOLVENT',
      message: expect.stringContaining('allows only water'),
    });
  });
  it('keeps the exact times of a validated procedure', () => {
    const card = { ...testCard, procedure: { wash1S: 180, wash2S: 120, dryS: 1800, cureS: 600, reference: 'P-7' } };
    const plan = planBatch({ ...request, card });
    expect(plan.wash.ok && plan.wash.value.stagesS).toEqual([180, 120]);
    expect([plan.dryS, plan.cure.doses!.firstS]).toEqual([1800, 600]);
  });
  it('explains every figure with inputs, formula, movers in order and how sure it is', () => {
    for (const topic of WHY_TOPICS) {
      const why = explain(topic, request);
      expect(why.inputs.length).toBeGreaterThan(2);
      expect([why.formula, why.constants, why.sure].every((text) => text.length > 20)).toBe(true);
      // what changes nothing is no mover
      expect(why.movers.filter(([, effect]) => /^[+−](0:00|0(\.0+)? g)$/.test(effect))).toEqual([]);
    }
    expect(explain('cure', request).movers.map(([change]) => change)).toContain('lamp 10 % weaker');
    expect(explain('film', request).movers.find(([change]) => change.startsWith('drip'))![1]).toMatch(/^−/);
    // where the least time at a bath does not decide, a fuller bath takes longer
    const strict = { ...request, card: { ...request.card, residueTolUm: 0.5 } };
    expect(explain('wash2', strict).movers.find(([change]) => change.startsWith('Wash 2'))![1]).toMatch(
      /^\+\d:\d\d in all$/,
    );
  });
});

describe('the order of work', () => {
  it('runs from drip to seal, and replaying its facts gives the same state', () => {
    const { batch, atMs } = play(testBatch(), at('seal'));
    expect(batch.steps.filter((s) => s.state === 'done').map((s) => s.kind)).toEqual([
      'drip',
      'off-plate',
      'wash',
      'wash',
      'dry',
      'look-matte',
      'trim',
      'cure',
      'look-cured',
    ]);
    expect(exposureS(batch, atMs)).toBeLessThanOrEqual(testCard.exposureCapS);
    const created = { type: 'created' as const, atMs: 0, by: 'x', batch: testBatch() };
    const started = decideStart(created.batch, 's1', testBench, {}, { atMs: 5, by: 'x' });
    expect(started.ok && replay([created, ...started.value])).toEqual(
      started.ok && started.value.reduce<BatchState>(applyEvent, created.batch),
    );
  });
  it('refuses to cure before the matte look, with a reason and a way on', () => {
    const { batch } = play(testBatch(), at('look-matte'));
    const cure = batch.steps.find((s) => s.kind === 'cure')!;
    const refused = decideStart(batch, cure.id, testBench, {}, { atMs: 1, by: 'x' });
    expect(!refused.ok && refused.refusal).toMatchObject({
      code: 'CURE_BEFORE_MATTE',
      message: expect.stringContaining('white marks'),
      remedy: expect.stringContaining('Look at it first'),
    });
  });
  it.each([
    ['a later step', (b: BatchState) => decideStart(b, 's4', testBench, {}, { atMs: 1, by: 'x' }), 'WRONG_ORDER'],
    [
      'finishing what was not started',
      (b: BatchState) => decideFinish(b, 's1', testBench, { atMs: 1, by: 'x' }),
      'NOT_STARTED',
    ],
    ['an unknown step', (b: BatchState) => decideFinish(b, 'zz', testBench, { atMs: 1, by: 'x' }), 'UNKNOWN_STEP'],
    [
      'adding time to a waiting step',
      (b: BatchState) => decideExtend(b, 's1', 30, { atMs: 1, by: 'x' }),
      'NOT_RUNNING',
    ],
    [
      'a look at a wash',
      (b: BatchState) => decideLook(b, 's3', { outcome: 'matte' }, testBench, { atMs: 1, by: 'x' }),
      'NOT_A_LOOK',
    ],
  ])('refuses %s', (_, ask, want) => expect(code(ask(testBatch()))).toBe(want));
  it('treats two quick presses as one, and a second finish as nothing', () => {
    const started = decideStart(testBatch(), 's1', testBench, {}, { atMs: 1000, by: 'x' });
    const running = started.ok ? started.value.reduce<BatchState>(applyEvent, testBatch()) : testBatch();
    expect(code(decideStart(running, 's1', testBench, {}, { atMs: 1100, by: 'x' }))).toBe('ALREADY_STARTED');
    expect(code(decideFinish(running, 's1', testBench, { atMs: 1400, by: 'x' }))).toBe('DOUBLE_PRESS');
    const { batch } = play(testBatch(), at('wash'));
    expect(code(decideFinish(batch, 's1', testBench, { atMs: 9e9, by: 'x' }))).toBe('ALREADY_FINISHED');
  });
  it('refuses a bath that is in use, by the name of who is in it', () => {
    const { batch, atMs } = play(testBatch(), at('wash'));
    const refused = decideStart(
      batch,
      currentStep(batch)!.id,
      testBench,
      { 'wash-1': { capacity: 1, batches: ['Knot 2'] } },
      { atMs, by: 'x' },
    );
    expect(!refused.ok && refused.refusal).toMatchObject({
      code: 'STATION_BUSY',
      message: expect.stringContaining('Knot 2'),
    });
  });
  it('will not add wash time past the exposure cap', () => {
    const { batch, atMs } = play(testBatch(), at('wash'));
    const step = currentStep(batch)!;
    const started = decideStart(batch, step.id, testBench, {}, { atMs, by: 'x' });
    const running = started.ok ? started.value.reduce<BatchState>(applyEvent, batch) : batch;
    expect(code(decideExtend(running, step.id, 30, { atMs, by: 'x' }))).toBe('ok');
    expect(code(decideExtend(running, step.id, 900, { atMs, by: 'x' }))).toBe('EXPOSURE_CAP');
    expect(remainingS(currentStep(running)!, atMs + 5000)).toBeCloseTo(currentStep(running)!.plannedS! - 5, 6);
  });
  it('flags a batch forgotten in solvent and refuses to wash it further', () => {
    const { batch, atMs } = play(testBatch(), at('wash'));
    const step = currentStep(batch)!;
    const started = decideStart(batch, step.id, testBench, {}, { atMs, by: 'x' });
    const running = started.ok ? started.value.reduce<BatchState>(applyEvent, batch) : batch;
    const late = decideFinish(running, step.id, testBench, { atMs: atMs + 3_600_000, by: 'x' });
    const after = late.ok ? late.value.reduce<BatchState>(applyEvent, running) : running;
    expect(after.flag).toContain('In solvent 1:00:00, over its 15:00');
    const on = (b: BatchState) =>
      code(decideStart(b, currentStep(b)!.id, testBench, {}, { atMs: atMs + 3_700_000, by: 'x' }));
    expect(on(after)).toBe('HELD');
    expect(on({ ...after, held: undefined })).toBe('EXPOSURE_SPENT');
  });
});

describe('looks', () => {
  const look = (
    batch: BatchState,
    outcome: 'shine' | 'tacky' | 'tinted' | 'good',
    atMs: number,
    bench: BenchNow = testBench,
  ) => {
    const result = decideLook(batch, currentStep(batch)!.id, { outcome }, bench, { atMs, by: 'x' });
    if (!result.ok) throw new Error(result.refusal.message);
    return result.value.reduce<BatchState>(applyEvent, batch);
  };
  it('sends shine back to the clean bath with a computed time, then asks again', () => {
    const { batch, atMs } = play(testBatch(), at('look-matte'));
    const again = look({ ...batch, filmUm: 0.3 }, 'shine', atMs);
    const next = again.steps.filter((s) => s.state !== 'done').slice(0, 3);
    expect(next.map((s) => [s.kind, s.station])).toEqual([
      ['wash', 'wash-2'],
      ['dry', 'dry-rack'],
      ['look-matte', 'dry-rack'],
    ]);
    // 10 µm of seen resin to 0.8 − 20·0.73·1.5 % = 0.581 µm at recess τ 14.3 s · 3.6 · e^(0.6745·0.4) = 67.3 s: 191.6 s, in 5 s steps
    expect(next[0]!.plannedS).toBe(195);
    expect(new Set(again.steps.map((s) => s.id)).size).toBe(again.steps.length);
  });
  it('adds increments while tacky, never past the end, then blames the wash', () => {
    const start = play(testBatch({ addS: 120, lastS: 600 }), at('look-cured'));
    const lit = lightS(start.batch);
    const once = look(start.batch, 'tacky', start.atMs);
    expect(currentStep(once)).toMatchObject({ kind: 'cure', plannedS: Math.min(120, 600 - lit) });
    const end = look(play(testBatch({ addS: 120, lastS: 240 }), at('look-cured')).batch, 'tacky', start.atMs);
    expect([currentStep(end)!.kind, end.flag]).toEqual(['wash', expect.stringContaining('end of its window')]);
  });
  it('flags a tinted batch and lets it be sealed', () => {
    const { batch, atMs } = play(testBatch(), at('look-cured'));
    const after = look(batch, 'tinted', atMs);
    expect([after.flag, currentStep(after)!.kind]).toEqual([expect.stringContaining('cannot be undone'), 'seal']);
  });
  it('refuses an answer of the other look and an impossible count of broken pieces', () => {
    const { batch, atMs } = play(testBatch(), at('look-matte'));
    const id = currentStep(batch)!.id;
    expect(code(decideLook(batch, id, { outcome: 'good' }, testBench, { atMs, by: 'x' }))).toBe('WRONG_OUTCOME');
    expect(code(decideLook(batch, id, { outcome: 'matte', broken: 7 }, testBench, { atMs, by: 'x' }))).toBe(
      'BROKEN_COUNT',
    );
  });
});

describe('a finished wash', () => {
  it('moves resin in and drag-out and vapour out, balanced, and thins the film', () => {
    const { batch, atMs } = play(testBatch(), at('wash'));
    const held = freshParcel(4500, 94);
    const started = decideStart(batch, currentStep(batch)!.id, testBench, {}, { atMs, by: 'x' });
    const running = started.ok ? started.value.reduce<BatchState>(applyEvent, batch) : batch;
    const done = finishWash(
      running,
      currentStep(running)!,
      atMs + 100_000,
      { id: 'w1', held, surfaceM2: 0.03 },
      testBench,
    );
    expect(done.lines.reduce((sum, line) => addParcels(sum, line.parcel), EMPTY_PARCEL)).toEqual(EMPTY_PARCEL);
    // film · 1.198 · 2 pieces · 4000 mm² · 1.1 g/mL, in mg
    const resinMg = (batch.filmUm - done.filmUm) * 1e-3 * 1.198 * 8000 * 1.1;
    expect(Number(-netOn(done.lines, 'supply')[2])).toBeCloseTo(resinMg, -1);
    expect(Number(totalMg(done.clinging))).toBeCloseTo(0.02 * 1.198 * 8000 * 0.8087, -1);
    expect(loadPctW(addParcels(held, netOn(done.lines, 'w1')))).toBeGreaterThan(0);
  });
});
