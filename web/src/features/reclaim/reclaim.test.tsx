import { type RunState, stepsFrom } from '@north-step/core/reclaim';
import { testRun } from '@north-step/core/testing';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, failure, leavePage, showPage, VESSELS, vessel } from '../../testing/page.tsx';
import { runsReply, wasteList, whereReply } from '../../testing/reclaim.ts';
import { roomReply } from '../../testing/room.ts';
import { spanOf } from '../../ui/periods.ts';
import { flowsOf } from './FlowPicture.tsx';
import { alarmOf } from './HeatPanel.tsx';

afterEach(leavePage);
const jar = vessel({
  id: 'jar',
  name: 'Settling jar',
  kind: 'jar',
  line: null,
  volumeMl: 0,
  solventG: 0,
  waterG: 0,
  resinG: 0,
  loadPctW: 0,
  capacityMl: 8000,
});
const filled = { ...jar, volumeMl: 2900, solventG: 2080, waterG: 130, resinG: 190, loadPctW: 7.9 };
const bench = (vessels = [...VESSELS, jar]) => benchReply([], { vessels });
const show = (path: string, replies: Readonly<Record<string, unknown>> = {}) =>
  showPage(path, {
    '/api/bench': bench(),
    '/api/room': roomReply,
    '/api/reclaim': runsReply(),
    '/api/devices': { devices: [] },
    ...replies,
  });
const at = (kind: RunState['steps'][number]['kind'], over: object = {}, run: Partial<RunState> = {}) =>
  testRun({ steps: [{ ...stepsFrom([{ kind, pass: 1 }])[0]!, ...over }], ...run });
const field = (name: RegExp | string) => screen.findByLabelText(name);
const press = async (name: RegExp | string) => fireEvent.click(await screen.findByRole('button', { name }));

describe('what to do with used liquid', () => {
  it('sets every way side by side, the cheapest first, and begins it', async () => {
    const { posted } = show('/solvent/reclaim', {
      'POST /api/reclaim': { run: testRun() },
      '/api/reclaim/run-1': { run: testRun() },
    });
    fireEvent.change(await field(/^How much/), { target: { value: '2' } });
    const rows = within(await screen.findByRole('table'))
      .getAllByRole('row')
      .slice(1);
    expect(rows).toHaveLength(4);
    const costs = rows.map((row) =>
      Number(
        within(row)
          .getAllByRole('cell')[5]!
          .textContent!.match(/[\d.]+/)![0],
      ),
    );
    expect([...costs].sort((a, b) => a - b)).toEqual(costs);
    await screen.findByRole('heading', { level: 1, name: /2\.0 L at 8\.0 %/ });
    await press('Harden and filter …');
    await press('Begin');
    await waitFor(() => expect(posted).toHaveLength(1));
    expect(posted[0]!.body).toMatchObject({
      kind: 'harden-filter',
      fromVesselId: 'drum',
      insideVesselId: 'jar',
      toVesselId: 'bottle',
      amountMl: 2000,
    });
  });
  it('says what is lacking where there is no still, and keeps the dialog open when it is refused', async () => {
    show('/solvent/reclaim', {
      'POST /api/reclaim': failure(409, {
        code: 'IN_A_RUN',
        message: 'Settling jar stands in Reclaim 1.',
        remedy: 'Go on with the run.',
      }),
    });
    await press('Distil …');
    expect((await screen.findByRole('alert')).textContent).toMatch(/no empty still/);
    fireEvent.keyDown(document.activeElement!, { key: 'Escape' });
    await press('Harden and filter …');
    await press('Begin');
    expect((await screen.findByRole('alert')).textContent).toMatch(/stands in Reclaim 1.*Go on/);
  });
});

describe('a run', () => {
  const showRun = (run: RunState, more: object = {}) =>
    show('/solvent/runs/run-1', {
      '/api/bench': bench([...VESSELS, filled]),
      '/api/reclaim/run-1': { run },
      'POST /api/reclaim': { run },
      ...more,
    });
  it('is poured with a reading before', async () => {
    const { posted } = showRun(at('pour'));
    fireEvent.change(await field(/^Left in the dish/), { target: { value: '0.66' } });
    await press(/^Poured 3\.00 L/);
    await waitFor(() =>
      expect(posted[0]?.body).toMatchObject({ reading: { kind: 'residue', sampleMl: 10, residueG: 0.66 } }),
    );
    expect(posted[0]!.path).toBe('/api/reclaim/run-1/steps/r1/finish');
  });
  it('calls back while it stands', async () => {
    showRun(at('stand', { state: 'running', startedAtMs: Date.now() - 86_400_000, plannedS: 172_800 }));
    await screen.findByRole('heading', { level: 1, name: 'Reclaim 1: Stand Settling jar in the light.' });
    expect(await screen.findAllByText(/24 h/)).not.toHaveLength(0);
  });
  it('is answered by one press at a look', async () => {
    const { posted } = showRun(at('look'));
    await press(/still milky/);
    await waitFor(() => expect(posted[0]?.body).toMatchObject({ outcome: 'milky' }));
  });
  it('weighs another pass by what was measured: loaded goes on, clean stops', async () => {
    // hands that cost little make another pass worth it
    const cheap = { ...roomReply, room: { ...roomReply.room, prices: { ...roomReply.room.prices, handsPerH: 3 } } };
    const { posted } = showRun(at('filter'), { '/api/room': cheap });
    expect(await screen.findByText(/The model expects 2\.4/)).toBeDefined();
    fireEvent.change(await field(/^Left in the dish/), { target: { value: '0.30' } });
    expect(await screen.findByText(/Another pass is worth/)).toBeDefined();
    fireEvent.change(await field(/^Left in the dish/), { target: { value: '0.04' } });
    expect(await screen.findByText(/Stop here/)).toBeDefined();
    fireEvent.change(await field(/^Came back/), { target: { value: '2.3 L' } });
    await press('Filtered, it is enough');
    await waitFor(() => expect(posted[0]?.body).toMatchObject({ backMl: 2300, reading: { residueG: 0.04 } }));
    expect(posted[0]!.body).not.toHaveProperty('another');
  });
  it('says why a pass was poor, and where all of it went', async () => {
    const pass = {
      beforeG: 2400,
      beforePctW: 8,
      backG: 1500,
      afterPctW: 4.5,
      loadWasRead: true,
      backWasMeasured: true,
      filterHeldG: 75,
      stoodS: 86_400,
      seen: 'crust' as const,
      atMs: 1,
    };
    const balance = { reclaimedG: 1500, evaporatedG: 36, sludgeG: 400, unaccountedG: 464 };
    showRun(at('pour', { state: 'done' }, { passes: [pass], balance, endedAtMs: Date.now() }));
    for (const why of [/papers held more/, /drawn off under a crust/, /stood in the light for less/])
      expect((await screen.findAllByText(why)).length).toBe(1);
    expect(
      within(await screen.findByRole('region', { name: 'Book of the run' }))
        .getByText('left over')
        .closest('tr')!.textContent,
    ).toBe('left over0.00 g');
  });
  it('calls for heat off by what the still shows', () => {
    const still = {
      powerW: 400,
      altitudeM: 0,
      stop: { resinShare: 0.5, potC: 95, heelPct: 8 },
      minutes: 90,
      yield: 0.9,
      strengthPctW: 94,
      potC: [81, 84] as const,
    };
    expect(alarmOf({ atMs: 0, tempC: 84, coolingC: 20 }, still)).toBeUndefined();
    expect(alarmOf({ atMs: 0, tempC: 95.2, coolingC: 20 }, still)?.end).toBe('pot too hot');
    expect(alarmOf({ atMs: 0, tempC: 84, coolingC: 52 }, still)?.end).toBe('cooling failed');
  });
  it('forecasts a pan: frozen it waits, in rain it fills', async () => {
    const pan = vessel({
      id: 'jar',
      name: 'Pan',
      kind: 'pan',
      line: null,
      solvent: 'water',
      solventG: 0,
      waterG: 6000,
      volumeMl: 6000,
      capacityMl: 20_000,
      surfaceM2: 0.25,
    });
    const run = at(
      'dry',
      { state: 'running', startedAtMs: Date.now() - 86_400_000 },
      { kind: 'pan', solvent: 'water', inside: { id: 'jar', name: 'Pan' } },
    );
    const { posted } = showRun(run, { '/api/bench': bench([...VESSELS, pan]) });
    expect(await screen.findByText(/^Dry in [\d.]+ days/)).toBeDefined();
    fireEvent.change(await field(/^Air/), { target: { value: '-4' } });
    expect(await screen.findByText(/^Frozen/)).toBeDefined();
    fireEvent.change(await field(/^Air/), { target: { value: '9' } });
    fireEvent.change(await field(/^Rain/), { target: { value: '20' } });
    expect(await screen.findByText(/fills by rain/)).toBeDefined();
    await press('Note this weather');
    await waitFor(() => expect(posted[0]?.body).toMatchObject({ weather: { tempC: 9, rainMmPerDay: 20 } }));
  });
});

describe('where it went', () => {
  it('adds up on screen to the milligram, and a press on a row shows its movements', async () => {
    show('/solvent/where?by=month&at=2026-11-01', { '/api/solvent/where': whereReply() });
    const table = within((await screen.findByText('in the vessels after')).closest('table')!);
    const numbers = (row: HTMLElement) =>
      within(row)
        .getAllByRole('cell')
        .slice(1)
        .map((cell) => Math.round(1000 * Number(cell.textContent!.replace('−', '-'))));
    const rows = table.getAllByRole('row').slice(1).map(numbers);
    const last = rows.pop()!;
    for (const column of [0, 1, 2, 3]) expect(rows.reduce((sum, row) => sum + row[column]!, 0)).toBe(last[column]);
    const link = table.getByRole('link', { name: 'unaccounted' });
    expect(link.getAttribute('href')).toBe('/solvent/movements?vessel=unaccounted&from=2026-11-01&to=2026-11-30');
    expect(await screen.findByLabelText(/^Flow of solvent in November 2026/)).toBeDefined();
  });
  it('draws in and out as wide as each other', () => {
    const { into, out } = flowsOf(whereReply(), 'together');
    const all = (flows: readonly { mg: number }[]) => flows.reduce((sum, { mg }) => sum + mg, 0);
    expect(all(into)).toBe(all(out));
    expect(out.map(({ name }) => name)).toContain('more in the vessels');
  });
  it('knows weeks, months and quarters by the calendar', () => {
    const day = new Date(2026, 11, 1, 5).getTime();
    expect(spanOf('month', day, 1).name).toBe('November 2026');
    expect(new Date(spanOf('week', day).fromMs).getDate()).toBe(30);
    expect(spanOf('quarter', day).name).toBe('quarter 4 of 2026');
    expect(spanOf('quarter', day, 1).toMs).toBe(spanOf('quarter', day).fromMs);
  });
});

describe('a blend', () => {
  it('is poured step by step, weighed by another scale, and booked as it was poured', async () => {
    const bottle = vessel({
      id: 'bottle',
      name: 'Reclaimed',
      role: 'reclaimed',
      volumeMl: 4000,
      solventG: 2900,
      waterG: 250,
      resinG: 15,
      loadPctW: 0.5,
      strengthPctW: 92,
      reclaimedShare: 1,
    });
    const w2 = VESSELS.find(({ id }) => id === 'w2')!;
    const low = { ...w2, volumeMl: 2000 };
    const vessels = [...VESSELS.filter(({ id }) => id !== 'bottle' && id !== 'w2'), low, bottle];
    const { posted } = show('/solvent/blend', {
      '/api/bench': bench(vessels),
      'POST /api/solvent/blend': { postingId: 'p' },
    });
    const list = within(await screen.findByRole('region', { name: 'Pour list' }));
    const steps = list.getAllByRole('listitem');
    const wanted = steps.map((one) => Number(one.textContent!.match(/(\d+) g/)?.[1])).filter((grams) => grams > 0);
    expect(wanted).toHaveLength(2);
    for (const grams of wanted) {
      fireEvent.change(await field(/^By another scale/), { target: { value: String(grams) } });
      await press('Poured, next');
    }
    await press(/^Book it/);
    await waitFor(() =>
      expect(posted[0]?.body).toMatchObject({ intoVesselId: 'w2', pours: wanted.map((grams) => ({ grams })) }),
    );
    expect(await screen.findByText(/^Booked/)).toBeDefined();
  });
});

describe('waste', () => {
  const tin = {
    id: 'c1',
    name: 'Tin',
    kind: 'sludge' as const,
    capacityL: 5,
    openedAtMs: 0,
    contents: [{ what: 'sludge' as const, grams: 300, atMs: 0, by: 'Ada B.' }],
    grams: 300,
  };
  it('is put in, hardened and handed over, with what was refused said in the dialog', async () => {
    const { posted } = show('/solvent/waste', {
      '/api/waste': wasteList({ open: [tin] }),
      'POST /api/waste/c1/hand-over': failure(409, {
        code: 'NOT_HARDENED',
        message: 'Tin holds what was not hardened.',
        remedy: 'Leave it in light.',
      }),
      'POST /api/waste': { container: tin },
    });
    await screen.findByRole('heading', { level: 1, name: /^Tin: harden in light/ });
    await press('Hardened in light');
    await press('Hand over …');
    fireEvent.change(await field('Licensed carrier'), { target: { value: 'Fenn Haul' } });
    await press('Handed over');
    expect((await screen.findByRole('alert')).textContent).toMatch(/not hardened.*Leave it in light/);
    expect(posted.map(({ path }) => path)).toEqual(['/api/waste/c1/harden', '/api/waste/c1/hand-over']);
  });
});
