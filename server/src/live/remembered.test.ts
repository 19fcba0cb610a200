import { describe, expect, it } from 'vitest';
import { LiveHub } from './hub.ts';
import { Remembered } from './remembered.ts';

function counted() {
  const live = new LiveHub();
  const clock = { nowMs: 1000 };
  const remembered = new Remembered({ live, nowMs: () => clock.nowMs });
  let reads = 0;
  return { live, clock, read: (key = 'bench') => remembered.read(key, async () => ++reads), remembered };
}

describe('what was read', () => {
  it('serves everybody who asks until something changes', async () => {
    const { live, read } = counted();
    expect(await Promise.all([read(), read(), read()])).toEqual([1, 1, 1]);
    live.publish(['bench']);
    expect([await read(), await read('records')]).toEqual([2, 3]);
  });
  it('begun before a change is not given to whoever asks after it', async () => {
    const { live, remembered } = counted();
    let finish = (_: string) => {};
    const before = remembered.read(
      'bench',
      () =>
        new Promise<string>((resolve) => {
          finish = resolve;
        }),
    );
    live.publish(['bench']);
    const after = remembered.read('bench', async () => 'new');
    finish('old');
    expect([await before, await after]).toEqual(['old', 'new']);
    expect(await remembered.read('bench', async () => 'newer')).toBe('new');
  });
  it('is read anew when time has gone on, or was set, and after a failure', async () => {
    const { clock, read, remembered } = counted();
    await read();
    clock.nowMs += 86_400_000;
    expect(await read()).toBe(2);
    clock.nowMs -= 86_400_000;
    expect(await read()).toBe(3);
    await expect(remembered.read('x', () => Promise.reject(new Error('away')))).rejects.toThrow('away');
    expect(await remembered.read('x', async () => 'back')).toBe('back');
  });
});
