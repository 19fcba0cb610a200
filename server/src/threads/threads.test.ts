import { describe, expect, it } from 'vitest';
import { askThread, NotAnswered } from './askThread.ts';
import { FairQueue } from './fairQueue.ts';

type Question = { readonly what: 'answer' | 'never' | 'memory'; readonly value?: number };
const asker = (limits = {}) =>
  askThread<Question, number>(new URL('../testing/faultyThread.ts', import.meta.url), limits);
const why = (error: unknown) => (error instanceof NotAnswered ? error.why : String(error));

describe('a thread that is asked', () => {
  it('gives up what takes too long, and answers the next', async () => {
    const thread = asker({ withinMs: 1500 });
    expect(await thread.ask({ what: 'never' }).catch(why)).toBe('too-long');
    // on a busy machine a new thread may need longer than that to come up: then it is asked again
    const answer = () => thread.ask({ what: 'answer', value: 7 }).catch(why);
    await expect.poll(answer, { timeout: 60_000 }).toBe(7);
    await thread.close();
  });
  it('gives up what takes more memory than it may, and answers the next', async () => {
    const thread = asker({ memoryMb: 64 });
    expect(await thread.ask({ what: 'memory' }).catch(why)).toBe('too-large');
    expect(await thread.ask({ what: 'answer', value: 8 })).toBe(8);
    await thread.close();
  });
  it('drops the work of who has left, running or waiting', async () => {
    const thread = asker();
    const [running, waiting] = [new AbortController(), new AbortController()];
    const first = thread.ask({ what: 'never' }, { client: 'a', signal: running.signal }).catch(why);
    const second = thread.ask({ what: 'never' }, { client: 'b', signal: waiting.signal }).catch(why);
    waiting.abort();
    expect(await second).toBe('left');
    running.abort();
    expect(await first).toBe('left');
    expect(await thread.ask({ what: 'answer', value: 9 })).toBe(9);
    await thread.close();
  });
  it('has a thread left for others while one client holds one, and bounds what may wait of each', async () => {
    const thread = asker({ threads: 2 });
    const holds = Array.from({ length: 33 }, () => new AbortController());
    const held = holds.map(({ signal }) => thread.ask({ what: 'never' }, { client: 'greedy', signal }).catch(why));
    expect(await thread.ask({ what: 'never' }, { client: 'greedy' }).catch(why)).toBe('too-many');
    expect(await thread.ask({ what: 'answer', value: 10 }, { client: 'modest' })).toBe(10);
    for (const hold of holds) hold.abort();
    expect(new Set(await Promise.all(held))).toEqual(new Set(['left']));
    await thread.close();
  });
});

describe('lines', () => {
  it('go round: one of each client in turn, and none of who has one running', () => {
    const queue = new FairQueue<{ client: string; n: number }>();
    for (const n of [1, 2, 3]) queue.add({ client: 'a', n });
    queue.add({ client: 'b', n: 4 });
    const nobody = () => false;
    expect(queue.take(nobody)?.n).toBe(1);
    expect(queue.take(nobody)?.n).toBe(4);
    expect(queue.take((client) => client === 'a')).toBeUndefined();
    expect([queue.take(nobody)?.n, queue.take(nobody)?.n, queue.take(nobody)]).toEqual([2, 3, undefined]);
  });
});
