import { describe, expect, it } from 'vitest';
import {
  applyEvent,
  type BatchEvent,
  type BatchState,
  currentStep,
  lightSoFarS,
  markWords,
  remainingS,
  standingOf,
  wantedS,
} from '../batch/index.ts';
import { nextActions } from '../nextStep/index.ts';
import { play, testBatch, testBench } from '../testing/index.ts';
import {
  decideBroke,
  decideExtend,
  decideFinish,
  decideFlag,
  decideHold,
  decideRecount,
  decideStart,
  decideUndo,
  type Told,
} from './index.ts';

const NOW = { atMs: 90_000_000, by: 'Mara V.' };
const at = (seconds: number) => ({ ...NOW, atMs: NOW.atMs + seconds * 1000 });
type Decided = ReturnType<typeof decideFinish>;
const take = (batch: BatchState, decided: Decided): BatchState => {
  if (!decided.ok) throw new Error(decided.refusal.message);
  return decided.value.reduce<BatchState>(applyEvent, batch);
};
const refusal = (decided: { ok: boolean }) => (decided as { refusal?: { code: string; remedy?: string } }).refusal;
const before = (kind: string, over: Partial<BatchState> = {}) =>
  play(testBatch(over), (b) => currentStep(b)?.kind === kind).batch;
const start = (batch: BatchState) => decideStart(batch, currentStep(batch)!.id, testBench, {}, NOW);
const stations = { 'lamp-box': { name: 'Lamp box', capacity: 1 }, 'trim-mat': { name: 'Trim mat', capacity: 2 } };
const band = (batch: BatchState, seconds = 0, light = {}) =>
  nextActions({ batches: [batch], nowMs: at(seconds).atMs, stations, light })[0]!;

describe('a held batch', () => {
  const held = take(before('cure'), decideHold(before('cure'), 'wrong lot', NOW));
  it('stands held, waits for a word and says for what, and how to release it', () => {
    expect(standingOf(held, NOW.atMs)).toBe('held');
    expect(band(held)).toMatchObject({ tier: 'waits', waitsFor: 'Held: wrong lot', blocked: 'held' });
    expect(band(held).wayOn).toMatch(/Release it/);
    expect(refusal(start(held))?.code).toBe('HELD');
  });
  it('goes on as it was once released', () => {
    expect(standingOf(take(held, decideHold(held, null, NOW)), NOW.atMs)).toBe('waiting');
  });
});

describe('a flag', () => {
  const raised = (stops?: boolean) =>
    take(before('cure'), decideFlag(before('cure'), { note: 'ask Ines', stops }, NOW));
  it('that stops lets nothing begin until somebody answers, and keeps who said what', () => {
    const stopped = raised(true);
    expect([standingOf(stopped, NOW.atMs), refusal(start(stopped))?.code]).toEqual(['stopped', 'FLAG_STOPS']);
    expect(band(stopped)).toMatchObject({ tier: 'waits', waitsFor: 'Stopped by a flag: ask Ines', blocked: 'flag' });
    expect(refusal(decideFlag(stopped, { note: null }, NOW))?.code).toBe('FLAG_NEEDS_ANSWER');
    const answered = take(
      stopped,
      decideFlag(stopped, { note: null, answer: 'glue it, go on' }, { ...NOW, by: 'Ines R.' }),
    );
    expect([answered.flag, answered.flagStops, start(answered).ok]).toEqual([undefined, undefined, true]);
    expect(answered.flagsAnswered).toEqual([
      { note: 'ask Ines', stopped: true, answer: 'glue it, go on', atMs: NOW.atMs, by: 'Ines R.' },
    ]);
  });
  it('and light that no plan fits are said together, the light only where it comes next', () => {
    const lightClosed = { why: 'The hottest faces tint first.', opens: 'Turn them over.' };
    expect(markWords({ ...before('cure'), lightClosed })).toBe('no plan of light fits yet');
    expect(markWords({ ...before('trim'), lightClosed })).toBeUndefined();
    expect(markWords({ ...raised(), lightClosed })).toBe('flagged: ask Ines; no plan of light fits yet');
    expect(markWords({ ...raised(true), lightClosed })).toBe('stopped: ask Ines; no plan of light fits yet');
  });
  it('that only marks stops nothing, and is lowered without a word', () => {
    expect(standingOf(raised(), NOW.atMs)).toBe('waiting');
    expect(start(raised()).ok).toBe(true);
    expect(take(raised(), decideFlag(raised(), { note: null }, NOW)).flag).toBeUndefined();
    expect(refusal(decideFlag(before('cure'), { note: null }, NOW))?.code).toBe('NOT_FLAGGED');
  });
});

describe('time added after a timer has ended', () => {
  const running = take(before('cure', { lastS: 3600 }), start(before('cure', { lastS: 3600 })));
  const id = currentStep(running)!.id;
  const plannedS = currentStep(running)!.plannedS!;
  const lateS = plannedS + 303;
  const added = take(running, decideExtend(running, id, 39, at(lateS)));
  const step = currentStep(added)!;
  it('runs from the press, and what was planned stays what was planned', () => {
    expect(remainingS(step, at(lateS).atMs)).toBe(39);
    expect([step.plannedS, wantedS(step)]).toEqual([plannedS, plannedS + 39]);
    expect(step.added).toEqual([{ addS: 39, idleS: 303, ...at(lateS) }]);
  });
  it('asks for the lamp, or the hand, to start it again until its light is seen', () => {
    const seen = (lastShare: number) => ({
      b1: { stepId: id, litS: plannedS, lastShare, lastAtMs: at(lateS + 4).atMs },
    });
    expect(band(added, lateS + 5).say).toBe('Start the lamp box again: 0:34 more for Tern 1');
    expect(band(added, lateS + 5, seen(0)).say).toMatch(/^Start the lamp box again/);
    expect(band(added, lateS + 5, seen(1)).say).toBe('Take Tern 1 out of Lamp box');
  });
  it('counts light by what the lamp gave, not by the clock on the wall', () => {
    // nobody watched: the timer ended after its time, and ran again for what was added
    expect(lightSoFarS(running, at(lateS).atMs)).toBe(plannedS);
    expect(lightSoFarS(added, at(lateS + 20).atMs)).toBe(plannedS + 20);
    const dark = { stepId: id, litS: 201, lastShare: 0, lastAtMs: at(548).atMs };
    expect(lightSoFarS(running, at(548).atMs, dark)).toBe(201);
    const done = take(added, decideFinish(added, id, testBench, at(lateS + 39)));
    expect(lightSoFarS(done, at(lateS + 900).atMs)).toBe(plannedS + 39);
  });
  it('put on before the end only makes it longer, and never past the limit in solvent', () => {
    const early = take(running, decideExtend(running, id, 30, at(60)));
    expect(remainingS(currentStep(early)!, at(60).atMs)).toBe(plannedS + 30 - 60);
    const wash = take(before('wash'), start(before('wash')));
    const capS = wash.card.exposureCapS;
    expect(refusal(decideExtend(wash, currentStep(wash)!.id, 20, at(capS - 10)))?.code).toBe('EXPOSURE_CAP');
    expect(decideExtend(wash, currentStep(wash)!.id, 20, at(capS - 30)).ok).toBe(true);
  });
});

describe('undo', () => {
  const created: Told = { commandId: 'c0', event: { ...NOW, type: 'created', batch: testBatch() } };
  /** Presses one after another, each a command. */
  const story = (...presses: ((batch: BatchState, seconds: number) => Decided)[]) => {
    const told: Told[] = [created];
    presses.forEach((press, i) => {
      const decided = press(sum(told), 10 * (i + 1));
      if (!decided.ok) throw new Error(decided.refusal.message);
      told.push(...decided.value.map((event) => ({ commandId: `c${i + 1}`, event })));
    });
    return told;
  };
  const sum = (told: readonly Told[]) =>
    told.reduce<BatchState | undefined>((s, { event }) => applyEvent(s, event), undefined)!;
  const undo = (told: readonly Told[], commandId: string): readonly Told[] => {
    const decided = decideUndo(told, commandId, at(500));
    if (!decided.ok) throw new Error(decided.refusal.message);
    return [...told, { commandId: `undo ${commandId}`, event: decided.value as BatchEvent }];
  };
  const begin = (batch: BatchState, s: number) => decideStart(batch, currentStep(batch)!.id, testBench, {}, at(s));
  const end = (batch: BatchState, s: number) => decideFinish(batch, currentStep(batch)!.id, testBench, at(s));
  const flag = (batch: BatchState, s: number) => decideFlag(batch, { note: 'odd' }, at(s));

  it('puts a press back, field by field, with nothing left behind', () => {
    const told = story(begin, end, flag);
    expect(sum(undo(told, 'c3'))).toEqual(sum(told.slice(0, -1)));
    const twice = undo(undo(told, 'c3'), 'c2');
    expect(sum(twice)).toEqual(sum(story(begin)));
    expect(currentStep(sum(twice))).toMatchObject({ kind: 'drip', state: 'running' });
  });
  it('is refused once something followed, and says what', () => {
    const told = story(begin, end, flag);
    const decided = decideUndo(told, 'c1', at(500));
    expect(decided).toMatchObject({
      refusal: { code: 'FOLLOWED', message: expect.stringMatching(/drip was finished/) },
    });
  });
  it('is done once, never of what was not noted, never of a hanging', () => {
    const told = undo(story(begin), 'c1');
    expect(refusal(decideUndo(told, 'c1', at(500)))?.code).toBe('ALREADY_UNDONE');
    expect(refusal(decideUndo(told, 'c9', at(500)))?.code).toBe('UNKNOWN_COMMAND');
    expect(refusal(decideUndo([created], 'c0', at(500)))?.code).toBe('NOT_UNDONE');
  });
});

describe('a count of broken pieces', () => {
  it('that was wrong is put right by a fact of its own', () => {
    const broke = take(testBatch(), decideBroke(testBatch(), { count: 2 }, NOW));
    const right = take(broke, decideRecount(broke, { broken: 1, because: 'one was a support' }, NOW));
    expect([broke.broken, right.broken]).toEqual([2, 1]);
    expect(right.breakages?.at(-1)).toMatchObject({ count: -1, corrects: 'one was a support', by: 'Mara V.' });
    expect(refusal(decideRecount(right, { broken: 3, because: 'x' }, NOW))?.code).toBe('BROKEN_COUNT');
    expect(refusal(decideRecount(right, { broken: 1, because: 'x' }, NOW))?.code).toBe('SAME_COUNT');
  });
  it('says which part, where several kinds are on the plate', () => {
    const pieces = [
      { name: 'fin', count: 4 },
      { name: 'lid', count: 1 },
    ];
    const mixed = testBatch({ count: 5, part: { ...testBatch().part, pieces } });
    expect(take(mixed, decideBroke(mixed, { count: 1, which: 'fin' }, NOW)).breakages?.[0]?.which).toBe('fin');
    expect(refusal(decideBroke(mixed, { count: 1, which: 'knob' }, NOW))?.code).toBe('UNKNOWN_PIECE');
  });
});
