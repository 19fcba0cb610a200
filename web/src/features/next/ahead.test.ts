import { addedS, currentStep, exposureS } from '@north-step/core/route';
import { describe, expect, it } from 'vitest';
import type { Command } from '../../app/outbox.ts';
import { batchAt, benchReply } from '../../testing/page.tsx';
import { ahead } from './ahead.ts';

const madeMs = Date.now();
let n = 0;
const command = (url: string, body: Command['body'] = {}, at = madeMs): Command => ({
  id: `c${++n}`,
  url,
  body: { by: 'Ada B.', ...body },
  madeMs: at,
});
const washing = () => batchAt('wash', { id: 'w', name: 'Tern 14' }, 20);
const url = (batch = washing(), verb = 'finish') => `/api/batches/${batch.id}/steps/${currentStep(batch)!.id}/${verb}`;
const after = (reply: ReturnType<typeof benchReply>, ...commands: Command[]) => ahead(reply, commands, 0).open;

describe('the bench while the server is away', () => {
  it('is as it will be: time added, lifted when it was pressed, lowered into the next', () => {
    const batch = washing();
    const reply = benchReply([batch]);
    const [later] = after(reply, command(url(batch, 'extend'), { addS: 30 }), command(url(batch)));
    const [wash1, wash2] = later!.steps.filter(({ kind }) => kind === 'wash');
    expect([addedS(wash1!), wash1!.state]).toEqual([30, 'done']);
    expect(exposureS(later!, madeMs + 60_000)).toBeCloseTo((wash1!.endedAtMs! - wash1!.startedAtMs!) / 1000, 9);
    const start = command(`/api/batches/w/steps/${wash2!.id}/start`, {}, madeMs + 5000);
    const [lowered] = after(reply, command(url(batch, 'extend'), { addS: 30 }), command(url(batch)), start);
    expect(currentStep(lowered!)).toMatchObject({ id: wash2!.id, state: 'running', startedAtMs: madeMs + 5000 });
  });
  it('counts by the server’s clock', () => {
    const batch = washing();
    const [later] = ahead(benchReply([batch]), [command(url(batch))], 7000).open;
    expect(later!.steps.find(({ id }) => id === currentStep(batch)!.id)!.endedAtMs).toBe(madeMs + 7000);
  });
  it('leaves to the server what the rules refuse', () => {
    const first = batchAt('wash', { id: 'a', name: 'Knot 1' }, 20);
    const second = batchAt('wash', { id: 'b', name: 'Tern 1' });
    const start = command(url(second, 'start'));
    // Wash 1 is taken
    expect(currentStep(after(benchReply([first, second]), start)[1]!)!.state).toBe('waiting');
    // and free once the other is lifted
    expect(currentStep(after(benchReply([first, second]), command(url(first)), start)[1]!)!.state).toBe('running');
  });
  it('knows looks, flags, mishaps, and what is left out', () => {
    const look = batchAt('look-matte', { id: 'w' });
    expect(currentStep(after(benchReply([look]), command(url(look, 'look'), { outcome: 'shine' }))[0]!)!.kind).toBe(
      'wash',
    );
    const trim = batchAt('trim', { id: 'w' });
    const left = after(benchReply([trim]), command(url(trim, 'leave-out'), { because: 'fell off' }))[0]!;
    expect([currentStep(left)!.kind, left.leftOut![0]!.because]).toEqual(['cure', 'fell off']);
    const flagged = after(benchReply([trim]), command('/api/batches/w/flag', { note: 'ask' }))[0]!;
    expect(flagged.flag).toBe('ask');
    const fell = after(benchReply([trim]), command('/api/batches/w/mishap', { what: 'fell' }))[0]!;
    expect(currentStep(fell)!.kind).toBe('look-matte');
  });
  it('does not foresee a seal, nor what is about no open batch', () => {
    const seal = batchAt('seal', { id: 'w' });
    const reply = benchReply([seal]);
    expect(after(reply, command(url(seal)))[0]).toEqual(seal);
    expect(ahead(reply, [command('/api/solvent/rotate')], 0)).toBe(reply);
  });
});
