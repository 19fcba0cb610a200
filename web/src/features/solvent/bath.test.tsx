import type { Movement } from '@north-step/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { bathCare, careReply } from '../../testing/care.ts';
import { benchReply, leavePage, RESINS, showPage, VESSELS } from '../../testing/page.tsx';
import { crossing, loadSeries } from './loadSeries.ts';

afterEach(leavePage);
const solvent = { vessels: [...VESSELS], sinks: [], movements: [], former: [], residualMg: 0 };
const movement = (over: Partial<Movement>): Movement => ({
  id: 'm1',
  atMs: 0,
  kind: 'fill',
  note: '2 L bought',
  by: 'Ada B.',
  batchId: null,
  runId: null,
  reverses: null,
  reversedBy: null,
  lines: [{ account: 'w1', solventG: 100, waterG: 1, resinG: 0 }],
  ...over,
});
const show = (path: string, bath = bathCare(), more: object = {}) =>
  showPage(path, {
    '/api/solvent': solvent,
    '/api/solvent/care': careReply(bath),
    '/api/solvent/movements': {
      total: 120,
      kinds: ['fill', 'wash'],
      rows: [movement({}), movement({ id: 'm2', kind: 'wash', batchId: 'b7', note: 'Tern 7' })],
    },
    '/api/solvent/workload': {
      days: 90,
      batches: Array.from({ length: 200 }, (_, n) => ({ day: n * 0.45, resinG: 6, dragG: 8 })),
    },
    '/api/bench': benchReply([]),
    '/api/resins': RESINS,
    ...more,
  });

describe('a bath that is followed', () => {
  it('shows its load with a range, its limit with the reason, and what each choice brings', async () => {
    const bath = bathCare();
    show('/solvent?bath=w1', bath);
    const panel = within(await screen.findByRole('region', { name: 'Wash 1 now' }));
    expect(panel.getByText(/resin by weight/).textContent).toContain('–');
    expect(panel.getAllByRole('row').length).toBe(bath.choices.length + 2);
    fireEvent.click(panel.getByRole('button', { name: 'Why this limit?' }));
    expect(within(await screen.findByRole('dialog')).getByText(bath.limit.why)).toBeDefined();
  });
  it('answers what if so many batches more are washed', async () => {
    const bath = bathCare();
    show('/solvent?bath=w1', bath);
    fireEvent.change(await screen.findByLabelText(/What if/), { target: { value: '20' } });
    expect(screen.getByText('What if 20 more batches are washed?')).toBeDefined();
    const at = bath.forecast.path[20]!;
    expect(screen.getByRole('status').textContent).toContain(
      at.high >= 12.5 ? 'may be past the limit' : 'still below the limit',
    );
  });
  it('has a page of its own: readings to discard, resins that stain, lid, limit', async () => {
    const filled = { card: { ...RESINS.resins[0]!.card, id: 'filled', name: 'Filled', stainsBath: true }, lots: [] };
    const { posted } = show('/solvent/baths/w1', bathCare({}, [0.45]), {
      '/api/resins': { resins: [...RESINS.resins, filled] },
      '/api/solvent/readings/r0/verdict': { postingId: 'r0' },
      '/api/solvent/lid': { vessel: VESSELS[2] },
      '/api/solvent/limit': { vessel: VESSELS[2] },
    });
    const readings = within(await screen.findByRole('region', { name: 'Readings' }));
    fireEvent.click(readings.getByRole('button', { name: 'Discard' }));
    expect(screen.getByText('(stains)')).toBeDefined();
    fireEvent.click(screen.getByRole('radio', { name: 'ajar' }));
    fireEvent.change(screen.getByLabelText('The shop’s own limit, %'), { target: { value: '40' } });
    expect(screen.getByText('Between 0.5 and 25 %, or empty.')).toBeDefined();
    fireEvent.change(screen.getByLabelText('The shop’s own limit, %'), { target: { value: '8' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep it' }));
    await waitFor(() => expect(posted).toHaveLength(3));
    expect(posted.map(({ path }) => path)).toEqual([
      '/api/solvent/readings/r0/verdict',
      '/api/solvent/lid',
      '/api/solvent/limit',
    ]);
    expect(posted[2]!.body.limitPctW).toBe(8);
  });
  it('draws history up to now, then the forecast at its pace', () => {
    const bath = bathCare({ batchesPerDay: 2 });
    const nowMs = Date.now();
    const points = loadSeries(bath, nowMs, nowMs - 10 * 86_400_000, 5);
    const ahead = points.filter((point) => point.ahead !== undefined && point.load === undefined);
    expect(ahead).toHaveLength(10);
    expect(points.every((point, i) => i === 0 || point.atMs >= points[i - 1]!.atMs)).toBe(true);
    const crosses = crossing({ ...bath, limit: { ...bath.limit, limitPctW: bath.estimate.loadPctW + 1 } }, nowMs)!;
    expect(crosses.soonMs).toBeGreaterThan(nowMs - 1);
    expect(crosses.soonMs).toBeLessThan(crosses.lateMs ?? Number.POSITIVE_INFINITY);
    expect(crossing({ ...bath, batchesPerDay: 0 }, nowMs)).toBeUndefined();
  });
});

describe('guided postings of every kind', () => {
  const open = async (button: string) => {
    fireEvent.click((await screen.findAllByRole('button', { name: button }))[0]!);
    return within(await screen.findByRole('dialog'));
  };
  it.each<[string, string, [RegExp, string][], string, object]>([
    [
      'a count',
      'Count …',
      [
        [/Vessel/, 'can'],
        [/Found in it/, '9.9 L'],
      ],
      '/api/solvent/count',
      { vesselId: 'can', volumeMl: 9900 },
    ],
    [
      'a spill',
      'Spilled or disposed …',
      [
        [/From/, 'w1'],
        [/How much/, '120 ml'],
      ],
      '/api/solvent/discard',
      { vesselId: 'w1', volumeMl: 120, to: 'spilled' },
    ],
    [
      'a new vessel',
      'Add a vessel …',
      [
        [/Name/, 'Jar B'],
        [/Liquid/, 'ethanol'],
        [/Holds/, '800 ml'],
      ],
      '/api/solvent/vessel',
      { name: 'Jar B', solvent: 'ethanol', capacityMl: 800, surfaceCm2: 400 },
    ],
    [
      'retiring a bath',
      'Retire …',
      [[/How much/, '4 L']],
      '/api/solvent/refill',
      { vesselId: 'w1', toVesselId: 'drum', fromVesselId: 'can', volumeMl: 4000 },
    ],
  ])('%s', async (_, button, fields, url, body) => {
    const { posted } = show('/solvent?bath=w1', bathCare(), { [url]: { postingId: 'p' } });
    const dialog = await open(button);
    for (const [label, value] of fields) fireEvent.change(dialog.getByLabelText(label), { target: { value } });
    fireEvent.click(dialog.getByRole('button', { name: 'Book it' }));
    await waitFor(() => expect(posted[0]).toMatchObject({ path: url, body }));
  });
});

describe('all movements', () => {
  it('hold their filters in the address, and save the same as CSV', async () => {
    const { read, router } = show('/solvent/movements?kind=wash&from=2026-11-01');
    expect(await screen.findByText('120 movements')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Vessel or account'), { target: { value: 'w1' } });
    fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'rim' } });
    await waitFor(() => expect(read.at(-1)).toContain('search=rim'));
    expect(router.state.location.search).toBe('?kind=wash&from=2026-11-01&vessel=w1&q=rim');
    const csv = screen.getByRole('link', { name: 'Save as CSV' }).getAttribute('href')!;
    expect(csv).toMatch(/movements\.csv\?vesselId=w1&kind=wash&search=rim&fromMs=\d+/);
    expect(screen.getByRole('link', { name: 'Tern 7' }).getAttribute('href')).toBe('/batches/b7');
    fireEvent.click(screen.getByRole('button', { name: 'Older' }));
    await waitFor(() => expect(read.at(-1)).toContain('offset=50'));
  });
});

describe('the policy page', () => {
  it('plays the shop’s own work, names the cheapest that stays clean, and plays again for another calendar', async () => {
    show('/solvent/policy');
    expect(await screen.findByText(/^Cheapest that stays clean: two baths/)).toBeDefined();
    const rows = screen.getAllByRole('row');
    expect(rows).toHaveLength(6);
    fireEvent.click(screen.getByRole('button', { name: 'days between changes: more' }));
    expect(await screen.findByText('two baths, every 15 days', { selector: 'td' })).toBeDefined();
  });
});
