import { box } from '@north-step/core/mesh';
import { testLamp } from '@north-step/core/testing';
import { axe, expect, stlFile, test } from './bench.ts';

for (const theme of ['day', 'amber'] as const) {
  test(`every page passes axe in the ${theme} theme`, async ({ page, server }) => {
    test.setTimeout(180_000);
    const { id } = await server.hang({ customer: 'Skarv Survey' });
    await server.post(`/api/batches/${id}/flag`, { note: 'ask the lead' });
    await server.post('/api/lamps/lamp-box', { lamp: testLamp });
    await page.addInitScript((value) => localStorage.setItem('north-step.theme', value), theme);
    for (const path of [
      '/',
      '/batches',
      `/batches/${id}`,
      '/batches/new',
      '/routes',
      '/routes/casting',
      '/solvent',
      '/parts',
      '/resins',
      '/resins/grey',
      '/cure',
      '/cure/lamps/lamp-box',
      '/cure/coupons',
      '/cure/tests',
      '/room',
      '/shift',
      '/clock',
      '/records',
    ]) {
      await page.goto(server.address + path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      if (path === '/batches/new') {
        await page.getByLabel('Files of the parts').setInputFiles(stlFile('block.stl', box(30, 20, 10)));
        await expect(page.getByText('12 triangles')).toBeVisible();
      }
      const { violations } = await axe(page, theme).analyze();
      expect(violations.map((v) => `${path} ${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`)).toEqual(
        [],
      );
    }
    for (const [path, button] of [
      [`/batches/${id}`, 'Hold …'],
      [`/batches/${id}`, 'For whom, due, note …'],
      [`/batches/${id}`, 'Broken …'],
      [`/batches/${id}`, 'Split or merge …'],
      [`/batches/${id}`, 'Labels …'],
      [`/batches/${id}`, 'Tell the preparer …'],
      ['/resins/grey', 'Change the card'],
    ] as const) {
      if (!page.url().endsWith(path)) await page.goto(server.address + path);
      await page.getByRole('button', { name: button }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      const { violations } = await axe(page, theme).analyze();
      expect(
        violations.map((v) => `${button} ${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`),
      ).toEqual([]);
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
      const { violations } = await axe(page, theme).analyze();
      expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`)).toEqual([]);
    }
  });
}

test('the theme is chosen on the page and kept', async ({ bench: page, server }) => {
  await page.getByRole('button', { name: 'Amber room' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'amber');
  await page.goto(`${server.address}/records`);
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'amber');
});

test('at tablet width nothing runs off the page', async ({ page, server }) => {
  await page.setViewportSize({ width: 768, height: 1024 });
  for (const path of ['/', '/batches', '/batches/new', '/routes', '/routes/casting', '/solvent', '/cure', '/records']) {
    await page.goto(server.address + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect([path, overflow <= 0]).toEqual([path, true]);
  }
});
