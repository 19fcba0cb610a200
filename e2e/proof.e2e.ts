import type { BatchReply, NewDeviceReply } from '@north-step/contract';
import { currentStep } from '@north-step/core/batch';
import { testLamp } from '@north-step/core/testing';
import type { Locator } from '@playwright/test';
import { PART_PHOTO, type RunningDevice, SIMULATED } from '../devices/src/index.ts';
import { expect, test } from './bench.ts';
import { workshopWith } from './workshop.ts';

const UNLIT = { l: 86, a: -1, b: 5 };
const YELLOWED_DELTA_B = 3;

/** A camera before which the part yellows by 3 once it was lit. */
const seen = test.extend<{ camera: RunningDevice; light: { on: boolean } }>({
  // biome-ignore lint/correctness/noEmptyPattern: Playwright wants a pattern here
  light: async ({}, use) => use({ on: false }),
  camera: async ({ server, light }, use) => {
    const { body } = await server.post<NewDeviceReply>('/api/devices', {
      commandId: undefined,
      by: undefined,
      kind: 'camera',
      name: 'Camera',
      simulated: true,
    });
    const workshop = workshopWith({
      colours: async () => ({ unlit: UNLIT, part: { ...UNLIT, b: UNLIT.b + (light.on ? YELLOWED_DELTA_B : 0) } }),
    });
    const camera = SIMULATED.camera({ server: server.address, ...body }, workshop);
    await use(camera);
    camera.stop();
  },
});

async function press(picture: Locator, [u, v]: readonly [number, number]): Promise<void> {
  // it is there once it has its height
  await expect.poll(async () => (await picture.boundingBox())?.height ?? 0).toBeGreaterThan(100);
  const box = (await picture.boundingBox())!;
  await picture.click({ position: { x: u * box.width, y: v * box.height } });
}

seen('yellowing is measured on photos before and after the light', async ({ bench: page, server, camera, light }) => {
  expect(camera).toBeDefined();
  await server.post('/api/lamps/lamp-box', { lamp: testLamp });
  const card = await server.get<object>('/api/resins/grey/card.json');
  await server.post('/api/resins', {
    card: { ...card, id: 'clear', name: 'Test Clear', family: 'clear' },
    lots: ['C1'],
    changeNote: 'for lenses',
  });
  const { id } = await server.hang({ cardId: 'clear', lot: 'C1' });
  await page.goto(`${server.address}/cure/${id}`);
  await page.getByRole('button', { name: 'Photograph it' }).click();
  const dialog = page.getByRole('dialog');
  const picture = dialog.getByRole('img', { name: /Photo of the part/ });
  await dialog.getByRole('button', { name: /Take one with/ }).click();
  await press(picture, PART_PHOTO.white);
  await press(picture, PART_PHOTO.part);
  await dialog.getByRole('button', { name: 'Keep this colour' }).click();
  await expect(page.getByText(/Photographed before the light: b\* \d/)).toBeVisible();

  light.on = true;
  for (;;) {
    const { batch } = await server.get<BatchReply>(`/api/batches/${id}`);
    const step = currentStep(batch)!;
    if (step.kind === 'look-cured') break;
    const url = `/api/batches/${id}/steps/${step.id}`;
    if (step.mode === 'look') await server.post(`${url}/look`, { outcome: 'matte' });
    else {
      if (step.mode !== 'moment') {
        await server.post(`${url}/start`, {});
        await server.runOut(id);
      }
      await server.post(`${url}/finish`, {});
    }
  }
  await page.goto(server.address);
  await expect(page.getByRole('region', { name: 'Next step' }).getByRole('heading')).toHaveText(/Touch and tilt/);
  await page.keyboard.press('i');
  await dialog.getByRole('button', { name: 'Measure its colour by photo' }).click();
  await dialog.getByRole('button', { name: /Take one with/ }).click();
  await press(picture, PART_PHOTO.white);
  await press(picture, PART_PHOTO.part);
  await expect(dialog.getByText(/over the photo before/)).toBeVisible();
  await press(picture, PART_PHOTO.reference);
  await expect(dialog.getByText(/over an unlit piece/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Record the look' }).click();
  await expect(dialog).toBeHidden();
  const looked = async () => {
    const { batch } = await server.get<BatchReply>(`/api/batches/${id}`);
    return batch.steps.find(({ kind }) => kind === 'look-cured')!.colour;
  };
  // the press is answered on the page before the server has it
  await expect.poll(looked).toBeDefined();
  const colour = await looked();
  expect(colour!.range90[0]).toBeLessThan(YELLOWED_DELTA_B);
  expect(colour!.range90[1]).toBeGreaterThan(YELLOWED_DELTA_B);
  await page.goto(`${server.address}/batches/${id}`);
  await expect(page.getByText(/b\* [\d.]+ \(.*\) over an unlit piece/)).toBeVisible();
});

test('tested samples say what an oven is worth; sizes of the room decide what fits', async ({
  bench: page,
  server,
}) => {
  await server.post('/api/lamps/lamp-box', { lamp: testLamp });
  await page.goto(`${server.address}/cure/tests?card=grey`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/no samples were tested yet/);
  const keep = page.getByRole('button', { name: 'Keep this set' });
  await expect(keep).toBeDisabled();
  await expect(page.getByText('Still needed: the readings.')).toBeVisible();
  await page.getByLabel(/Readings, Shore D/).fill('70 71 72');
  await keep.click();
  await expect(page.getByText(/set 1: 71/)).toBeVisible();
  await page.getByLabel('oven after, °C').fill('60');
  await page.getByLabel(/Readings, Shore D/).fill('79, 80, 81');
  await keep.click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/heat adds [\d.]+ Shore D/);
  await page.getByLabel(/Readings, Shore D/).fill('180');
  await keep.click();
  await expect(page.getByRole('alert')).toContainText('Shore D ends at 100');
  await expect(page.getByLabel(/Readings, Shore D/)).toHaveValue('180');

  await page.getByRole('link', { name: 'Room' }).click();
  await page.getByText('Sizes by a ruler').click();
  await page.getByRole('button', { name: 'Give the sizes of wash 1' }).click();
  await page.getByLabel('deep, mm').fill('30');
  await page.getByLabel('impeller, mm').fill('40');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('higher than the tub is deep');
  await page.getByLabel('impeller, mm').fill('5');
  await page.getByRole('button', { name: 'Give the sizes of lamp box' }).click();
  await page.getByRole('group', { name: 'inside' }).getByLabel('high, mm').fill('30');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText(/Said on .* by /)).toBeVisible();
  await page.goto(`${server.address}/batches/new`);
  await page.getByRole('button', { name: /Describe it by size/ }).click();
  for (const [side, mm] of [
    ['length', '60'],
    ['width', '50'],
    ['height', '40'],
  ] as const)
    await page.getByLabel(`${side} in mm`).fill(mm);
  await expect(page.getByText(/does not go into the lamp box/)).toBeVisible();
});
