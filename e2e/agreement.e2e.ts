import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { BenchReply } from '@north-step/contract';
import { type BatchState, currentStep } from '@north-step/core/batch';
import { test as base, expect, freePort, ServerProcess } from './bench.ts';
import { contradictions, settled } from './screens.ts';

const test = base.extend<{ demo: ServerProcess }>({
  demo: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright wants a pattern here
    async ({}, use) => {
      const demo = new ServerProcess(
        mkdtempSync(path.join(os.tmpdir(), 'north-step-demo-')),
        await freePort(),
        'demo.js',
      );
      await demo.start();
      await use(demo);
      await demo.remove();
    },
    { timeout: 600_000 },
  ],
});

test('every screen tells one truth of every open batch: now, ten minutes later, and whatever happens', async ({
  page,
  demo,
}) => {
  test.setTimeout(900_000);
  const open = async () => (await demo.get<BenchReply>('/api/bench')).open;
  const agree = async (when: string, only?: readonly BatchState[]) =>
    expect(await contradictions(page, demo, only), when).toEqual([]);
  const running = (batch: BatchState) => currentStep(batch)?.state === 'running';
  // a basket past its limit asks over every page; here all hands are full
  await page.addLocatorHandler(page.getByRole('dialog', { name: /^Is .+ still in / }), async (dialog) => {
    await dialog.getByRole('button', { name: 'hands are full' }).click();
    await dialog.waitFor({ state: 'hidden' });
  });
  await settled(demo);
  await agree('as the demo begins');
  await demo.forward(600);
  await agree('ten minutes later');

  const [first, second] = (await open()).filter((batch) => running(batch) && !batch.flag) as [BatchState, BatchState];
  const at = (batch: BatchState) => `/api/batches/${batch.id}/steps/${currentStep(batch)!.id}`;
  expect((await demo.post(`/api/batches/${first.id}/hold`, { reason: 'the customer calls' })).status).toBe(200);
  expect((await demo.post(`/api/batches/${second.id}/flag`, { note: 'a crack?', stops: true })).status).toBe(200);
  await agree('one held, one flagged', [first, second]);
  expect((await demo.post(`/api/batches/${first.id}/hold`, { reason: null })).status).toBe(200);
  const commandId = crypto.randomUUID();
  expect((await demo.post(`${at(first)}/extend`, { addS: 60, commandId })).status).toBe(200);
  await agree('a minute added', [first]);
  expect((await demo.post(`/api/batches/${first.id}/undo`, { undoes: commandId })).status).toBe(200);
  expect((await demo.post(`${at(second)}/finish`, {})).status).toBe(200);
  await agree('the minute taken back, one ended', [first, second]);
  await demo.kill();
  await demo.start();
  await agree('after an outage');
});
