import type { BatchReply } from '@north-step/contract';
import { currentStep } from '@north-step/core/batch';
import { planBatch, requestOf } from '@north-step/core/plan';
import { recessKey, recessPrior } from '@north-step/core/wash';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { at, TestBench } from '../testing/bench.ts';
import { makeRecessKeeper } from './index.ts';

let t: TestBench;
beforeEach(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterEach(() => t.close());

const KEY = recessKey('standard opaque', 'impeller');
const keeper = () => makeRecessKeeper({ db: t.db, nowMs: () => t.clock.nowMs, newId: () => 'x', live: t.live });
const believed = async () => (await t.bench()).bench.recesses?.[KEY];

describe('what looks teach of recesses', () => {
  it('shine lengthens the washes of its family, matte shortens them, and a look taken back teaches nothing', async () => {
    const shining = await t.workOn(await t.newBatch(), at('look-matte'));
    expect(await believed()).toBeUndefined();
    const plain = planBatch(requestOf(shining, (await t.bench()).bench));
    const commandId = '4f0c7c0e-6a33-4a86-9d0a-3f1f3b1c9a10';
    const look = currentStep(shining)!.id;
    await t.post(`/api/batches/${shining.id}/steps/${look}/look`, { outcome: 'shine' }, commandId);
    await keeper().refitAll();
    const after = (await believed())!;
    expect(after.looks).toBe(1);
    expect(after.lnFactor).toBeGreaterThan(recessPrior('impeller').lnFactor);
    const longer = planBatch(requestOf(shining, (await t.bench()).bench));
    const total = ({ wash }: typeof plain) => (wash.ok ? wash.value.stagesS.reduce((a, b) => a + b, 0) : 0);
    expect(total(longer)).toBeGreaterThan(total(plain));

    await t.must<BatchReply>(`/api/batches/${shining.id}/undo`, { undoes: commandId });
    await keeper().refitAll();
    expect(await believed()).toBeUndefined();
    await t.must(`/api/batches/${shining.id}/steps/${look}/look`, { outcome: 'matte' });
    await keeper().refitAll();
    expect((await believed())!.lnFactor).toBeLessThan(recessPrior('impeller').lnFactor);
  });
  it('is learned from the press on, while the server runs', async () => {
    const batch = await t.workOn(await t.newBatch(), at('look-matte'));
    keeper().follow();
    const told = new Promise<void>((resolve) => {
      t.live.listen(({ topics }) => {
        if (topics.length === 1 && topics[0] === 'bench') resolve();
      });
    });
    await t.step(batch, 'look', { outcome: 'tack' });
    await told;
    expect((await believed())!.looks).toBe(1);
  });
});
