import type { AirReply, RunsReply, SolventReply, WasteList } from '@north-step/contract';
import { TestBench } from '../server/src/testing/bench.ts';
import { reclaimWorkshop, soilDrum } from '../server/src/testing/reclaimShop.ts';
import { breaches, expect, ServerProcess, test } from './bench.ts';

/** A workshop with a jar, a still and a pan, 6 L of dirty alcohol in its drum, and simulated devices that the server runs itself. */
const shop = test.extend({
  server: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright wants a pattern here
    async ({}, use) => {
      const server = await ServerProcess.onCopy(reclaimWorkshop);
      const past = await TestBench.on(server.folder, Date.now() - 86_400_000);
      await past.fillBaths();
      await soilDrum(past.db, past.clock.nowMs, 8, 6000);
      await past.must('/api/solvent/fill', { vesselId: 'pan', volumeMl: 5000 });
      await past.close();
      await server.start();
      for (const [kind, name] of [
        ['scale', 'Bench scale'],
        ['still', 'Yard still'],
        ['weather-mast', 'Weather mast'],
      ])
        await server.post('/api/devices', { commandId: undefined, by: undefined, kind, name, practice: true });
      await use(server);
      await server.remove();
    },
    { scope: 'test', timeout: 120_000 },
  ],
});
const held = async (server: ServerProcess, id: string) =>
  (await server.get<SolventReply>('/api/solvent')).vessels.find((vessel) => vessel.id === id)!;

shop(
  'six dirty litres: two passes with readings, and the better of them blended on the scale',
  async ({ bench: page, server }) => {
    await page.getByRole('link', { name: 'Solvent' }).click();
    await page.getByRole('link', { name: 'Reclaim', exact: true }).click();
    await page.getByLabel(/^How much/).fill('6');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/6\.0 L at 8\.0 %/);
    await expect(page.getByRole('row')).toHaveCount(5);
    expect(await breaches(page, '/solvent/reclaim')).toEqual([]);
    await page.getByRole('button', { name: 'Harden and filter …' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Begin' }).click();

    const say = page.getByRole('heading', { level: 1 });
    await expect(say).toHaveText(/^Reclaim 1: Pour 6\.00 L/);
    await page.getByLabel(/^Left in the dish/).fill('0.66');
    await page.getByRole('button', { name: /^Poured/ }).click();
    await expect(say).toHaveText(/Stand Settling jar in the light/);
    expect(await breaches(page, '/solvent/runs/:id')).toEqual([]);
    await server.forward(2 * 86_400);
    await page.goto(server.address);
    await expect(page.getByRole('list', { name: 'Reclaim runs' })).toContainText('called back');
    await page.getByRole('link', { name: /Reclaim 1/ }).click();
    for (const pass of [1, 2]) {
      await page.getByRole('button', { name: 'Look at it now' }).click();
      await page.getByRole('button', { name: /clear above/ }).click();
      await page.getByLabel(/^Came back/).fill(pass === 1 ? '4.9 L' : '4.5 L');
      await page.getByLabel(/^Left in the dish/).fill(pass === 1 ? '0.19' : '0.07');
      await page
        .getByRole('button', { name: pass === 1 ? 'Filtered, another pass' : 'Filtered, it is enough' })
        .click();
      await expect(page.getByRole('region', { name: 'Book of the run' }).getByText('measured')).toHaveCount(pass);
    }
    await page.getByRole('button', { name: 'Poured and marked' }).click();
    await expect(say).toHaveText('Reclaim 1 is over.');
    await expect(page.getByText('left over').locator('..')).toContainText('0.00 g');
    const { done } = await server.get<RunsReply>('/api/reclaim');
    const { reclaimedG, evaporatedG, sludgeG, unaccountedG } = done[0]!.balance;
    expect(reclaimedG + evaporatedG + sludgeG + unaccountedG).toBeCloseTo(done[0]!.takenG, 3);
    expect((await server.get<WasteList>('/api/waste')).open[0]!.grams).toBeCloseTo(sludgeG, 3);
    expect((await held(server, 'bottle')).reclaimedShare).toBe(1);

    await server.post('/api/solvent/discard', { vesselId: 'w1', volumeMl: 2500, to: 'disposed' });
    await page.goto(`${server.address}/solvent/blend`);
    await expect(page.getByRole('region', { name: 'Pour list' })).toBeVisible();
    expect(await breaches(page, '/solvent/blend')).toEqual([]);
    const before = await held(server, 'w1');
    const pours = page.getByRole('region', { name: 'Pour list' }).getByRole('listitem');
    const scale = page.getByRole('region', { name: 'On the scale' });
    const count = await pours.count();
    for (let i = 0; i < count; i++) {
      await scale.getByRole('button', { name: 'Put an empty can on' }).click();
      await expect(scale.getByText(/^18[34]\.\d g$/)).toBeVisible();
      await scale.getByRole('button', { name: 'Tare' }).click();
      await expect(scale.getByText(/^-?0\.[0-2] g$/)).toBeVisible();
      await scale.getByRole('button', { name: /^Pour \d/ }).click();
      await expect(scale.getByText('That is it.')).toBeVisible();
      await scale.getByRole('button', { name: 'Poured, next' }).click();
    }
    await page.getByRole('button', { name: /^Book it/ }).click();
    await expect(page.getByText(/^Booked/)).toBeVisible();
    const after = await held(server, 'w1');
    expect(after.volumeMl - before.volumeMl).toBeGreaterThan(2000);
    expect(after.reclaimedShare).toBeGreaterThan(0.2);
    expect((await server.get<SolventReply>('/api/solvent')).residualMg).toBe(0);
  },
);

shop(
  'a distillation is stopped by the warning of its pot, and a pan waits in frost',
  async ({ bench: page, server }) => {
    const say = page.getByRole('heading', { level: 1 });
    await page.goto(`${server.address}/solvent/reclaim`);
    await page.getByLabel(/^How much/).fill('2');
    await page.getByRole('button', { name: 'Distil …' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Begin' }).click();
    await page.getByRole('button', { name: /^Poured/ }).click();
    await expect(page.getByText(/Yard still: cold/)).toBeVisible();
    await page.getByRole('button', { name: /heat on/ }).click();
    await expect(say).toHaveText(/stay with it/);
    await expect(page.getByText(/Yard still: heating/)).toBeVisible();
    for (let i = 0; i < 6 && (await page.getByText(/^Heat off: the pot/).count()) === 0; i++) {
      const pot = page.getByText('pot', { exact: true }).locator('..');
      const shown = await pot.textContent();
      await page.getByRole('button', { name: 'Half an hour passes' }).click();
      await expect(pot).not.toHaveText(shown ?? '');
    }
    await expect(page.getByText(/^Heat off: the pot is at \d+/)).toBeVisible();
    expect(await breaches(page, 'a still that is too hot')).toEqual([]);
    await page.getByRole('button', { name: 'Heat off' }).click();
    await expect(say).toHaveText(/Let Still cool, closed/);
    await page.getByRole('button', { name: 'It is cold' }).click();
    await expect(page.getByRole('alert')).toHaveText(/to cool: opened hot/);
    await server.forward(1860);
    await page.getByRole('button', { name: 'It is cold' }).click();
    await page.getByLabel(/^Came over/).fill('1.6 L');
    await page.getByRole('button', { name: /^Measured/ }).click();
    await expect(say).toHaveText('Reclaim 1 is over.');
    await expect(page.getByRole('list', { name: 'Journey' })).toContainText('pot too hot');

    await page.goto(`${server.address}/solvent/reclaim`);
    await page.getByLabel('Which liquid').selectOption('pan');
    await page.getByRole('button', { name: 'Water pan …' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Begin' }).click();
    await expect(page.getByText(/^Dry in /)).toBeVisible();
    const { devices } = await server.get<{ devices: { id: string; kind: string }[] }>('/api/devices');
    const mast = devices.find(({ kind }) => kind === 'weather-mast')!;
    // a device is away until it has told something by the new time
    const frost = { commandId: undefined, by: undefined, button: 'frost' };
    await expect.poll(async () => (await server.post(`/api/devices/${mast.id}/press`, frost)).status).toBe(200);
    await server.forward(86_400);
    const { open } = await server.get<RunsReply>('/api/reclaim');
    await page.goto(`${server.address}/solvent/runs/${open[0]!.id}`);
    await page.getByRole('button', { name: /Take it from Weather mast \(−?-?[34]/ }).click();
    await expect(page.getByText(/^Frozen: nothing goes until it thaws/)).toBeVisible();
    await page.getByRole('button', { name: 'Note this weather' }).click();
    await expect.poll(async () => (await server.get<RunsReply>('/api/reclaim')).open[0]!.weather.length).toBe(1);
    const [frozen] = (await server.get<RunsReply>('/api/reclaim')).open;
    expect(frozen!.balance.evaporatedG).toBe(0);
    expect(await breaches(page, 'a pan')).toEqual([]);
  },
);

shop(
  'the month closes on screen as in the book, waste leaves hardened, and a check is made',
  async ({ bench: page, server }) => {
    await server.post('/api/solvent/fill', { vesselId: 'can', volumeMl: 1000, strengthPct: 99 });
    await page.goto(`${server.address}/solvent/where`);
    const table = page.getByRole('table').first();
    await expect(table.getByText('in the vessels after')).toBeVisible();
    const rows = (await table.locator('tbody tr').allInnerTexts()).map((text) =>
      text
        .split('\t')
        .slice(1)
        .map((cell) => Math.round(1000 * Number(cell.replace('−', '-')))),
    );
    const last = rows.pop()!;
    for (const column of [0, 1, 2, 3]) expect(rows.reduce((sum, row) => sum + row[column]!, 0)).toBe(last[column]);
    expect(await breaches(page, '/solvent/where')).toEqual([]);
    await table.getByRole('link', { name: 'bought' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^\d+ movements/);

    await page.goto(`${server.address}/solvent/waste`);
    await page.getByRole('button', { name: 'Open a container …' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Open it' }).click();
    await page.getByRole('button', { name: 'Put in', exact: true }).click();
    await page.getByRole('button', { name: 'Hand over …' }).click();
    await page.getByLabel('Licensed carrier').fill('Fenn Haul');
    await page.getByRole('button', { name: 'Handed over' }).click();
    await expect(page.getByRole('dialog').getByRole('alert')).toHaveText(/not hardened/);
    expect(await breaches(page, 'handing over')).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Hardened in light' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('All waste is hardened.');

    await page.goto(`${server.address}/room/air`);
    await page.getByRole('button', { name: /^Extinguisher.*checked/ }).click();
    await expect
      .poll(async () => (await server.get<AirReply>('/api/air')).checks.find(({ id }) => id === 'extinguisher')?.doneBy)
      .toBe('Ada B.');
    expect(await breaches(page, '/room/air')).toEqual([]);
    await page.goto(`${server.address}/safety`);
    expect(await breaches(page, '/safety')).toEqual([]);
  },
);
