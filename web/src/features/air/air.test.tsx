import { USUAL_AIR } from '@north-step/core/air';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, leavePage, showPage, VESSELS } from '../../testing/page.tsx';
import { dayOfAir, meanPpm, minutesWithoutFan } from './dayOfAir.ts';

afterEach(leavePage);
const HOUR_MS = 3_600_000;
const nowMs = Date.now();
const air = {
  air: USUAL_AIR,
  checks: [
    { id: 'extinguisher', name: 'Extinguisher', everyDays: 90, doneAtMs: 1, doneBy: 'Ada B.', dueAtMs: nowMs - 1000 },
    { id: 'eye-wash', name: 'Eye wash', everyDays: 30, doneAtMs: nowMs, doneBy: 'Ada B.', dueAtMs: nowMs + HOUR_MS },
  ],
  hoursG: [0, 1, 2].map((i) => ({ atMs: nowMs - (3 - i) * HOUR_MS, grams: 30 })),
  sensor: [],
};
const show = (over: object = {}, bench: object = {}) =>
  showPage('/room/air', {
    '/api/bench': benchReply([], { vessels: [...VESSELS], ...bench }),
    '/api/air': { ...air, ...over },
  });

describe('the air of a day', () => {
  it('follows what went into it, hour by hour', () => {
    // 30 g/h in 30 m³ at two changes an hour: steady 0.5 g/m³, after an hour 0.5(1 − e⁻²) = 0.4323 g/m³, 172.97 ppm at 20 °C
    const [first, , third] = dayOfAir(air, 20);
    expect(first!.ppm).toBeCloseTo(172.97, 0);
    expect(third!.ppm).toBeCloseTo(199.6, 0);
    expect(meanPpm([first!, third!])).toBeCloseTo((first!.ppm + third!.ppm) / 8, 9);
  });
  it('lasts so long without its fan', () => {
    const asked = { gPerH: 60, ppmNow: 100, limitPpm: 500, tempC: 20 };
    // from 100 to 500 ppm is 1 g/m³; at 2 g/m³ and hour, slowed by a fifth of a change
    expect(minutesWithoutFan(USUAL_AIR, asked)!).toBeGreaterThan(30);
    expect(minutesWithoutFan(USUAL_AIR, asked)!).toBeLessThan(35);
    expect(minutesWithoutFan(USUAL_AIR, { ...asked, gPerH: 1 })).toBeUndefined();
  });
});

describe('the air page', () => {
  it('concludes by the sensor where it speaks, else by the book', async () => {
    show({}, {});
    await screen.findByRole('heading', { level: 1, name: /^The air is within its limits: 20\d ppm now/ });
    await leavePage();
    show({}, { bench: { ...benchReply([]).bench, vapourPctLel: 30 } });
    await screen.findByRole('heading', { level: 1, name: /^Could burn/ });
  });
  it('says what a spill could do, and what is stored against what may be', async () => {
    show({ air: { ...USUAL_AIR, storedLimitL: 10 } });
    fireEvent.change(await screen.findByLabelText(/^Spilled/), { target: { value: '2 L' } });
    expect((await screen.findByText(/of what can burn: could burn/)).textContent).toMatch(/^at most 2\d,?\d00 ppm/);
    expect(screen.getByText(/over the 10 L that may be/)).toBeDefined();
  });
  it('notes a check, and keeps limits and new checks', async () => {
    const { posted } = show();
    const checks = within(await screen.findByRole('region', { name: 'Checks' }));
    expect(checks.getByText(/^due since/)).toBeDefined();
    fireEvent.click(checks.getByRole('button', { name: 'Extinguisher: checked' }));
    fireEvent.change(screen.getByLabelText(/^Limit over eight hours/), { target: { value: '200' } });
    fireEvent.change(screen.getByLabelText('Something else'), { target: { value: 'Fire blanket' } });
    fireEvent.click(screen.getByRole('button', { name: 'Add' }));
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(posted).toHaveLength(2));
    expect(posted[0]!.path).toBe('/api/air/checks/extinguisher');
    expect(posted[1]!.body).toMatchObject({
      air: {
        meanPpm: 200,
        checks: expect.arrayContaining([{ id: 'fire-blanket', name: 'Fire blanket', everyDays: 90 }]),
      },
    });
  });
});

describe('safety', () => {
  it('is one page in chapters, each deferring to codes, sheets and practice', async () => {
    showPage('/safety', { '/api/bench': benchReply([]) });
    await screen.findByRole('heading', { level: 1, name: 'Safety' });
    const chapters = within(screen.getByRole('article'))
      .getAllByRole('heading', { level: 2 })
      .map(({ textContent }) => textContent);
    expect(chapters).toEqual([
      'Gear, step by step',
      'Skin and eyes',
      'Fire',
      'Static',
      'Spills',
      'Reclaiming and distilling',
      'Waste',
      'Children, animals, food',
    ]);
    expect(document.body.textContent).toMatch(/Where they say otherwise, they count/);
  });
});
