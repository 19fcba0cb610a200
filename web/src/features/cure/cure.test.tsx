import type { LampView } from '@north-step/contract';
import { describedMWPerCm2 } from '@north-step/core/light';
import { box } from '@north-step/core/mesh';
import { testLamp } from '@north-step/core/testing';
import { fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { benchReply, leavePage, RESINS, showPage } from '../../testing/page.tsx';
import { Trace } from './InTheLamp.tsx';
import { TablePlan } from './TablePlan.tsx';

afterEach(leavePage);
const view = (over: Partial<LampView> = {}): LampView => ({
  stationId: 'lamp-box',
  name: 'Lamp box',
  version: 1,
  lamp: testLamp,
  described: describedMWPerCm2(testLamp) as number[],
  now: { name: 'Lamp box', mWPerCm2: 9, heatsK: 9, timerStepS: 120, doubtShare: 0.35 },
  events: [],
  ...over,
});
const lamps = (lamp: LampView) => ({
  '/api/lamps': { lamps: [lamp] },
  '/api/lamps/lamp-box': { lamps: [lamp] },
  '/api/lamps/lamp-box/meter': { lamps: [lamp] },
  '/api/lamps/sun-sill/sky': { lamps: [lamp] },
  '/api/devices': { devices: [] },
  '/api/pairs': { pairs: [], ladders: [] },
  '/api/bench': benchReply([]),
  '/api/resins': RESINS,
});

describe('a lamp’s page', () => {
  it('says that it was never metered, and sends what the meter showed', async () => {
    const { posted } = showPage('/cure/lamps/lamp-box', lamps(view()));
    await screen.findByRole('heading', { level: 1, name: /9\.0 mW\/cm², ±35 %/ });
    expect(screen.getByText(/Never metered/)).toBeDefined();
    const scale = screen.getByRole('button', { name: /Scale the lamp to the readings/ });
    expect((scale as HTMLButtonElement).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Place 2, mW/cm²'), { target: { value: '8.4' } });
    fireEvent.click(screen.getByRole('button', { name: /Scale the lamp to 1 reading/ }));
    await vi.waitFor(() => expect(posted.at(-1)?.body).toMatchObject({ readings: [{ spot: 'out', mWPerCm2: 8.4 }] }));
  });
  it('takes a description field by field and can add a rod for hollows', async () => {
    const { posted } = showPage('/cure/lamps/lamp-box', lamps(view()));
    const save = await screen.findByRole('button', { name: 'Save the description' });
    expect((save as HTMLButtonElement).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('strips'), { target: { value: '4' } });
    fireEvent.click(screen.getByRole('button', { name: '+ rod inside hollows' }));
    fireEvent.click(save);
    await vi.waitFor(() =>
      expect(posted.at(-1)?.body).toMatchObject({
        lamp: { groups: [{ shape: 'columns', columns: 4 }, { shape: 'rod' }] },
      }),
    );
  });
  it('shows the sun of the day with its range, and keeps a sky', async () => {
    const sun = view({
      stationId: 'sun-sill',
      name: 'Sun sill',
      lamp: { ...testLamp, kind: 'sun', groups: [] },
      sky: { latDeg: 14, lonDeg: 0, cloudShare: 0.2 },
    });
    const { posted } = showPage('/cure/lamps/sun-sill', lamps(sun));
    expect((await screen.findByRole('img', { name: /Sun today/ })).getAttribute('aria-label')).toContain('° high');
    expect(within(screen.getByRole('table')).getAllByRole('row')).toHaveLength(4);
    fireEvent.change(screen.getByLabelText('sky covered, %'), { target: { value: '80' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep this sky' }));
    await vi.waitFor(() => expect(posted.at(-1)?.body).toMatchObject({ cloudShare: 0.8, latDeg: 14 }));
  });
});

describe('the table from above', () => {
  const part = { name: 'fin', count: 2, positions: box(20, 20, 30), key: 'b', standIn: false, hollows: [] };
  const at = (xMm: number, yMm = 0) => ({ part: 0, xMm, yMm, turnDeg: 0 });
  it('moves a part by keys in steps of 5 mm, and turns it', () => {
    const onChange = vi.fn();
    render(
      <TablePlan parts={[part]} radiiMm={[14.2]} placements={[at(0), at(40)]} lamp={testLamp} onChange={onChange} />,
    );
    const second = screen.getByRole('button', { name: /Part 2/ });
    fireEvent.keyDown(second, { key: 'ArrowUp' });
    expect(onChange).toHaveBeenLastCalledWith([at(0), at(40, 5)]);
    fireEvent.keyDown(second, { key: 'r' });
    expect(onChange).toHaveBeenLastCalledWith([at(0), { ...at(40), turnDeg: 15 }]);
  });
  it('names each of several kinds', () => {
    const lid = { ...part, name: 'lid' };
    const places = [at(0), { ...at(40), part: 1 }];
    render(
      <TablePlan parts={[part, lid]} radiiMm={[14.2, 14.2]} placements={places} lamp={testLamp} onChange={() => {}} />,
    );
    expect(screen.getByRole('button', { name: /^Part 2, lid: arrow keys/ })).toBeDefined();
  });
  it('says which part stands badly', () => {
    render(
      <TablePlan parts={[part]} radiiMm={[14.2]} placements={[at(0), at(10)]} lamp={testLamp} onChange={() => {}} />,
    );
    expect(screen.getByRole('alert').textContent).toContain('stand in each other');
    expect(screen.getByRole('button', { name: /Part 2, badly placed/ })).toBeDefined();
  });
});

it('a trace says its dose', () => {
  // 60 s at 10 mW/cm²: 0.6 J/cm²
  const samples = Array.from({ length: 13 }, (_, i) => ({ atMs: i * 5000, mWPerCm2: 10 }));
  render(<Trace samples={samples} />);
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('0.60 J/cm² in 1:00');
});
