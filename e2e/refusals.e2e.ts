import type { BatchState } from '@north-step/core/batch';
import { expect, runOut, test } from './bench.ts';

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
