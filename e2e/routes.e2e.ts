import { box, cup, joinSoups, moved, revolved, type Soup, toBinaryStl, weld } from '@north-step/core/mesh';
import { testLamp } from '@north-step/core/testing';
import type { Page } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import { carry, expect, stlFile, test } from './bench.ts';

const steps = (page: Page) => page.getByRole('list', { name: 'Steps of the route' }).getByRole('listitem');
const conclusion = (page: Page) => page.getByRole('region', { name: 'Conclusion' });
/** Brings the focus to a control by Tab alone. */
async function tabTo(page: Page, name: string | RegExp, most = 120): Promise<void> {
  const wanted = page
    .getByRole('button', { name })
    .or(page.getByRole('textbox', { name }))
    .or(page.getByRole('link', { name }));
  for (let i = 0; i < most; i++) {
    if (
      await wanted
        .first()
        .evaluate((element) => element === document.activeElement)
        .catch(() => false)
    )
      return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab never came to ${name}`);
}

test('a route is built with the keyboard alone, refused while it is wrong, and run', async ({
  bench: page,
  server,
}) => {
  await page.goto(`${server.address}/routes`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/46 routes/);
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('A new route');
  await tabTo(page, 'Name');
  await page.keyboard.type('Fins first');
  // an oven put before the drying is refused where it stands
  await tabTo(page, /^Move Wash 2/);
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Shift+Tab');
  for (
    let i = 0;
    i < 90 &&
    !(await page.getByRole('button', { name: 'Oven', exact: true }).evaluate((e) => e === document.activeElement));
    i++
  )
    await page.keyboard.press('Shift+Tab');
  await page.keyboard.press('Enter');
  await expect(conclusion(page)).toContainText('vapour can catch fire');
  await expect(page.getByRole('button', { name: /Save the route/ })).toBeDisabled();
  const mine = await server.post<{ error: { message: string } }>('/api/routes', {
    name: 'x',
    dose: 'look',
    note: '',
    changeNote: 'x',
    steps: [
      'drip',
      'off-plate',
      'wash-machine',
      'wash-machine',
      'oven',
      'rest',
      'look-matte',
      'supports-off',
      'cure',
      'look-cured',
      'seal',
    ].map((type) => ({ type })),
  });
  expect(mine.status).toBe(409);
  await expect(conclusion(page)).toContainText(mine.body.error.message);
  // moved by keyboard behind the touch, it may stay
  await tabTo(page, /^Move Oven/);
  await carry(page, 'Oven', 'ArrowDown', 10);
  await expect(steps(page).nth(9)).toContainText('Oven');
  await expect(conclusion(page)).not.toContainText('catch fire');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('s');
  await expect(page).toHaveURL(/\/routes\/fins-first$/);
  // it is kept for a bench that has one; nothing else speaks against it
  await expect(page.getByText('Fins first asks for an oven (Oven, step 10); this bench has none.')).toBeVisible();
  const { versions } = await server.get<{ versions: { route: { steps: { type: string }[] } }[] }>(
    '/api/routes/fins-first',
  );
  expect(versions[0]!.route.steps.map(({ type }) => type)).toEqual(
    'drip off-plate wash-machine wash-machine rest look-matte supports-off cure look-cured oven seal'.split(' '),
  );
});

test('a second school by keyboard: a shipped route gets its next version; batches keep theirs', async ({
  bench: page,
  server,
}) => {
  const before = await server.hang({ routeId: 'keep-shape' });
  await page.goto(`${server.address}/routes/keep-shape`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Supports on until cured');
  await tabTo(page, 'Mop with a dry brush');
  await page.keyboard.press('Enter');
  await expect(conclusion(page)).toContainText('mopping is for thick resin');
  await tabTo(page, /^Move Mop/);
  await carry(page, 'Mop with a dry brush', 'ArrowUp', 3);
  await expect(steps(page).nth(2)).toContainText('Mop');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('s');
  await expect(page.getByText('version 3')).toBeVisible();
  const after = await server.hang({ routeId: 'keep-shape' });
  const version = async (id: string) =>
    (await server.get<{ batch: { route: { version: number } } }>(`/api/batches/${id}`)).batch.route.version;
  expect([await version(before.id), await version(after.id)]).toEqual([1, 2]);
});

/** A 3MF of one object, as a slicer would write it. */
function threeMf(soup: Soup): Uint8Array {
  const { vertices, corners } = weld(soup);
  const triples = (numbers: Float32Array | Uint32Array, tag: string, names: readonly string[]) =>
    Array.from(
      { length: numbers.length / 3 },
      (_, i) => `<${tag} ${names.map((name, k) => `${name}="${numbers[i * 3 + k]}"`).join(' ')}/>`,
    ).join('');
  const model = `<?xml version="1.0"?><model unit="millimeter" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources><object id="1" name="hood"><mesh><vertices>${triples(vertices, 'vertex', ['x', 'y', 'z'])}</vertices><triangles>${triples(corners, 'triangle', ['v1', 'v2', 'v3'])}</triangles></mesh></object></resources><build><item objectid="1"/></build></model>`;
  const relations =
    '<?xml version="1.0"?><Relationships><Relationship Target="/3D/3dmodel.model" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>';
  return zipSync({ '_rels/.rels': strToU8(relations), '3D/3dmodel.model': strToU8(model) });
}

test('a new user drops three files of a mixed job, gets a route with reasons, and prints labels', async ({
  bench: page,
  server,
}) => {
  const leg = (x: number, y: number) =>
    moved(
      revolved(
        [
          [0, 0],
          [1.2, 0],
          [0.4, 8.3],
          [0, 8.3],
        ],
        12,
      ),
      [x, y, 0],
    );
  const hood = joinSoups(
    moved(cup(15, 20, 2, 48), [0, 0, 8]),
    ...[0, 1, 2, 3].map((i) => leg(10 * Math.cos(i * 1.57), 10 * Math.sin(i * 1.57))),
  );
  await page.keyboard.press('n');
  await page
    .getByLabel('Files of the parts')
    .setInputFiles([
      stlFile('hood.3mf', threeMf(hood)),
      stlFile('open bracket.stl', toBinaryStl(box(30, 20, 5).slice(9))),
      stlFile(
        'plate.obj',
        'v 0 0 0\nv 20 0 0\nv 20 30 0\nv 0 30 0\nv 0 0 4\nv 20 0 4\nv 20 30 4\nv 0 30 4\nf 4 3 2 1\nf 5 6 7 8\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf 4 1 5 8\n',
      ),
    ]);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/hood, open bracket and plate are ready to hang/, {
    timeout: 30_000,
  });
  const parts = page.getByRole('list', { name: 'Parts on the plate' });
  await expect(parts.getByRole('listitem')).toHaveCount(3);
  await expect(parts.getByText('open mesh')).toBeVisible();
  await expect(page.getByText(/4 of 5 shells taken as supports \(by their shape\).*4 contacts/)).toBeVisible();
  await expect(page.getByText(/Hung as drawn it would hold/)).toBeVisible();
  await expect(page.getByText('soft supports clip easily and scar least.', { exact: false }).first()).toBeVisible();
  // a stated tolerance changes the advice, and says why
  await page.getByLabel(/tightest tolerance/).fill('0,1');
  await expect(page.getByLabel('Route', { exact: true })).toHaveValue('keep-shape');
  await expect(page.getByText(/± 0.10 mm is asked for/)).toBeVisible();
  await expect(page.getByText('Supports that come off after the cure scar more')).toBeVisible();
  await page.getByRole('button', { name: 'How many plate.obj: more' }).click();
  await page.getByRole('button', { name: /Put on the drip rack/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/Hang Tern 1/);
  await page.goto(`${server.address}/batches`);
  await page.getByRole('link', { name: 'Tern 1' }).click();
  await expect(page.getByText(/1 × hood, 1 × open bracket, 2 × plate.*route “Supports on until cured”/)).toBeVisible();
  // each kind stands under the lamp by itself, and the light of all of them is mapped
  await server.post('/api/lamps/lamp-box', { lamp: testLamp });
  await page.getByRole('link', { name: 'Cure', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Part 4, plate: arrow keys/ })).toBeVisible();
  await page.getByLabel('open bracket stands').selectOption('on its head');
  await expect(page.getByText(/\d points · [\d,]+ triangles throw shadows/)).toBeVisible({ timeout: 60_000 });
  await page.goBack();
  await page.getByRole('button', { name: 'Labels …' }).click();
  const href = await page.getByRole('link', { name: 'Open the sheet to print' }).getAttribute('href');
  const pdf = await fetch(server.address + href);
  expect([pdf.status, pdf.headers.get('content-type')]).toEqual([200, 'application/pdf']);
});

test('held, split and released on its sheet', async ({ bench: page, server }) => {
  const { id, name } = await server.hang();
  await page.goto(`${server.address}/batches/${id}`);
  await page.getByRole('button', { name: 'Hold …' }).click();
  await page.getByRole('textbox', { name: 'Why' }).fill('ask the lead');
  await page.getByRole('button', { name: 'Hold it' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByText('Held: ask the lead').first()).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('alert')).toContainText(/Held: ask the lead.*U releases it|Held: ask the lead/);
  await page.keyboard.press('u');
  await expect(page.getByText(`${name}: released`)).toBeVisible();
  await page.getByRole('button', { name: 'Split or merge …' }).click();
  await page.getByRole('button', { name: 'Make them a batch of their own' }).click();
  await expect(page.getByRole('heading', { level: 2, name: `${name}b` })).toBeVisible();
  await expect(page.getByText(`1 × block of ${name} are ${name}b now; this page speaks of ${name}b`)).toBeVisible();
});
