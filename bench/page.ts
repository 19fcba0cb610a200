import { given } from '@north-step/core/given';
import { hollowBall, toBinaryStl } from '@north-step/core/mesh';
import { testLamp } from '@north-step/core/testing';
import { chromium, type Page } from '@playwright/test';
import { ServerProcess, stlFile } from '../e2e/bench.ts';
import { chromiumPath } from '../scripts/ensure.mjs';

export type Smoothness = { readonly framesPerS: number; readonly longestGapMs: number };
export type PageFigures = {
  readonly measuring: Smoothness;
  readonly mapping: Smoothness;
  /** from a key press to the next frame, with many batches on the bench, ms: middle and longest */
  readonly keyMs: readonly [median: number, longest: number];
  /** most memory the server ever held, MB: before, and after a large part was measured on it */
  readonly serverMb: readonly [before: number, after: number];
};

const BATCHES = 30;
const KEYS = 40;

// as text: a compiler's helpers do not exist in the page
const COUNT_FRAMES = `window.frames_ = [];
  requestAnimationFrame(function tick(at) { window.frames_.push(at); requestAnimationFrame(tick); });`;

/** Counts animation frames in the page while something runs. */
async function smooth(page: Page, work: () => Promise<unknown>): Promise<Smoothness> {
  await page.evaluate(COUNT_FRAMES);
  await work();
  const frames = await page.evaluate(() => (window as unknown as { frames_: number[] }).frames_);
  const spanMs = frames.at(-1)! - frames[0]!;
  const gaps = frames.slice(1).map((at, i) => at - frames[i]!);
  return { framesPerS: (1000 * (frames.length - 1)) / spanMs, longestGapMs: Math.max(...gaps) };
}

/** A real page against a real server: frames while the workers are busy, keys with a full bench, memory of the server. */
export async function pageFigures(): Promise<PageFigures> {
  const server = await ServerProcess.onCopy();
  await server.start();
  await server.fillBaths();
  const browser = await chromium.launch({
    ...given({ executablePath: chromiumPath() }),
    args: ['--no-sandbox'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const soup = hollowBall(30, 28, 2, 190);
    const file = stlFile('ball.stl', soup);
    await page.goto(`${server.address}/batches/new`);
    await page.getByLabel('Files of the parts').waitFor({ state: 'attached' });
    const measuring = await smooth(page, async () => {
      await page.getByLabel('Files of the parts').setInputFiles(file);
      await page.getByText('watertight').waitFor({ timeout: 60_000 });
    });
    await page.getByRole('button', { name: /Put on the drip rack/ }).click();
    await page.getByRole('region', { name: 'Next step' }).waitFor();

    await server.post('/api/lamps/lamp-box', { lamp: testLamp });
    const { open } = await server.get<{ open: { id: string }[] }>('/api/bench');
    await page.goto(`${server.address}/cure/${open[0]!.id}`);
    await page.locator('progress').waitFor({ timeout: 60_000 });
    // both poses are mapped, nothing is drawn yet
    const mapping = await smooth(page, () => page.getByText(/light turned over/).waitFor({ timeout: 60_000 }));

    for (let n = 1; n < BATCHES; n++) await server.hang();
    await page.goto(server.address);
    await page.getByRole('region', { name: 'Next step' }).waitFor();
    const keys = await keyTimes(page);
    const before = server.peakMb();
    const form = new FormData();
    form.append('file', new Blob([toBinaryStl(soup) as BlobPart]), 'ball.stl');
    const reply = await fetch(`${server.address}/api/compute/mesh`, { method: 'POST', body: form });
    if (!reply.ok) throw new Error(`/api/compute/mesh: ${reply.status}`);
    return { measuring, mapping, keyMs: keys, serverMb: [before, server.peakMb()] };
  } finally {
    await browser.close();
    await server.remove();
  }
}

/** Presses an arrow on the bench again and again. */
async function keyTimes(page: Page): Promise<readonly [number, number]> {
  const times: number[] = [];
  for (let n = 0; n < KEYS; n++)
    times.push(
      await page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const from = performance.now();
            document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
            requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now() - from)));
          }),
      ),
    );
  times.sort((a, b) => a - b);
  return [times[Math.floor(times.length / 2)]!, times.at(-1)!];
}
