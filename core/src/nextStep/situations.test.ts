import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep, type Step, stepById } from '../batch/index.ts';
import { REMINDERS } from '../bench/index.ts';
import { decideLook } from '../decide/index.ts';
import { play, testBatch, testBench } from '../testing/index.ts';
import { type Action, type BathFit, type BenchView, meanwhile, nextActions } from './index.ts';

const NOW_MS = 1_800_000_000_000;
const stations = {
  'drip-rack': { name: 'Drip rack', capacity: 4 },
  'wash-1': { name: 'Wash 1', capacity: 1 },
  'wash-2': { name: 'Wash 2', capacity: 1 },
  'dry-rack': { name: 'Dry rack', capacity: 6 },
  'trim-mat': { name: 'Trim mat', capacity: 2 },
  'lamp-box': { name: 'Lamp box', capacity: 1 },
  'small-lamp': { name: 'Small lamp', capacity: 1 },
  'sun-sill': { name: 'Sun sill', capacity: 3 },
  oven: { name: 'Oven', capacity: 1 },
  'rinse-bowl': { name: 'Rinse bowl', capacity: 1 },
};

type Spot = Partial<BatchState> & {
  /** its step has run for so long */
  readonly ranS?: number;
  readonly plannedS?: number;
  /** which step of that kind, from 0 */
  readonly nth?: number;
  readonly step?: Partial<Step>;
};
/** A batch that stands before a step of a kind, or has been in it for some time. */
function batch(
  name: string,
  kind: Step['kind'],
  { ranS, plannedS, nth = 0, step: over, ...more }: Spot = {},
): BatchState {
  const reached = play(
    { ...testBatch(), id: name, name, createdAtMs: 0 },
    (b) => currentStep(b)!.kind === kind && b.steps.filter((s) => s.kind === kind && s.state === 'done').length === nth,
    NOW_MS - 7_200_000,
  ).batch;
  const at = currentStep(reached)!;
  const changed: Step = {
    ...at,
    ...(plannedS === undefined ? {} : { plannedS }),
    ...(ranS === undefined ? {} : { state: 'running', startedAtMs: NOW_MS - ranS * 1000, by: 'Mara V.' }),
    ...over,
  };
  return { ...reached, ...more, steps: reached.steps.map((s) => (s.id === at.id ? changed : s)) };
}
/** No timer ends the light of the sun. */
const SUN: Partial<Step> = { station: 'sun-sill', daylight: true };
const act = (batches: readonly BatchState[], over: Partial<BenchView> = {}): readonly Action[] =>
  nextActions({ batches, nowMs: NOW_MS, stations, ...over });
const bath = (loadPctW: number, limitPctW = 10): BathFit => ({ name: 'Wash 1', loadPctW, limitPctW });
const looked = (b: BatchState, outcome: 'tacky' | 'tack' | 'shine'): BatchState => {
  const decided = decideLook(b, currentStep(b)!.id, { outcome }, testBench, { atMs: NOW_MS, by: 'Mara V.' });
  if (!decided.ok) throw new Error(decided.refusal.message);
  return decided.value.reduce<BatchState>(applyEvent, b);
};
const turn = (name: string): BatchState =>
  batch(name, 'trim', {
    step: { type: 'turn-over', mode: 'moment', say: ['Turn {} over', 'Turn {} over'], hint: 'Undersides up.' },
  });

type Case = readonly [
  situation: string,
  batches: readonly BatchState[],
  say: string,
  reason: RegExp,
  over?: Partial<BenchView>,
];
const CASES: readonly Case[] = [
  // pull-outs and limits
  [
    'a wash has ended',
    [batch('Tern 1', 'wash', { ranS: 90, plannedS: 90 })],
    'Lift Tern 1 out of Wash 1',
    /1:30 of its 15:00 solvent allowance/,
  ],
  [
    'a wash ends in half a minute, a look could be had',
    [batch('Skua 2', 'look-matte'), batch('Tern 1', 'wash', { ranS: 60, plannedS: 90 })],
    'Lift Tern 1 out of Wash 1',
    /allowance/,
  ],
  [
    'a wash has three minutes, a look can be had',
    [batch('Tern 1', 'wash', { ranS: 10, plannedS: 190 }), batch('Skua 2', 'look-matte')],
    'Look at Skua 2: matte all over?',
    /white marks/,
  ],
  [
    'two washes are overdue',
    [
      batch('Tern 1', 'wash', { ranS: 100, plannedS: 90 }),
      batch('Knot 3', 'wash', { nth: 1, ranS: 200, plannedS: 60 }),
    ],
    'Lift Knot 3 out of Wash 2',
    /allowance/,
  ],
  [
    'solvent is at its limit before the timer',
    [batch('Tern 1', 'wash', { ranS: 895, plannedS: 600 }), batch('Skua 2', 'look-matte')],
    'Lift Tern 1 out of Wash 1 now',
    /14:55 in solvent, its limit is 15:00/,
  ],
  [
    'solvent is past its limit',
    [batch('Tern 1', 'wash', { ranS: 940, plannedS: 90 })],
    'Lift Tern 1 out of Wash 1 now',
    /Longer swells and softens/,
  ],
  [
    'a batch was forgotten overnight',
    [
      batch('Tern 1', 'wash', { ranS: 50_000, plannedS: 90 }),
      batch('Skua 2', 'wash', { nth: 1, ranS: 60, plannedS: 60 }),
    ],
    'Tern 1 was left in Wash 1: lift it out',
    /13:53:20 in solvent.*swelling.*when it was lifted/,
  ],
  [
    'a rinse has ended',
    [batch('Tern 1', 'wash', { ranS: 60, plannedS: 60, step: { kind: 'rinse', station: 'rinse-bowl' } })],
    'Lift Tern 1 out of Rinse bowl',
    /./,
  ],
  [
    'light passes the end of the window',
    [batch('Tern 1', 'cure', { ranS: 900, plannedS: 600, lastS: 800, step: SUN }), batch('Skua 2', 'wash')],
    'Take Tern 1 out of Sun sill now',
    /15:00 of light, the end of its window is 13:20.*cannot be undone/,
  ],
  [
    'a pull-out and light past its window',
    [
      batch('Tern 1', 'wash', { ranS: 95, plannedS: 90 }),
      batch('Skua 2', 'cure', { ranS: 900, plannedS: 600, lastS: 800, step: SUN }),
    ],
    'Take Skua 2 out of Sun sill now',
    /window/,
  ],
  [
    'clipping is in hand and a wash ends',
    [batch('Tern 1', 'trim', { ranS: 100 }), batch('Skua 2', 'wash', { ranS: 85, plannedS: 90 })],
    'Lift Skua 2 out of Wash 1',
    /./,
  ],
  // turns
  [
    'parts lie half lit',
    [turn('Tern 1'), batch('Skua 2', 'look-matte')],
    'Turn Tern 1 over',
    /underside of Tern 1 has had little light/,
  ],
  [
    'a wash ends while parts lie half lit',
    [turn('Tern 1'), batch('Skua 2', 'wash', { ranS: 88, plannedS: 90 })],
    'Lift Skua 2 out of Wash 1',
    /./,
  ],
  // gates
  [
    'dry, not yet looked at',
    [batch('Tern 1', 'look-matte'), batch('Skua 2', 'drip')],
    'Look at Tern 1: matte all over?',
    /Cure stays locked/,
  ],
  [
    'lit, not yet touched',
    [batch('Tern 1', 'look-cured'), batch('Skua 2', 'wash')],
    'Touch and tilt Tern 1',
    /over-cure cannot be undone/,
  ],
  ['shine was seen', [looked(batch('Tern 1', 'look-matte'), 'shine')], 'Lower Tern 1 into Wash 2', /./],
  [
    'tack was felt after the light',
    [looked({ ...batch('Tern 1', 'look-cured'), addS: 60, lastS: 5000 }, 'tacky')],
    'Put Tern 1 in the lamp box',
    /Tacky after .* more, then look again/,
  ],
  [
    'tacky at the end of its window: the wash is at fault',
    [looked({ ...batch('Tern 1', 'look-cured'), addS: 60, lastS: 1 }, 'tacky')],
    'Lower Tern 1 into Wash 2',
    /./,
  ],
  // timers that ended
  [
    'dripped long enough',
    [batch('Tern 1', 'drip', { ranS: 400, plannedS: 360 }), batch('Skua 2', 'trim')],
    'Tern 1 has dripped',
    /./,
  ],
  [
    'the lamp is done and another waits for it',
    [batch('Tern 1', 'cure', { ranS: 700, plannedS: 600 }), batch('Skua 2', 'cure')],
    'Take Tern 1 out of Lamp box',
    /Skua 2 waits for the lamp box/,
  ],
  ['rested long enough', [batch('Tern 1', 'dry', { ranS: 700, plannedS: 600 })], 'Check Tern 1 is dry', /./],
  // starts
  [
    'two can begin: the rush first',
    [batch('Tern 1', 'wash'), batch('Skua 2', 'drip', { priority: 'rush' })],
    'Hang Skua 2 on the drip rack',
    /./,
  ],
  [
    'two can begin: the sooner due first',
    [batch('Tern 1', 'drip', { dueAtMs: NOW_MS + 9e6 }), batch('Skua 2', 'drip', { dueAtMs: NOW_MS + 5e6 })],
    'Hang Skua 2 on the drip rack',
    /./,
  ],
  ['a machine before hand work', [batch('Tern 1', 'trim'), batch('Skua 2', 'cure')], 'Put Skua 2 in the lamp box', /./],
  [
    'clipping is in hand and a machine could run',
    [batch('Tern 1', 'trim', { ranS: 100 }), batch('Skua 2', 'cure')],
    'Tern 1 is clipped',
    /./,
  ],
  [
    'clip while a wash runs',
    [batch('Tern 1', 'trim'), batch('Skua 2', 'wash', { ranS: 10, plannedS: 190 })],
    'Clip the supports of Tern 1',
    /Skua 2 comes out in 3:00: put it down then/,
  ],
  [
    'the bath is past its limit',
    [batch('Tern 1', 'wash')],
    'Lower Tern 1 into Wash 1',
    /Wash 1 holds 12\.0 % resin, past its 10\.0 %: rotate it first/,
    { baths: { 'wash-1': bath(12) } },
  ],
  [
    'the bath is good',
    [batch('Tern 1', 'wash')],
    'Lower Tern 1 into Wash 1',
    /^0:00 of its 15:00/,
    { baths: { 'wash-1': bath(3) } },
  ],
  [
    'a new lamp that was never metered',
    [batch('Tern 1', 'cure')],
    'Put Tern 1 in the lamp box',
    /may be 35 % off: start low, look, add/,
    { lamps: { 'lamp-box': { doubtShare: 0.35 } } },
  ],
  [
    'a metered lamp',
    [batch('Tern 1', 'cure')],
    'Put Tern 1 in the lamp box',
    /^(?!.*% off)/,
    { lamps: { 'lamp-box': { doubtShare: 0.05 } } },
  ],
  // clashes
  [
    'its pull-out would meet another',
    [
      batch('Tern 1', 'wash', { plannedS: 90 }),
      batch('Knot 3', 'wash', { nth: 1, ranS: 0, plannedS: 90 }),
      batch('Skua 2', 'trim'),
    ],
    'Clip the supports of Skua 2',
    /./,
  ],
  [
    'two pairs of hands: no clash',
    [
      batch('Tern 1', 'wash', { plannedS: 90 }),
      batch('Knot 3', 'wash', { nth: 1, ranS: 0, plannedS: 90 }),
      batch('Skua 2', 'trim'),
    ],
    'Lower Tern 1 into Wash 1',
    /./,
    { hands: 2 },
  ],
  // waiting, held, closed
  [
    'everything runs: the next timer is shown',
    [batch('Tern 1', 'dry', { ranS: 10, plannedS: 600 }), batch('Skua 2', 'drip', { ranS: 10, plannedS: 300 })],
    'Skua 2 has dripped',
    /./,
  ],
  [
    'a held batch is not begun',
    [batch('Tern 1', 'drip', { held: 'cracked fin' }), batch('Skua 2', 'trim')],
    'Clip the supports of Skua 2',
    /./,
  ],
  [
    'a held batch is still lifted out',
    [batch('Tern 1', 'wash', { ranS: 95, plannedS: 90, held: 'cracked fin' })],
    'Lift Tern 1 out of Wash 1',
    /./,
  ],
  [
    'a closed batch is not asked for',
    [batch('Tern 1', 'drip', { recordHash: 'a'.repeat(64) }), batch('Skua 2', 'seal')],
    'Seal the record of Skua 2',
    /./,
  ],
  [
    'a merged batch is not asked for',
    [batch('Tern 1', 'drip', { mergedInto: 'Skua 2' }), batch('Skua 2', 'drip')],
    'Hang Skua 2 on the drip rack',
    /./,
  ],
  [
    'nobody will remember: the record is sealed while it is fresh',
    [batch('Tern 1', 'seal'), batch('Skua 2', 'drip', { ranS: 10, plannedS: 300 })],
    'Seal the record of Tern 1',
    /./,
  ],
  [
    'off the plate before more clipping',
    [batch('Tern 1', 'off-plate'), batch('Skua 2', 'drip', { ranS: 10, plannedS: 300 })],
    'Take Tern 1 off the plate',
    /never lever soft parts/,
  ],
  [
    'broken tips: how to clip',
    [batch('Tern 1', 'trim')],
    'Clip the supports of Tern 1',
    /[Rr]aft first.*fine tips last/,
  ],
];

describe('the next right step in written situations', () => {
  for (const [situation, batches, say, reason, over] of CASES)
    it(situation, () => {
      const [first] = act(batches, over);
      expect(first!.say).toBe(say);
      expect(first!.reason).toMatch(reason);
    });
  it('forty of them at least', () => expect(CASES.length).toBeGreaterThanOrEqual(40));
});

describe('what waits', () => {
  it('says who holds the station and until when', () => {
    const waiting = act([batch('Tern 1', 'cure', { ranS: 100, plannedS: 600 }), batch('Skua 2', 'cure')]).at(-1)!;
    expect(waiting).toMatchObject({ waitsFor: 'Lamp box holds Tern 1.', clearInS: 500 });
  });
  it('says which pull-out it would meet, and when it can be begun without', () => {
    const actions = act([
      batch('Tern 1', 'wash', { plannedS: 90 }),
      batch('Knot 3', 'wash', { nth: 1, ranS: 0, plannedS: 90 }),
    ]);
    const waiting = actions.find(({ batchId }) => batchId === 'Tern 1')!;
    // Wash 1 ends at 90 s as Knot does: it must end 45 s after it, and so be begun in 45 s
    expect(waiting.clearInS).toBe(45);
    expect(waiting.waitsFor).toMatch(/when Knot 3 does.*begin it in 0:45/);
  });
  it('does not let the second wash of the same batch meet another either', () => {
    const two = batch('Tern 1', 'wash', { plannedS: 60 });
    const wash2 = two.steps.filter(({ kind }) => kind === 'wash')[1]!;
    const planned = { ...two, steps: two.steps.map((s) => (s === wash2 ? { ...s, plannedS: 120 } : s)) };
    // out of Wash 1 at 60, into Wash 2 at 90, out at 210
    const waits = (inS: number) =>
      act([planned, batch('Knot 3', 'wash', { ranS: 0, plannedS: inS, step: { station: 'rinse-bowl' } })]).find(
        ({ batchId }) => batchId === 'Tern 1',
      )!.waitsFor;
    expect(waits(210)).toMatch(/Knot 3/);
    expect(waits(135)).toBeUndefined();
    expect(waits(60)).toMatch(/Knot 3/);
  });
  it('a batch that has used its solvent is not washed again, and holds nobody up', () => {
    const spent = batch('Tern 1', 'wash', { nth: 1 });
    const used = {
      ...spent,
      steps: spent.steps.map((s) =>
        s.kind === 'wash' && s.state === 'done' ? { ...s, startedAtMs: s.endedAtMs! - 895_000 } : s,
      ),
    };
    const [first, last] = act([used, batch('Skua 2', 'trim')]);
    expect(first!.batchId).toBe('Skua 2');
    expect(last).toMatchObject({ tier: 'waits', waitsFor: expect.stringMatching(/used its 15:00 in solvent: mop it/) });
  });
  it('a hold says its reason', () => {
    expect(act([batch('Tern 1', 'drip', { held: 'cracked fin' })])[0]).toMatchObject({
      tier: 'waits',
      waitsFor: 'Held: cracked fin',
    });
  });
});

describe('a lamp that is watched', () => {
  // ten minutes were planned at 9 mW/cm²: 5.4 J/cm²
  const lit = (ranS: number, over: object = {}) =>
    batch('Tern 1', 'cure', {
      ranS,
      plannedS: 600,
      lastS: 2000,
      step: { knew: { lightMWPerCm2: 9, plannedJPerCm2: 5.4 } },
      ...over,
    });
  const seen = (litS: number, lastShare: number, agoS = 2) => ({
    light: { 'Tern 1': { stepId: currentStep(lit(1))!.id, litS, lastShare, lastAtMs: NOW_MS - agoS * 1000 } },
  });
  it('all is well: the timer is shown', () => {
    expect(act([lit(300)], seen(298, 1))[0]).toMatchObject({ tier: 'running', say: 'Take Tern 1 out of Lamp box' });
  });
  it('it died at half-time: look at it, and add what is missing so far', () => {
    const [first] = act([lit(360), batch('Skua 2', 'look-matte')], seen(300, 0, 0));
    expect(first).toMatchObject({ tier: 'turn', say: 'Look at the lamp box: it gives no light', fix: { addS: 60 } });
    expect(first!.reason).toMatch(/5:00 of its 10:00 of light/);
  });
  it('it ran weak: at the end the rest is added', () => {
    const [first] = act([lit(600)], seen(420, 0.7, 0));
    expect(first).toMatchObject({ tier: 'ended', say: 'Tern 1 needs 3:00 more in the lamp box', fix: { addS: 180 } });
  });
  it('corrected once, it is not corrected again', () => {
    expect(act([lit(600, { plannedS: 780 })], seen(420, 1, 0))[0]!.fix).toBeUndefined();
  });
  it('never past the end of the window, and not for a few seconds', () => {
    expect(act([lit(600, { lastS: 500 })], seen(420, 0.7, 0))[0]!.fix).toEqual({ addS: 80 });
    expect(act([lit(600)], seen(592, 1, 0))[0]!.fix).toBeUndefined();
  });
  it('a sensor that fell silent says nothing about now', () => {
    expect(act([lit(300)], seen(100, 0, 120))[0]!.tier).toBe('running');
  });
});

describe('every action', () => {
  it('says hands, gear and what follows', () => {
    const [wash] = act([batch('Tern 1', 'wash', { ranS: 90, plannedS: 90 })]);
    expect(wash).toMatchObject({ cautions: ['resin', 'solvent'], verb: 'finish', tier: 'pull-out' });
    expect(wash!.follows).toMatch(/^wash 2 \d+:\d\d$/i);
    expect(wash!.hands).toMatch(/[Gg]love/);
    expect(act([batch('Tern 1', 'trim')])[0]!.cautions).toEqual(['clippings', 'resin']);
    expect(act([batch('Tern 1', 'cure')])[0]!.cautions).toEqual(['light']);
  });
  it('does not promise light that no plan fits', () => {
    const lightClosed = { why: 'The hottest faces tint first.', opens: 'Turn them over.' };
    const [open, closed] = [{}, { lightClosed }].map((over) => act([batch('Tern 1', 'trim', over)])[0]!.follows);
    expect(open).toMatch(/^cure \d+:\d\d$/);
    expect(closed).toBe('plan its light: no plan fits it yet');
  });
  it('past the limit of solvent asks and cannot be pressed away', () => {
    expect(act([batch('Tern 1', 'wash', { ranS: 940, plannedS: 90 })])[0]!.asks).toBe('exposure');
    expect(act([batch('Tern 1', 'wash', { ranS: 100, plannedS: 90 })])[0]!.asks).toBeUndefined();
  });
  it('names a step that is there', () => {
    const batches = CASES.flatMap(([, all]) => all);
    for (const { batchId, stepId } of act(batches)) {
      const owner = batches.find(({ id, steps }) => id === batchId && steps.some((s) => s.id === stepId))!;
      expect(stepById(owner, stepId)).toBeDefined();
    }
  });
});

describe('while nothing needs hands', () => {
  const one = { id: 'w1', name: 'Wash 1', loadPctW: 4, limitPctW: 10, range90: [3, 5] as const, batchesLeft: 20 };
  it.each([
    [
      'a bath past its limit',
      { ...one, loadPctW: 11 },
      'Rotate or refill Wash 1',
      /11\.0 % resin, its limit is 10\.0 %/,
    ],
    [
      'a bath whose limit lies within its range',
      { ...one, loadPctW: 8, range90: [6, 12] as const },
      'Read Wash 1',
      /between 6\.0 and 12 %.*a reading decides/,
    ],
    [
      'a bath that is nearly used up',
      { ...one, loadPctW: 9, range90: [8.5, 9.5] as const, batchesLeft: 2 },
      'Make ready to change Wash 1',
      /About 2 batches/,
    ],
  ])('%s is worth a chore', (_, b, say, reason) => {
    const [chore] = meanwhile({ baths: [b], lamps: [] });
    expect(chore!.say).toBe(say);
    expect(chore!.reason).toMatch(reason);
  });
  it('a lamp that was never metered is, and a bench in order asks for nothing', () => {
    const lamp = { station: 'lamp-box', name: 'Lamp box', doubtShare: 0.35 };
    expect(meanwhile({ baths: [one], lamps: [lamp] })).toMatchObject([
      { say: 'Meter the lamp box', task: { kind: 'meter', station: 'lamp-box' } },
    ]);
    expect(meanwhile({ baths: [one], lamps: [{ ...lamp, doubtShare: 0.05 }] })).toEqual([]);
    expect(meanwhile({ baths: [one], lamps: [lamp], silent: ['read', 'meter'] })).toEqual([]);
    const spent = { ...one, loadPctW: 99 };
    expect(meanwhile({ baths: [spent], lamps: [], silent: REMINDERS })[0]!.task.kind).toBe('tend');
  });
});
