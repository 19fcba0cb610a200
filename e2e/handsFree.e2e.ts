import type { BatchReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { wideWorkshop } from '../server/src/testing/workshop.ts';
import { expect, pedalThrough, runOut, ServerProcess, test } from './bench.ts';

/** Orders of work, and what is seen at their looks. */
const ORDERS = [
  ['a whole batch', 'two-baths', ['matte', 'good']],
  ['dried and lit unattended, looked at after', 'unattended', ['good']],
  ['washed twice before it first dries', 'wash-twice', ['matte', 'good']],
] as const;
const looksOf = ({ steps }: BatchState) => steps.filter(({ mode }) => mode === 'look').map(({ outcome }) => outcome);

for (const [what, routeId, seen] of ORDERS)
  test(`${what}: with the foot pedal alone`, async ({ bench: page, server }) => {
    const batch = await pedalThrough(page, server, await server.hang({ routeId }));
    expect(looksOf(batch)).toEqual(seen);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('The bench is clear.');
  });

const WIDE = [
  ['a procedure of spray, jars and two-sided light, accepted by a second person', 'dental', 'D1', undefined],
  ['water only, patted dry and lit at once', 'watery', 'W1', 'water-at-once'],
] as const;
for (const [what, cardId, lot, routeId] of WIDE)
  test(`${what}: to its seal by the pedal`, async ({ page }) => {
    const server = await ServerProcess.onCopy(wideWorkshop);
    try {
      await server.start();
      await server.fillBaths();
      await server.post('/api/solvent/fill', { vesselId: 'jar', volumeMl: 700, fromVesselId: 'can' });
      for (const vesselId of ['bowl-1', 'bowl-2'])
        await server.post('/api/solvent/fill', { vesselId, volumeMl: 1800, strengthPct: 100 });
      const hung = await server.hang({ cardId, lot, ...(routeId ? { routeId } : {}) });
      await page.goto(server.address);
      const batch = await pedalThrough(page, server, hung);
      const timed = batch.steps.filter(({ mode }) => mode === 'timed');
      if (cardId === 'dental') {
        expect(timed.map(({ plannedS }) => plannedS)).toEqual([300, 20, 20, 120, 60, 1200, 600, 600]);
        expect(looksOf(batch)).toEqual(['matte', 'good']);
        const by = (kind: string) => batch.steps.find((step) => step.kind === kind)!.by;
        expect(by('accept')).not.toBe(by('look-cured'));
      } else {
        expect(batch.steps.map(({ kind }) => kind)).not.toContain('dry');
        expect(batch.steps.filter(({ kind }) => kind === 'cure')).toHaveLength(2);
      }
    } finally {
      await server.remove();
    }
  });

test('two pages race to finish one step: it is done once, and the other is told', async ({
  bench: page,
  server,
  browser,
}) => {
  const { id, name } = await server.hang();
  await server.post(`/api/batches/${id}/steps/s1/start`, {});
  const other = await (await browser.newContext()).newPage();
  await other.goto(server.address);
  for (const one of [page, other])
    await expect(one.getByRole('heading', { level: 1 })).toHaveText(`${name} has dripped`);
  for (const one of [page, other]) await runOut(one, server, id);
  await Promise.all([page.keyboard.press(' '), other.keyboard.press(' ')]);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`Take ${name} off the plate`);
  await expect(other.getByRole('heading', { level: 1 })).toHaveText(`Take ${name} off the plate`);
  const told = async () => [
    ...(await page.getByRole('alert').allInnerTexts()),
    ...(await other.getByRole('alert').allInnerTexts()),
  ];
  await expect.poll(told).toHaveLength(1);
  expect((await told())[0]).toMatch(/already finished\. Nothing was changed/);
  const { batch } = await server.get<BatchReply>(`/api/batches/${id}`);
  expect(batch.steps.filter(({ state }) => state === 'done')).toHaveLength(1);
  await other.close();
});

test('the wrong label is scanned: it says whose it is, and nothing changes', async ({ bench: page, server }) => {
  const first = await server.hang();
  const second = await server.hang();
  for (const step of ['s1', 's2', 's3']) {
    if (step !== 's2') await server.post(`/api/batches/${first.id}/steps/${step}/start`, {});
    if (step === 's1') await server.runOut(first.id);
    if (step !== 's3') await server.post(`/api/batches/${first.id}/steps/${step}/finish`, {});
  }
  const heading = page.getByRole('heading', { level: 1 });
  await runOut(page, server, first.id);
  await expect(heading).toHaveText(`Lift ${first.name} out of Wash 1`);
  const scan = async (label: string) => {
    await page.keyboard.type(`#${label}`);
    await page.keyboard.press('Enter');
  };
  await scan(second.name);
  await expect(page.getByRole('alert')).toContainText(`That is the label of ${second.name}, which is at Drip rack.`);
  await expect(heading).toHaveText(`Lift ${first.name} out of Wash 1`);
  await page.keyboard.press(' ');
  await expect(heading).toHaveText(`Lower ${first.name} into Wash 2`);
  await scan(second.name);
  await expect(heading).toContainText(second.name);
});
