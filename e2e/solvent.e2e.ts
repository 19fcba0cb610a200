import type { CareReply, NewDeviceReply, SolventReply } from '@north-step/contract';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import { type RunningDevice, SIMULATED } from '../devices/src/index.ts';
import { at, TestBench } from '../server/src/testing/bench.ts';
import { breaches, expect, ServerProcess, test, visit } from './bench.ts';
import { workshopWith } from './workshop.ts';

const DAY_MS = 86_400_000;
const TRUE_LOAD_PCT_W = 5.2;
/** What the simulated devices measure: a bath a little fuller than the book says. */
const workshop = workshopWith({
  bath: async () => ({
    loadPctW: TRUE_LOAD_PCT_W,
    densityGPerMl: bathDensityGPerMl({ strengthPctW: 98.2, loadPctW: TRUE_LOAD_PCT_W, tempC: 21.5 }),
    tempC: 21.5,
    clarityPerPctMm: 0.004,
  }),
});

/** A workshop with three weeks of washing behind it, a bench scale and a camera. */
const worn = test.extend<{ devices: readonly RunningDevice[] }>({
  server: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright wants a pattern here
    async ({}, use) => {
      const server = await ServerProcess.onCopy();
      const past = await TestBench.on(server.folder, Date.now() - 20 * DAY_MS);
      await past.fillBaths();
      for (let day = 0; day < 10; day++) {
        await past.workOn(await past.newBatch({ count: 42 }), at('dry'));
        past.wait(1.5 * 86_400);
      }
      await past.close();
      await server.start();
      await use(server);
      await server.remove();
    },
    { scope: 'test', timeout: 120_000 },
  ],
  devices: async ({ server }, use) => {
    const register = async (kind: 'scale' | 'camera', name: string) => {
      const { body } = await server.post<NewDeviceReply>('/api/devices', {
        commandId: undefined,
        by: undefined,
        kind,
        name,
        simulated: true,
      });
      return { server: server.address, ...body };
    };
    const devices = [
      SIMULATED.scale(await register('scale', 'Bench scale'), workshop),
      SIMULATED.camera(await register('camera', 'Camera'), workshop),
    ];
    await use(devices);
    for (const device of devices) device.stop();
  },
});

worn(
  'a new user reads a flask on the scale, sees the range narrow, rotates, and takes it back',
  async ({ bench: page, server, devices }) => {
    expect(devices).toHaveLength(2);
    await page.getByRole('link', { name: 'Solvent' }).click();
    await page.getByRole('button', { name: 'Wash 1', exact: true }).click();
    const panel = page.getByRole('region', { name: 'Wash 1 now' });
    await expect(panel).toBeVisible();
    await panel.getByRole('link', { name: 'Read it …' }).click();
    const scale = page.getByRole('region', { name: 'Bench scale' });
    const calm = () => expect(scale.getByText('calm')).toBeVisible();
    await scale.getByRole('button', { name: 'Put the empty flask on' }).click();
    await expect(scale.getByText('the empty flask', { exact: true })).toBeVisible();
    await calm();
    await scale.getByRole('button', { name: 'Tare' }).click();
    await expect(scale.getByText(/^-?0\.\d\d g$/)).toBeVisible();
    await scale.getByRole('button', { name: 'Fill it from Wash 1' }).click();
    await expect(scale.getByText('the flask with 100 mL')).toBeVisible();
    await calm();
    await scale.getByRole('button', { name: 'Take this weight' }).click();
    await expect(page.getByLabel(/Weight of the liquid/)).toHaveValue(/^(79\.[89]|80\.[012])\d$/);
    const before = (await server.get<CareReply>('/api/solvent/care')).baths.find(({ vesselId }) => vesselId === 'w1')!;
    await page.getByRole('button', { name: 'Book the reading' }).click();
    await expect(page.getByRole('heading', { name: /^The range narrowed from .+ to .+\.$/ })).toBeVisible();
    const after = (await server.get<CareReply>('/api/solvent/care')).baths.find(({ vesselId }) => vesselId === 'w1')!;
    expect(after.estimate.range90[0]).toBeLessThan(TRUE_LOAD_PCT_W);
    expect(after.estimate.range90[1]).toBeGreaterThan(TRUE_LOAD_PCT_W);
    expect(after.estimate.sdPctW).toBeLessThan(before.estimate.sdPctW);

    await page.getByRole('link', { name: 'Back to the solvent' }).click();
    await panel.getByRole('button', { name: 'Rotate …' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Book it' }).click();
    const movements = page.getByRole('region', { name: 'Last movements' });
    await expect(movements.getByText(/Wash 2 became Wash 1/)).toBeVisible();
    await expect(panel.getByText(/resin by weight/)).toContainText(/0\.\d/);
    await movements.getByRole('button', { name: 'Undo' }).first().click();
    await expect(movements.getByText('(taken back)')).toBeVisible();
    await expect(panel.getByText(/resin by weight/)).toContainText(/[345]\.\d–[5678]\.\d/);
    expect((await server.get<SolventReply>('/api/solvent')).residualMg).toBe(0);
  },
);

worn('a photo of the clarity card becomes a reading within its own range', async ({ page, server, devices }) => {
  expect(devices).toHaveLength(2);
  await page.goto(`${server.address}/solvent/read?bath=w1&kind=clarity`);
  await page.getByRole('button', { name: 'Take one with Camera' }).click();
  await expect(page.getByText(/The card was found/)).toBeVisible();
  const [low, high] = (await page.getByText(/by itself, /).innerText()).match(/[\d.]+/g)!.map(Number) as [
    number,
    number,
  ];
  expect(low).toBeLessThan(TRUE_LOAD_PCT_W);
  expect(high).toBeGreaterThan(TRUE_LOAD_PCT_W);
  await page.getByRole('button', { name: 'Mark the patches myself' }).click();
  await expect(page.getByText('Click the middle of: white, beside the jar.')).toBeVisible();
  await page
    .getByLabel('Choose a photo')
    .setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('not a picture') });
  await expect(page.getByRole('alert')).toContainText('not a picture this browser can open');
  await expect(page.getByRole('button', { name: 'Book the reading' })).toBeDisabled();
});

worn('the solvent pages pass axe in both themes, and fit a tablet', async ({ page, server, devices }) => {
  expect(devices).toHaveLength(2);
  await server.post('/api/solvent/readings', {
    vesselId: 'w1',
    reading: { kind: 'residue', sampleMl: 10, residueG: 0.42 },
  });
  for (const path of [
    '/solvent',
    '/solvent/baths/w1',
    '/solvent/read?bath=w1&kind=flask',
    '/solvent/read?bath=w1&kind=clarity',
    '/solvent/movements',
    '/solvent/policy',
    '/solvent/card',
  ]) {
    await visit(page, server.address + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('load');
    await expect(page.getByText(/^Reading .* …$/)).toHaveCount(0);
    expect(await breaches(page, path)).toEqual([]);
  }
  await page.setViewportSize({ width: 768, height: 1024 });
  for (const path of ['/solvent', '/solvent/baths/w1', '/solvent/read?bath=w1', '/solvent/policy']) {
    await visit(page, server.address + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(page.getByText(/^Reading .* …$/)).toHaveCount(0);
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect([path, overflow <= 0]).toEqual([path, true]);
  }
});
