import type { BatchReply, LampsReply, LightTraceReply, NewDeviceReply, PairsReply } from '@north-step/contract';
import { type BatchState, currentStep, lightS, wantedS } from '@north-step/core/batch';
import { describedMWPerCm2, type Lamp, meterSpots } from '@north-step/core/light';
import { box, joinSoups, moved } from '@north-step/core/mesh';
import { testLamp } from '@north-step/core/testing';
import { type RunningDevice, SIMULATED } from '../devices/src/index.ts';
import { breaches, expect, type ServerProcess, stlFile, test } from './bench.ts';
import { workshopWith } from './workshop.ts';

/** A lamp box over an opaque table: undersides lie in the dark. */
const LAMP: Lamp = { ...testLamp, tableTransmission: 0, timerStepS: 10 };
const TRUE_SHARE = 0.93;
const described = describedMWPerCm2(LAMP);
const byPlace = Object.fromEntries(meterSpots(LAMP).map(({ id }, i) => [id, TRUE_SHARE * described[i]!]));
const workshop = workshopWith({
  lamp: async () => ({ mWPerCm2: byPlace.out!, byPlace, heatsK: 9, roomC: 22, timerStepS: 10 }),
});

const lit = test.extend<{ devices: readonly RunningDevice[] }>({
  devices: async ({ server }, use) => {
    await server.post('/api/lamps/lamp-box', { lamp: LAMP });
    const register = async (kind: 'lamp' | 'uv-meter', name: string, stationId?: string) => {
      const { body } = await server.post<NewDeviceReply>('/api/devices', {
        commandId: undefined,
        by: undefined,
        kind,
        name,
        stationId,
        simulated: true,
      });
      return { server: server.address, ...body };
    };
    const devices = [
      SIMULATED.lamp(await register('lamp', 'Lamp box', 'lamp-box'), workshop),
      SIMULATED['uv-meter'](await register('uv-meter', 'UV meter'), workshop),
    ];
    await use(devices);
    for (const device of devices) device.stop();
  },
});

/** Samples of a lamp's light that a cure waits for. */
const LEAST_SAMPLES = 3;
const seesLight = (server: ServerProcess, id: string) =>
  expect
    .poll(async () => (await server.get<LightTraceReply>(`/api/batches/${id}/light-trace`)).samples.length, {
      timeout: 20_000,
    })
    .toBeGreaterThanOrEqual(LEAST_SAMPLES);

/** Works a batch on over HTTP until a step of a kind is next. */
async function workOn(server: ServerProcess, id: string, kind: string, lit = false): Promise<BatchState> {
  for (;;) {
    const { batch } = await server.get<BatchReply>(`/api/batches/${id}`);
    const step = currentStep(batch)!;
    if (step.kind === kind) return batch;
    const url = `/api/batches/${id}/steps/${step.id}`;
    if (step.mode === 'look')
      await server.post(`${url}/look`, { outcome: step.kind === 'look-matte' ? 'matte' : 'good' });
    else {
      if (step.mode !== 'moment') {
        if (step.state === 'waiting') await server.post(`${url}/start`, {});
        if (step.kind === 'cure' && lit) await seesLight(server, id);
        await server.forward(2);
      }
      await server.post(`${url}/finish`, {});
    }
  }
}

lit(
  'an own part is placed, its dark underside seen, turned over, lit in the lamp box, and its light kept in the record',
  async ({ bench: page, server, devices }) => {
    expect(devices).toHaveLength(2);
    // meter the lamp first
    await page.goto(`${server.address}/cure/lamps/lamp-box`);
    await expect(page.getByText(/Never metered/)).toBeVisible();
    await page
      .getByRole('button', { name: /meter here/ })
      .nth(1)
      .click();
    await page.getByRole('button', { name: /^Take \d/ }).click();
    await page.getByRole('button', { name: /Scale the lamp to 1 reading/ }).click();
    await expect(page.getByText(/% of the description; places agree/)).toBeVisible();
    const { lamps } = await server.get<LampsReply>('/api/lamps');
    expect(Math.abs(lamps[0]!.lamp.metered!.scale / TRUE_SHARE - 1)).toBeLessThan(0.08);

    // an own part: a plate on a foot
    await page.goto(`${server.address}/batches/new`);
    await page
      .getByLabel('Files of the parts')
      .setInputFiles(stlFile('plate.stl', joinSoups(box(36, 36, 6), moved(box(6, 6, 20), [15, 15, 6]))));
    await expect(page.getByText('24 triangles')).toBeVisible();
    await page.getByRole('button', { name: /Put on the drip rack/ }).click();
    await expect(page.getByRole('region', { name: 'Next step' }).getByRole('heading')).toHaveText(/Hang Tern 1/);
    const { open } = await server.get<{ open: BatchState[] }>('/api/bench');
    const id = open[0]!.id;

    await page.goto(`${server.address}/cure/${id}`);
    const band = page.getByRole('region', { name: 'Conclusion' });
    // its map was begun when it was hung, and made its plan; the page shows the same
    await expect
      .poll(async () => (await server.get<BatchReply>(`/api/batches/${id}`)).batch.light?.poses.length, {
        timeout: 60_000,
      })
      .toBe(2);
    await expect(band).toContainText(/cure \d+:\d\d, turn over, cure \d+:\d\d/, { timeout: 60_000 });
    await expect(page.getByText(/% never lit/)).toBeVisible({ timeout: 60_000 });
    const planned = (await server.get<BatchReply>(`/api/batches/${id}`)).batch;
    expect(planned.steps.map(({ type }) => type)).toContain('turn-over');
    expect(planned.light!.poses).toHaveLength(2);

    expect(await breaches(page, '/cure')).toEqual([]);

    await workOn(server, id, 'cure');
    await page.reload();
    await page.getByRole('button', { name: /^Send \d+:\d\d to Lamp box/ }).click();
    await expect(page.getByText(/left on its timer/)).toBeVisible();
    await expect(page.getByRole('img', { name: /Light seen/ })).toBeVisible();
    await workOn(server, id, 'seal', true);
    const { samples } = await server.get<LightTraceReply>(`/api/batches/${id}/light-trace`);
    expect(Math.max(...samples.map(({ mWPerCm2 }) => mWPerCm2)) / byPlace.out!).toBeGreaterThan(0.9);
    const seal = currentStep((await server.get<BatchReply>(`/api/batches/${id}`)).batch)!;
    await server.post(`/api/batches/${id}/steps/${seal.id}/finish`, {});
    await page.goto(`${server.address}/batches/${id}`);
    await expect(page.getByRole('region', { name: 'Light seen' })).toBeVisible();
    const record = await (await fetch(`${server.address}/api/records/1`)).text();
    expect(record).toContain('lightSeen');
  },
);

lit(
  'a ladder of coupons is timed, survives a reload, and moves the times',
  async ({ bench: page, server, devices }) => {
    expect(devices).toHaveLength(2);
    await page.goto(`${server.address}/cure/coupons?card=grey&lamp=lamp-box`);
    await page.getByRole('button', { name: /All eight are in/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/Coupon 1 comes out in/);
    const times = (await page.getByRole('region', { name: 'Coupons' }).getByRole('listitem').allInnerTexts()).map(
      (text) => {
        const [minutes, seconds] = /(\d+):(\d\d)/.exec(text)!.slice(1).map(Number) as [number, number];
        return 60 * minutes + seconds;
      },
    );
    const results = ['tacky', 'tacky', 'tacky', 'tacky', 'tacky', 'ok', 'ok', 'ok'];
    for (const [i, result] of results.slice(0, 4).entries())
      await page.getByRole('button', { name: `Coupon ${i + 1}: ${result}` }).click();
    await page.reload();
    await expect(page.getByRole('button', { name: 'Coupon 4: tacky' })).toHaveAttribute('aria-pressed', 'true');
    for (const [i, result] of results.entries())
      if (i >= 4) await page.getByRole('button', { name: `Coupon ${i + 1}: ${result}` }).click();
    await expect(page.getByText(/by 8 coupons/)).toBeVisible();
    await page.getByRole('button', { name: 'Keep this ladder of 8' }).click();
    await expect(page.getByText(/from 8 coupons and 0 looks/)).toBeVisible();
    const { pairs } = await server.get<PairsReply>('/api/pairs');
    // between the last tacky and the first that was not
    expect(pairs[0]!.handleS).toBeGreaterThan(0.9 * times[4]!);
    expect(pairs[0]!.handleS).toBeLessThan(1.1 * times[5]!);
  },
);

lit(
  'the lamp dies at half-time: it is called out, what is missing is added, and the light that counts is what was seen',
  async ({ bench: page, server, devices }) => {
    expect(devices).toHaveLength(2);
    // a strong lamp, so that half of a cure is half a minute
    const groups = LAMP.groups.map((group) => ({ ...group, powerMW: 8 * group.powerMW }));
    await server.post('/api/lamps/lamp-box', { lamp: { ...LAMP, groups } });
    const { id, name } = await server.hang();
    const before = await workOn(server, id, 'cure');
    const plannedS = currentStep(before)!.plannedS!;
    await page.goto(server.address);
    const heading = page.getByRole('heading', { level: 1 });
    await expect(heading).toHaveText(`Put ${name} in the lamp box`);
    await page.keyboard.press(' ');
    const startedMs = Date.now();
    await expect(heading).toHaveText(`Take ${name} out of Lamp box`);
    await page.getByRole('button', { name: 'Lamp box', exact: true }).click();
    const drawer = page.getByRole('dialog', { name: 'Lamp box' });
    await drawer.getByRole('button', { name: 'Start' }).click();
    await page.waitForTimeout(startedMs + (1000 * plannedS) / 2 - Date.now());
    await drawer.getByRole('button', { name: 'It dies' }).click();
    await page.keyboard.press('Escape');
    await expect(heading).toHaveText('Look at the lamp box: it gives no light');
    const add = page.getByRole('button', { name: /^Space Add \d+:\d\d/ });
    await expect(add).toBeVisible();
    const pressedMs = Date.now();
    await page.keyboard.press(' ');
    const current = async () => currentStep((await server.get<BatchReply>(`/api/batches/${id}`)).batch)!;
    await expect.poll(async () => wantedS(await current())).toBeGreaterThan(plannedS + 5);
    const addedMs = Date.now();
    const { samples } = await server.get<LightTraceReply>(`/api/batches/${id}/light-trace`);
    // what is added is the dark since the last light that was seen, up to the press, in steps of the lamp's timer
    const lastLitMs = samples.findLast(({ mWPerCm2 }) => mWPerCm2 > 3)!.atMs;
    const addedS = wantedS(await current()) - plannedS;
    expect(addedS).toBeGreaterThan((pressedMs - lastLitMs) / 1000 - 5);
    expect(addedS).toBeLessThan((addedMs - lastLitMs) / 1000 + LAMP.timerStepS + 5);
    expect(addedS % LAMP.timerStepS).toBe(0);
    expect(samples.some(({ mWPerCm2 }) => mWPerCm2 > 3)).toBe(true);
    expect(samples.at(-1)!.mWPerCm2).toBe(0);
    // taken out as it is: what counts is half, not the clock
    const step = await current();
    await server.post(`/api/batches/${id}/steps/${step.id}/finish`, {});
    const { batch } = await server.get<BatchReply>(`/api/batches/${id}`);
    // by what the sensor has seen: on a busy machine it dies a little later than at half-time
    const lit = samples.filter(({ mWPerCm2 }) => mWPerCm2 > 3).map(({ atMs }) => atMs);
    const seenS = (Math.max(...lit) - Math.min(...lit)) / 1000;
    expect(seenS).toBeGreaterThan(0.3 * plannedS);
    expect(Math.abs(lightS(batch) / seenS - 1)).toBeLessThan(0.15);
  },
);
