import type { Asked, CommandType } from '@north-step/contract';
import { addedS, type BatchState, currentStep, exposureS } from '@north-step/core/batch';
import { newBatch } from '@north-step/core/plan';
import { cardOfSheet } from '@north-step/core/resin';
import { usualRoute } from '@north-step/core/route';
import { begunBench } from '@north-step/core/setUp';
import { testPart } from '@north-step/core/testing';
import { describe, expect, it } from 'vitest';
import type { Command } from '../../commands/outbox.ts';
import { batchAt, benchReply } from '../../testing/page.tsx';
import { ahead } from './ahead.ts';

const madeMs = Date.now();
let n = 0;
const command = <T extends CommandType>(asked: Asked<T>, at = madeMs) =>
  ({ id: `c${++n}`, by: 'Ada B.', madeMs: at, ...asked }) as unknown as Command;
const washing = () => batchAt('wash', { id: 'w', name: 'Tern 14' }, 20);
const place = (batch: BatchState) => ({ batchId: batch.id, stepId: currentStep(batch)!.id });
const finish = (batch = washing()) => command({ type: 'step.finish', params: place(batch), body: {} });
const add = (batch = washing()) => command({ type: 'step.extend', params: place(batch), body: { addS: 30 } });
const start = (batch: BatchState) => command({ type: 'step.start', params: place(batch), body: {} });
const after = (reply: ReturnType<typeof benchReply>, ...commands: Command[]) => ahead(reply, commands, 0).open;

describe('the bench while the server is away', () => {
  it('is as it will be: time added, lifted when it was pressed, lowered into the next', () => {
    const batch = washing();
    const reply = benchReply([batch]);
    const [later] = after(reply, add(batch), finish(batch));
    const [wash1, wash2] = later!.steps.filter(({ kind }) => kind === 'wash');
    expect([addedS(wash1!), wash1!.state]).toEqual([30, 'done']);
    expect(exposureS(later!, madeMs + 60_000)).toBeCloseTo((wash1!.endedAtMs! - wash1!.startedAtMs!) / 1000, 9);
    const next = { batchId: 'w', stepId: wash2!.id };
    const lower = command({ type: 'step.start', params: next, body: {} }, madeMs + 5000);
    const [lowered] = after(reply, add(batch), finish(batch), lower);
    expect(currentStep(lowered!)).toMatchObject({ id: wash2!.id, state: 'running', startedAtMs: madeMs + 5000 });
  });
  it('counts by the server’s clock', () => {
    const batch = washing();
    const [later] = ahead(benchReply([batch]), [finish(batch)], 7000).open;
    expect(later!.steps.find(({ id }) => id === currentStep(batch)!.id)!.endedAtMs).toBe(madeMs + 7000);
  });
  it('leaves to the server what the rules refuse', () => {
    const first = batchAt('wash', { id: 'a', name: 'Knot 1' }, 20);
    const second = batchAt('wash', { id: 'b', name: 'Tern 1' });
    // Wash 1 is taken
    expect(currentStep(after(benchReply([first, second]), start(second))[1]!)!.state).toBe('waiting');
    // and free once the other is lifted
    expect(currentStep(after(benchReply([first, second]), finish(first), start(second))[1]!)!.state).toBe('running');
  });
  it('knows looks, flags, mishaps, and what is left out', () => {
    const look = batchAt('look-matte', { id: 'w' });
    expect(
      currentStep(
        after(benchReply([look]), command({ type: 'step.look', params: place(look), body: { outcome: 'shine' } }))[0]!,
      )!.kind,
    ).toBe('wash');
    const trim = batchAt('trim', { id: 'w' });
    const left = after(
      benchReply([trim]),
      command({ type: 'step.leave-out', params: place(trim), body: { because: 'fell off' } }),
    )[0]!;
    expect([currentStep(left)!.kind, left.leftOut![0]!.because]).toEqual(['cure', 'fell off']);
    const flagged = after(
      benchReply([trim]),
      command({ type: 'batch.flag', params: { batchId: 'w' }, body: { note: 'ask' } }),
    )[0]!;
    expect(flagged.flag).toBe('ask');
    const fell = after(
      benchReply([trim]),
      command({ type: 'batch.mishap', params: { batchId: 'w' }, body: { what: 'fell' } }),
    )[0]!;
    expect(currentStep(fell)!.kind).toBe('look-matte');
  });
  it('does not foresee a seal, nor what is about no open batch', () => {
    const seal = batchAt('seal', { id: 'w' });
    const reply = benchReply([seal]);
    expect(after(reply, finish(seal))[0]).toEqual(seal);
    expect(
      ahead(reply, [command({ type: 'solvent.rotate', params: {}, body: { freshMl: 4600, fromVesselId: 'can' } })], 0),
    ).toBe(reply);
  });
});

describe.each([
  ['a jar and the sun', { bench: 'jar and sun' }],
  [
    'three baths and two boxes',
    {
      bench: 'two baths and a box',
      also: [
        { thing: 'machine-bath', name: 'Middle bath' },
        { thing: 'box-lamp', name: 'Left box' },
      ],
    },
  ],
  ['an alcohol line and a water line', { bench: 'several lines' }],
  ['water and bowls', { bench: 'water only' }],
] as const)('without a server, on a bench of %s', (_, says) => {
  it('a batch goes on to its seal, each step where it is done there, as the server will have it', () => {
    const bench = begunBench(says, Date.UTC(2026, 5, 21, 12));
    const family = says.bench === 'water only' ? 'water-wash' : 'standard opaque';
    const asked = { card: cardOfSheet({ name: 'First', family }, 'first'), part: testPart, bench };
    const request = { ...asked, count: 2, dripS: 300, plateAreaMm2: 5000, route: usualRoute(asked) };
    const hung = newBatch(request, { id: 'w', name: 'Tern 14', lot: '1', createdAtMs: madeMs });
    const stations = bench.stations.map((station) => ({ ...station, side: 'wet' as const, vesselId: null, note: '' }));
    const reply = { ...benchReply([hung]), bench, stations };
    const queue: Command[] = [];
    let atMs = madeMs;
    let now = hung;
    for (let press = 0; press < 80 && currentStep(now)?.kind !== 'seal'; press++) {
      const { mode, state, kind, plannedS = 60 } = currentStep(now)!;
      const params = place(now);
      if (mode === 'look') {
        const outcome = kind === 'look-matte' ? 'matte' : 'good';
        queue.push(command({ type: 'step.look', params, body: { outcome } }, atMs));
      } else if (mode !== 'moment' && state === 'waiting') {
        queue.push(command({ type: 'step.start', params, body: {} }, atMs));
        atMs += 1000 * Math.max(2, plannedS);
      } else queue.push(command({ type: 'step.finish', params, body: {} }, atMs));
      atMs += 5000;
      const [after1] = after(reply, ...queue);
      expect(after1, `${kind} at ${currentStep(now)!.station} was not done`).not.toEqual(now);
      now = after1!;
    }
    expect(currentStep(now)?.kind).toBe('seal');
    const done = now.steps.filter(({ state }) => state === 'done');
    expect(done.every(({ station }) => bench.stations.some(({ id }) => id === station))).toBe(true);
    expect(done.map(({ kind }) => kind)).toEqual(hung.steps.map(({ kind }) => kind).filter((kind) => kind !== 'seal'));
    expect(done.find(({ kind }) => kind === 'cure')!.endedAtMs).toBeGreaterThan(madeMs);
  });
});
