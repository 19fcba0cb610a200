import { truncateSync } from 'node:fs';
import { box, hollowBall, toBinaryStl } from '@north-step/core/mesh';
import { expect, onStanding, stlFile } from './bench.ts';

const cube = toBinaryStl(box(10, 10, 10));
for (const [what, file, message] of [
  ['empty', ['empty.stl', ''], /The file is empty/],
  ['not an STL', ['letter.stl', 'Dear workshop'], /no part file/],
  ['cut short', ['short.stl', cube.slice(0, 300)], /ends early/],
  ['flat', ['flat.stl', toBinaryStl(new Float32Array(18))], /no surface/],
] as const) {
  onStanding(`a file that is ${what} is refused in words, and another can be taken`, async ({ bench: page }) => {
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
  onStanding(`${what} is refused by name, and the page goes on`, async ({ bench: page }) => {
    await page.keyboard.press('n');
    await page.getByLabel('Files of the parts').setInputFiles(stlFile(file[0], file[1]));
    await expect(page.getByRole('alert')).toHaveText(message);
    await page.getByRole('button', { name: 'Leave it out' }).click();
    await expect(page.getByText('Drop STL, OBJ or 3MF files')).toBeVisible();
  });
}

onStanding('200 MB are refused before they are read', async ({ bench: page }) => {
  const file = stlFile('huge.stl', '');
  truncateSync(file, 200 * 1024 * 1024);
  await page.keyboard.press('n');
  await page.getByLabel('Files of the parts').setInputFiles(file);
  await expect(page.getByRole('alert')).toContainText('huge.stl has 200 MB; the most is 120 MB. It was not read.');
});

onStanding('a tiny part offers the unit; an open one says its volume is withheld', async ({ bench: page }) => {
  await page.keyboard.press('n');
  await page.getByLabel('Files of the parts').setInputFiles(stlFile('tiny.stl', box(1, 1.2, 0.8).slice(9)));
  await expect(page.getByText(/only 1.2 mm long/)).toBeVisible();
  await expect(page.getByText(/the volume is withheld/)).toBeVisible();
  await page.getByRole('radio', { name: 'inches' }).click();
  await expect(page.getByText('25 × 30 × 20 mm').or(page.getByText('25.4 × 30.5 × 20.3 mm'))).toBeVisible();
});

onStanding('two million triangles: measured with progress, and cancelled at will', async ({ bench: page }) => {
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

onStanding('an unknown batch and an unknown page say so', async ({ bench: page, server }) => {
  await page.goto(`${server.address}/batches/nope`);
  await expect(page.getByRole('alert')).toContainText('There is no such batch.');
  await page.goto(`${server.address}/nowhere`);
  await expect(page.getByText('There is no such page')).toBeVisible();
});
