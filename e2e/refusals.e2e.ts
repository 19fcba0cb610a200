import { truncateSync } from 'node:fs';
import { box, hollowBall, toBinaryStl } from '@north-step/core/mesh';
import type { BatchState } from '@north-step/core/route';
import { expect, runOut, stlFile, test } from './bench.ts';

test('two quick presses are one: the step starts once and goes on', async ({ bench: page, server }) => {
  const { id, name } = await server.hang();
  await page.getByRole('button', { name: new RegExp(`^${name}, Drip`) }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`Hang ${name} on the drip rack`);
  await page.keyboard.press(' ');
  await page.keyboard.press(' ');
  await page.keyboard.press(' ');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`${name} has dripped`);
  const { batch } = await server.get<{ batch: BatchState }>(`/api/batches/${id}`);
  expect(batch.steps[0]!.state).toBe('running');
  // in its first fifth it asks once; at its end it does not
  await server.forward(2);
  await page.keyboard.press(' ');
  await expect(page.getByRole('alert')).toContainText('Press once more to end it now.');
  expect((await server.get<{ batch: BatchState }>(`/api/batches/${id}`)).batch.steps[0]!.state).toBe('running');
  await runOut(page, server, id);
  await page.keyboard.press(' ');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`Take ${name} off the plate`);
});

test('a press is answered, and taken back with Z', async ({ bench: page, server }) => {
  const { id, name } = await server.hang();
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toHaveText(`Hang ${name} on the drip rack`);
  await page.keyboard.press(' ');
  await expect(page.getByText(`${name}, drip: started`)).toBeVisible();
  await page.keyboard.press('z');
  await expect(heading).toHaveText(`Hang ${name} on the drip rack`);
  await expect(page.getByText('Taken back: it is as it was before.')).toBeVisible();
  await expect
    .poll(async () => (await server.get<{ batch: BatchState }>(`/api/batches/${id}`)).batch.steps[0]!.state)
    .toBe('waiting');
});

test('a busy bath refuses with who is in it; a wet cure is refused with the way on', async ({
  bench: page,
  server,
}) => {
  const [a, b] = [await server.hang(), await server.hang()];
  for (const { id } of [a, b]) {
    await server.post(`/api/batches/${id}/steps/s1/start`, {});
    await server.runOut(id);
    await server.post(`/api/batches/${id}/steps/s1/finish`, {});
    await server.post(`/api/batches/${id}/steps/s2/finish`, {});
  }
  expect((await server.post(`/api/batches/${a.id}/steps/s3/start`, {})).status).toBe(200);
  const tag = page.getByRole('button', { name: new RegExp(`^${b.name}, Wash 1`) });
  await tag.click();
  await expect(page.getByText(`It waits: Wash 1 holds ${a.name}.`)).toBeVisible();
  await page.keyboard.press('Escape');
  await tag.click();
  await page.getByRole('button', { name: 'Space Start' }).click();
  await expect(page.getByRole('alert')).toContainText(
    `Not done. Wash 1 holds ${a.name}. Lift ${a.name} out first. The page speaks of ${b.name}.`,
  );
  const wet = await server.post<{ error: { message: string; remedy: string } }>(
    `/api/batches/${a.id}/steps/s8/start`,
    {},
  );
  expect([wet.status, wet.body.error.message]).toEqual([409, expect.stringContaining('white marks')]);
});

const cube = toBinaryStl(box(10, 10, 10));
for (const [what, file, message] of [
  ['empty', ['empty.stl', ''], /The file is empty/],
  ['not an STL', ['letter.stl', 'Dear workshop'], /no part file/],
  ['cut short', ['short.stl', cube.slice(0, 300)], /ends early/],
  ['flat', ['flat.stl', toBinaryStl(new Float32Array(18))], /no surface/],
] as const) {
  test(`a file that is ${what} is refused in words, and another can be taken`, async ({ bench: page }) => {
    await page.keyboard.press('n');
    const input = page.getByLabel('Files of the parts');
    await input.setInputFiles(stlFile(file[0], file[1]));
    await expect(page.getByRole('alert')).toHaveText(message);
    await input.setInputFiles(stlFile('cube.stl', cube));
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/cube is ready to hang/);
  });
}

for (const [what, file, message] of [
  ['a zip cut short', ['part.3mf', new Uint8Array([0x50, 0x4b, 3, 4, 20, 0, 0, 0])], /damaged or ends early/],
  ['an OBJ with a corner of nothing', ['part.obj', 'v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 -9\n'], /Line 4 of the OBJ/],
] as const) {
  test(`${what} is refused by name, and the page goes on`, async ({ bench: page }) => {
    await page.keyboard.press('n');
    await page.getByLabel('Files of the parts').setInputFiles(stlFile(file[0], file[1]));
    await expect(page.getByRole('alert')).toHaveText(message);
    await page.getByRole('button', { name: 'Leave it out' }).click();
    await expect(page.getByText('Drop STL, OBJ or 3MF files')).toBeVisible();
  });
}

test('200 MB are refused before they are read', async ({ bench: page }) => {
  const file = stlFile('huge.stl', '');
  truncateSync(file, 200 * 1024 * 1024);
  await page.keyboard.press('n');
  await page.getByLabel('Files of the parts').setInputFiles(file);
  await expect(page.getByRole('alert')).toContainText('huge.stl has 200 MB; the most is 120 MB. It was not read.');
});

test('a tiny part offers the unit; an open one says its volume is withheld', async ({ bench: page }) => {
  await page.keyboard.press('n');
  await page.getByLabel('Files of the parts').setInputFiles(stlFile('tiny.stl', box(1, 1.2, 0.8).slice(9)));
  await expect(page.getByText(/only 1.2 mm long/)).toBeVisible();
  await expect(page.getByText(/the volume is withheld/)).toBeVisible();
  await page.getByRole('radio', { name: 'inches' }).click();
  await expect(page.getByText('25 × 30 × 20 mm').or(page.getByText('25.4 × 30.5 × 20.3 mm'))).toBeVisible();
});

test('two million triangles: measured with progress, and cancelled at will', async ({ bench: page }) => {
  const file = stlFile('huge.stl', hollowBall(40, 38, 2, 1000));
  await page.keyboard.press('n');
  const input = page.getByLabel('Files of the parts');
  await input.setInputFiles(file);
  await expect(page.getByRole('progressbar', { name: 'Measuring' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('Drop STL, OBJ or 3MF files')).toBeVisible();
  await input.setInputFiles(file);
  await expect(page.getByText('2,000,000 triangles')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('2.0 mm').first()).toBeVisible();
});

test('script and SQL in names are shown as text', async ({ bench: page, server }) => {
  const evil = `<img src=x onerror=alert(1)>'; DROP TABLE batch;--`;
  await server.hang({ part: { name: evil, areaMm2: 900, heightMm: 10 } });
  page.on('dialog', () => {
    throw new Error('a script ran');
  });
  await page.getByRole('link', { name: 'Batches' }).click();
  await page.getByRole('searchbox', { name: 'Find a batch' }).fill('drop table');
  await expect(page.getByText(evil)).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('1 batch');
});

test('an unknown batch and an unknown page say so', async ({ bench: page, server }) => {
  await page.goto(`${server.address}/batches/nope`);
  await expect(page.getByRole('alert')).toContainText('There is no such batch.');
  await page.goto(`${server.address}/nowhere`);
  await expect(page.getByText('There is no such page')).toBeVisible();
});
