import type { BenchReply } from '@north-step/contract';
import { box, joinSoups, moved } from '@north-step/core/mesh';
import type { Page } from '@playwright/test';
import { expect, runOut, stlFile, test } from './bench.ts';

const band = (page: Page) => page.getByRole('region', { name: 'Next step' });
/** Presses the key and waits until the band says the next thing. */
async function press(page: Page, key: string, next: RegExp): Promise<void> {
  await page.keyboard.press(key);
  await expect(band(page).getByRole('heading')).toHaveText(next);
}

test('from a dropped file to a sealed record, by keyboard', async ({ bench: page, server }) => {
  await page.keyboard.press('n');
  await page
    .getByLabel('Files of the parts')
    .setInputFiles(stlFile('bracket.stl', joinSoups(box(40, 20, 4), moved(box(4, 20, 30), [0, 0, 4]))));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    /bracket is ready to hang: drip 6 min, then wash \d:\d\d, then \d:\d\d/,
  );
  await expect(page.getByText('24 triangles')).toBeVisible();

  // times follow the inputs at once
  const firstWash = page.getByRole('listitem').filter({ hasText: /Wash 1at/ });
  const before = await firstWash.innerText();
  const grams = page.getByRole('button', { name: / g$/ });
  const gramsBefore = Number.parseFloat(await grams.innerText());
  await page.getByRole('slider', { name: 'Drip minutes' }).press('Home');
  expect(Number.parseFloat(await grams.innerText())).toBeGreaterThan(gramsBefore);
  await expect(firstWash).not.toHaveText(before);

  // every figure says why
  await firstWash.getByRole('button').click();
  const why = page.getByRole('dialog', { name: 'Why this number?' });
  await expect(why.getByText('Moves it most')).toBeVisible();
  await expect(why.getByText('How sure:')).toBeVisible();
  await page.keyboard.press('Escape');

  await page.getByRole('radio', { name: 'A2' }).click();
  await page.getByRole('button', { name: /Put on the drip rack/ }).click();

  await expect(band(page).getByRole('heading')).toHaveText(/Hang Tern 1 on the drip rack/);
  await expect(page.getByText('Tern 1 is hung, and chosen')).toBeVisible();
  const { id } = (await server.get<BenchReply>('/api/bench')).open[0]!;
  await press(page, ' ', /Tern 1 has dripped/);
  await expect(page.getByRole('timer')).toHaveText(/0:5\d|1:00/);
  await page.keyboard.press('+');
  await expect(page.getByRole('timer')).toHaveText(/1:2\d|1:30/);
  await runOut(page, server, id);
  await press(page, ' ', /Take Tern 1 off the plate/);
  await press(page, ' ', /Lower Tern 1 into Wash 1/);
  await press(page, ' ', /Lift Tern 1 out of Wash 1/);
  await expect(band(page)).toContainText('of its 15:00 solvent allowance is used');
  await runOut(page, server, id);
  await press(page, ' ', /Lower Tern 1 into Wash 2/);
  await press(page, ' ', /Lift Tern 1 out of Wash 2/);
  await runOut(page, server, id);
  await press(page, ' ', /Blow off Tern 1/);
  await press(page, ' ', /Check Tern 1 is dry/);
  await runOut(page, server, id);
  await press(page, ' ', /Look at Tern 1: matte all over/);
  await expect(band(page)).toContainText('Cure stays locked until you have looked');

  // shine goes back to the clean bath
  await press(page, 's', /Lower Tern 1 into Wash 2/);
  await press(page, ' ', /Lift Tern 1 out of Wash 2/);
  await runOut(page, server, id);
  await press(page, 'PageDown', /Blow off Tern 1/); // the pedal
  await press(page, 'PageDown', /Check Tern 1 is dry/);
  await runOut(page, server, id);
  await press(page, ' ', /Look at Tern 1/);
  await press(page, 'y', /Clip the supports of Tern 1/);
  await press(page, ' ', /Tern 1 is clipped/);
  await runOut(page, server, id);
  await press(page, ' ', /Put Tern 1 in the lamp box/);
  await press(page, ' ', /Take Tern 1 out of Lamp box/);
  await runOut(page, server, id);
  await press(page, ' ', /Touch and tilt Tern 1/);
  await press(page, 't', /Put Tern 1 in the lamp box/); // tacky adds an increment
  await press(page, ' ', /Take Tern 1 out of Lamp box/);
  await runOut(page, server, id);
  await press(page, ' ', /Touch and tilt Tern 1/);
  await page.keyboard.press('i');
  await page.getByRole('dialog').getByRole('button', { name: 'Broken pieces: more' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Record the look' }).click();
  await expect(band(page).getByRole('heading')).toHaveText(/Seal the record of Tern 1/);
  await press(page, ' ', /The bench is clear/);

  await page.getByRole('link', { name: 'Records' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/1 sealed record/);
  const pdf = await page.request.get(
    `${server.address}${await page.getByRole('link', { name: 'Record 1 as PDF' }).getAttribute('href')}`,
  );
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);
  const record = await server.get<{
    body: { broken: number; part: { name: string }; resin: { lot: string }; steps: { outcome?: string }[] };
  }>('/api/records/1');
  expect(record.body.steps.map((step) => step.outcome).filter(Boolean)).toEqual(['shine', 'matte', 'tacky', 'good']);
  expect([record.body.broken, record.body.part.name, record.body.resin.lot]).toEqual([1, 'bracket', 'A2']);
});

test('without a file, by three sizes and the keyboard alone', async ({ bench: page }) => {
  await page.keyboard.press('n');
  await page.getByRole('button', { name: 'Describe it by size when there is no file' }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel('Name of the part').focus();
  for (const text of ['cap', '30', '20', '12,5']) {
    await page.keyboard.type(text);
    await page.keyboard.press('Tab');
  }
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/cap is ready to hang/);
  await page.getByRole('button', { name: /Put on the drip rack/ }).focus();
  await page.keyboard.press('Enter');
  await expect(band(page).getByRole('heading')).toHaveText(/Hang .+ on the drip rack/);
});
