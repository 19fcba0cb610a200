import { box } from '@north-step/core/mesh';
import { testLamp } from '@north-step/core/testing';
import { breaches, expect, onStanding, type ServerProcess, stlFile, test, visit } from './bench.ts';

/** A batch with a flag and a lamp that is described, so that pages have something to show. */
async function furnish(server: ServerProcess): Promise<string> {
  const { id } = await server.hang({ customer: 'Skarv Survey' });
  await server.post(`/api/batches/${id}/flag`, { note: 'ask the lead' });
  await server.post('/api/lamps/lamp-box', { lamp: testLamp });
  return id;
}
const PAGES = {
  'work and routes': [
    '/',
    '/batches',
    '/batches/:id',
    '/batches/:id/green',
    '/batches/new',
    '/routes',
    '/routes/casting',
    '/routes/schools',
    '/parts',
    '/guide',
    '/shift',
  ],
  'light and the shop': [
    '/resins',
    '/resins/grey',
    '/cure',
    '/cure/lamps/lamp-box',
    '/cure/coupons',
    '/cure/tests',
    '/room',
    '/clock',
    '/records',
    '/solvent',
  ],
} as const;

for (const [what, paths] of Object.entries(PAGES))
  test(`pages of ${what} pass axe in both themes`, async ({ page, server }) => {
    const id = await furnish(server);
    for (const path of paths) {
      await visit(page, server.address + path.replace(':id', id));
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      if (path === '/batches/new') {
        await page.getByLabel('Files of the parts').setInputFiles(stlFile('block.stl', box(30, 20, 10)));
        await expect(page.getByText('12 triangles')).toBeVisible();
      }
      expect(await breaches(page, path)).toEqual([]);
    }
  });

test('dialogs pass axe in both themes', async ({ page, server }) => {
  const id = await furnish(server);
  for (const [path, button] of [
    [`/batches/${id}`, 'Hold …'],
    [`/batches/${id}`, 'For whom, due, note …'],
    [`/batches/${id}`, 'Broken …'],
    [`/batches/${id}`, 'Split or merge …'],
    [`/batches/${id}`, 'Labels …'],
    [`/batches/${id}`, 'Tell the preparer …'],
    ['/resins/grey', 'Change the card'],
  ] as const) {
    if (!page.url().endsWith(path)) await visit(page, server.address + path);
    await page.getByRole('button', { name: button }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    expect(await breaches(page, button)).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  }
  for (const [key, title] of [
    ['?', 'Keys on the bench'],
    ['f', /What is wrong/],
  ] as const) {
    await page.goto(server.address);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.keyboard.press(key);
    await expect(page.getByRole('dialog', { name: title })).toBeVisible();
    expect(await breaches(page, String(title))).toEqual([]);
  }
});

onStanding('the theme is chosen on the page and kept', async ({ bench: page, server }) => {
  await page.getByRole('button', { name: 'Amber room' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'amber');
  await page.goto(`${server.address}/records`);
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'amber');
});

onStanding('at tablet width nothing runs off the page', async ({ page, server }) => {
  await page.setViewportSize({ width: 768, height: 1024 });
  for (const path of ['/', '/batches', '/batches/new', '/routes', '/routes/casting', '/solvent', '/cure', '/records']) {
    await visit(page, server.address + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect([path, overflow <= 0]).toEqual([path, true]);
  }
});
