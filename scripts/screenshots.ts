import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { given } from '@north-step/core/given';
import { chromium, type Page } from '@playwright/test';
import { PARTS, stlOf } from '../demo/src/index.ts';
import { chromiumPath, ensureBuilt } from './ensure.mjs';

/** `npm run screenshots`: one picture of each main view, from fresh demo data, into docs/screenshots. */
const ADDRESS = 'http://127.0.0.1:4179';
/** An empty folder, for Set up. */
const OWN = 'http://127.0.0.1:4178';
const folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-shots-'));

function start(program: 'demo.js' | 'server.js', address: string): Promise<ChildProcess> {
  const child = spawn('node', [
    `dist/server/${program}`,
    '--port',
    new URL(address).port,
    '--data',
    path.join(folder, program),
    '--web',
    path.resolve('dist/web'),
  ]);
  return new Promise((resolve, reject) => {
    child.stdout.on('data', (data) => String(data).includes('North Step is at') && resolve(child));
    child.stderr.on('data', (data) => process.stderr.write(data));
    child.once('exit', () => reject(new Error(`${program} ended`)));
  });
}

ensureBuilt();
const servers = await Promise.all([start('demo.js', ADDRESS), start('server.js', OWN)]);
const browser = await chromium.launch({
  ...given({ executablePath: chromiumPath() }),
  args: ['--no-sandbox'],
});

async function take(
  name: string,
  at: string,
  prepare: (page: Page) => Promise<unknown> = async () => {},
  theme = 'day',
): Promise<void> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript((value) => localStorage.setItem('north-step.theme', value), theme);
  await page.goto(new URL(at, ADDRESS).href);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await prepare(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.close();
  console.log(name);
}

const list = (await (await fetch(`${ADDRESS}/api/batches?limit=5`)).json()) as { rows: { id: string; step: string }[] };
const drying = list.rows.find((row) => row.step === 'Blow off, dry') ?? list.rows[0]!;
await take('bench-day', '/');
await take('bench-amber', '/', undefined, 'amber');
await take('big-clock', '/clock');
await take('new-batch', '/batches/new', async (page) => {
  const part = PARTS.find(({ name }) => name === 'sample-valve manifold')!;
  const file = path.join(folder, 'valve-manifold.stl');
  writeFileSync(file, stlOf(part));
  await page.getByLabel('Files of the parts').setInputFiles(file);
  await page.getByText('watertight').waitFor();
  await page.getByLabel('Resin card').selectOption('grey-general');
  await page.locator('canvas').waitFor();
  await page.waitForTimeout(1500);
});
await take('batches', '/batches', (page) => page.getByRole('table').waitFor());
await take('route', '/routes/warm-peel', (page) => page.getByRole('button', { name: /^4 / }).click());
await take('batch-sheet', `/batches/${drying.id}`);
await take('recall', '/records/recall?question=over', (page) => page.getByRole('table').waitFor());
await take('solvent', '/solvent', (page) => page.getByRole('region', { name: / now$/ }).waitFor());
await take('reading', '/solvent/read?bath=bath-1&kind=flask', async (page) => {
  const scale = page.getByRole('region', { name: 'Bench scale' });
  await scale.getByRole('button', { name: 'Put the empty flask on' }).click();
  await page.waitForTimeout(5000);
  await scale.getByRole('button', { name: 'Tare' }).click();
  await page.waitForTimeout(1500);
  await scale.getByRole('button', { name: 'Fill it from Wash 1' }).click();
  await page.waitForTimeout(1000);
  await scale.getByText('calm').waitFor();
  await scale.getByRole('button', { name: 'Take this weight' }).click();
});
await take('reclaim', '/solvent/reclaim', (page) => page.getByRole('table').waitFor());
const lastMonth = new Date(new Date().getFullYear(), new Date().getMonth() - 1, 10, 12).toLocaleDateString('sv-SE');
await take('where-it-went', `/solvent/where?by=month&at=${lastMonth}&with=before`, (page) =>
  page.getByRole('table').first().waitFor(),
);
await take('record', '/records');
const { open, laterLooks } = (await (await fetch(`${ADDRESS}/api/bench`)).json()) as {
  open: { id: string; part: { name: string } }[];
  laterLooks: { batchId: string }[];
};
await take('set-up', `${OWN}/set-up`, async (page) => {
  for (const title of ['Who works here', 'What stands on the bench']) {
    await page.getByRole('button', { name: 'Next' }).click();
    await page.getByText(title).first().waitFor();
  }
  await page.getByRole('radio', { name: /Two baths and a lamp box/ }).check();
  await page.getByLabel('and also').selectOption('machine-bath');
  await page.getByLabel('and also').selectOption('box-lamp');
});
await take('room', '/room', (page) => page.getByText(/% humid · windows/).waitFor());
await take('look', `/batches/${laterLooks[0]!.batchId}`, async (page) => {
  await page.getByRole('button', { name: 'Look again, or came back …' }).click();
  await page.getByRole('radio', { name: 'Soft below' }).click();
});
const hood = open.find(({ part }) => part.name === 'lens hood')!;
await take('cure', `/cure/${hood.id}`, async (page) => {
  await page.getByRole('button', { name: 'turned over' }).waitFor({ timeout: 120_000 });
});
await take('lamp', '/cure/lamps/lamp-box', async (page) => {
  await page
    .getByRole('button', { name: /meter here/ })
    .nth(1)
    .click();
  await page.getByRole('button', { name: /^Take \d/ }).waitFor();
});
await take('coupons', '/cure/coupons?card=clear-port&lamp=lamp-box', async (page) => {
  for (const [i, result] of ['tacky', 'tacky', 'tacky', 'tacky', 'ok'].entries())
    await page.getByRole('button', { name: `Coupon ${i + 1}: ${result}` }).click();
  await page.getByText('by 5 coupons').waitFor();
});

await browser.close();
for (const child of servers) {
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await ended;
}
rmSync(folder, { recursive: true, force: true });
