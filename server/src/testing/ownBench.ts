import { onTestFinished } from 'vitest';
import { TestBench } from './bench.ts';

async function filled(): Promise<TestBench> {
  const t = await TestBench.open();
  await t.fillBaths();
  return t;
}

/** A workshop for one test alone, closed when that has ended. Its baths are filled, unless it is opened otherwise. */
export async function ownBench(open: () => Promise<TestBench> = filled): Promise<TestBench> {
  const t = await open();
  onTestFinished(() => t.close());
  return t;
}
