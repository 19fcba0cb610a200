import { onTestFinished } from 'vitest';
import { TestBench } from './bench.ts';

/** A workshop for one test alone, closed when that has ended. */
export async function ownBench(open: () => Promise<TestBench> = TestBench.open): Promise<TestBench> {
  const t = await open();
  onTestFinished(() => t.close());
  return t;
}
