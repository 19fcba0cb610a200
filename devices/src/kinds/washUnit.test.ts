import { describe, expect, it } from 'vitest';
import { laterWashUnit, pressedWashUnit, stillWashUnit, stirs, washUnitSays } from './washUnit.ts';

const on = (seconds: number) => pressedWashUnit(stillWashUnit(0, 21), 'start', seconds);
const press = (state: ReturnType<typeof on>, button: Parameters<typeof pressedWashUnit>[1]) =>
  pressedWashUnit(state, button, undefined);

describe('a simulated wash unit', () => {
  it('counts in tens of seconds, rounded up, and stops by itself', () => {
    expect(on(42).leftS).toBe(50);
    const later = laterWashUnit(on(42), 20, 21);
    expect([later.leftS, stirs(later)]).toEqual([30, true]);
    const done = laterWashUnit(later, 80, 21);
    expect([done.leftS, done.on, stirs(done), washUnitSays(done)]).toEqual([0, false, false, 'off']);
  });
  it('turns about every half minute, and stands still for a moment between', () => {
    const at = (seconds: number) => laterWashUnit(on(300), seconds, 21);
    expect([at(10).turns, at(40).turns, at(70).turns]).toEqual(['right', 'left', 'right']);
    expect([stirs(at(28)), stirs(at(29)), stirs(at(31))]).toEqual([true, false, true]);
    expect(washUnitSays(at(29))).toBe('turning about');
  });
  it('waits with its lid open, its timer too, and goes on when it is closed', () => {
    const open = press(laterWashUnit(on(60), 20, 21), 'open lid');
    const waited = laterWashUnit(open, 200, 21);
    expect([stirs(waited), waited.leftS, washUnitSays(waited)]).toEqual([false, 40, 'lid open, waiting']);
    expect(stirs(press(waited, 'close lid'))).toBe(true);
  });
  it.each([
    ['jam', 'on, but nothing turns'],
    ['cut power', 'no power'],
  ] as const)('%s: it stands still and says so, until it is mended', (fault, says) => {
    const bad = press(laterWashUnit(on(60), 10, 21), fault);
    expect([stirs(bad), washUnitSays(bad)]).toEqual([false, says]);
    expect(stirs(pressedWashUnit(press(bad, 'mend'), 'start', 60))).toBe(true);
  });
  it('warms its bath by stirring, toward three degrees', () => {
    // 3 K · (1 − e^(−1200/1200)) = 1.896 K
    expect(laterWashUnit(on(1200), 1199.9, 21).bathC - 21).toBeCloseTo(1.896, 2);
    expect(laterWashUnit(stillWashUnit(0, 21), 1200, 21).bathC).toBe(21);
  });
});
