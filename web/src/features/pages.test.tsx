import type { BatchRow, RecordRow } from '@north-step/contract';
import { FAMILY_CONSTANTS } from '@north-step/core/cure';
import { testBatch, testCard, withBath } from '@north-step/core/testing';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { batchAt, benchReply, failure, leavePage, RESINS, ROUTES, showPage } from '../testing/page.tsx';

afterEach(leavePage);
const bench = { '/api/bench': benchReply([]) };
const row = (over: Partial<BatchRow>): BatchRow => ({
  id: 'a',
  name: 'Knot 1',
  part: 'cap',
  pieces: '4 × cap',
  count: 4,
  resin: 'Grey',
  lot: 'A1',
  customer: null,
  createdAtMs: 0,
  dueAtMs: null,
  sealedAtMs: null,
  step: 'Drip',
  standing: 'waiting',
  mark: null,
  priority: 'usual',
  route: 'Two baths, trim green',
  outcome: 'open',
  washed: null,
  lightS: 0,
  firstLook: null,
  people: [],
  ...over,
});

describe('batches', () => {
  it('keeps what is searched in the address, asks the server, and saves the same as CSV', async () => {
    const { read, router } = showPage('/batches', { ...bench, '/api/batches': { total: 120, rows: [row({})] } });
    fireEvent.change(await screen.findByRole('searchbox'), { target: { value: 'lunsay' } });
    fireEvent.click(screen.getByRole('radio', { name: 'Sealed' }));
    await waitFor(() =>
      expect(read).toContain('/api/batches?search=lunsay&state=sealed&sort=newest&offset=0&limit=50'),
    );
    expect(Object.fromEntries(new URLSearchParams(router.state.location.search))).toEqual({
      q: 'lunsay',
      state: 'sealed',
    });
    expect(screen.getByRole('link', { name: 'Save as CSV' }).getAttribute('href')).toBe(
      '/api/batches.csv?search=lunsay&state=sealed&sort=newest',
    );
    fireEvent.click(await screen.findByRole('button', { name: 'Older' }));
    await waitFor(() => expect(read.at(-1)).toContain('offset=50'));
  });
  it('shows where each is: step, flag or sealed', async () => {
    showPage('/batches', {
      ...bench,
      '/api/batches': {
        total: 3,
        rows: [
          row({}),
          row({ id: 'b', name: 'Tern 1', mark: 'flagged: fin broke' }),
          row({ id: 'c', name: 'Skua 1', sealedAtMs: 1, step: 'sealed', standing: 'sealed', outcome: 'passed' }),
        ],
      },
    });
    await screen.findByRole('table');
    expect(screen.getByRole('row', { name: /Knot 1.*Drip/ })).toBeDefined();
    expect(screen.getByRole('row', { name: /Tern 1.*fin broke/ })).toBeDefined();
    expect(screen.getByRole('row', { name: /Skua 1.*sealed/ })).toBeDefined();
  });
  it('says what to do when nothing matches, and when the server is silent', async () => {
    showPage('/batches', { ...bench, '/api/batches': { total: 0, rows: [] } });
    expect(await screen.findByText(/No batch matches/)).toBeDefined();
    await leavePage();
    showPage('/batches', { ...bench, '/api/batches': failure(500, { code: 'X', message: 'x' }) });
    expect((await screen.findByRole('alert')).textContent).toContain('did not give the batches');
  });
});

describe('a batch sheet', () => {
  it('shows route, exposure, what was known, and why', async () => {
    const batch = batchAt('dry', { id: 'a', name: 'Knot 1', customer: 'Skarv Survey' }, 60);
    showPage('/batches/a', { '/api/bench': benchReply([batch]), '/api/batches/a': { batch } });
    const route = within(await screen.findByRole('region', { name: 'Route' }));
    expect(route.getAllByText('(done)')).toHaveLength(4);
    expect(route.getByText('(now)').parentElement!.textContent).toContain('Blow off, dry');
    expect(route.getByRole('img', { name: /In solvent \d:\d\d of 15:00/ })).toBeDefined();
    expect(
      within(screen.getByRole('region', { name: 'What was done' })).getByText(/load 6.0 %; strength 94.0 %; 22.0 °C/),
    ).toBeDefined();
    fireEvent.click(screen.getByRole('radio', { name: 'Cure' }));
    expect(within(screen.getByRole('region', { name: 'Why these numbers' })).getByText('Cure window')).toBeDefined();
  });
  it('of a sealed batch offers no keys, and shows its chain mark', async () => {
    const batch = { ...batchAt('seal', { id: 'a', name: 'Knot 1' }), recordHash: 'deadbeef00' };
    showPage('/batches/a', { '/api/bench': benchReply([]), '/api/batches/a': { batch } });
    expect(await screen.findByRole('heading', { level: 1, name: 'Knot 1 is sealed.' })).toBeDefined();
    expect(screen.getByText('deadbeef')).toBeDefined();
    expect(screen.queryByRole('button', { name: /^Space/ })).toBeNull();
  });
});

describe('records', () => {
  const record: RecordRow = {
    number: 7,
    batchId: 'a',
    batchName: 'Knot 1',
    kind: 'made',
    sealedAtMs: 0,
    hash: 'cafe0123',
    part: 'cap',
    resin: 'Grey',
    lot: 'A1',
    customer: null,
    outcome: 'passed',
    washed: { loadPctW: 2.1, lowPctW: 1.6, highPctW: 2.7, limitPctW: 2.5 },
    lightS: 480,
    firstLook: 'good',
    people: ['Ada B.'],
  };
  const chain = { all: 1, intact: true, checked: 1, brokenAt: null, anchor: null, book: null };
  it('offers each in its formats and the chain as one file', async () => {
    showPage('/records', { ...bench, '/api/records': { ...chain, total: 1, rows: [record] } });
    expect((await screen.findByRole('link', { name: 'Record 7 as PDF' })).getAttribute('href')).toBe(
      '/api/records/7/file.pdf',
    );
    expect(screen.getByRole('link', { name: 'Save the chain' }).getAttribute('href')).toBe('/api/records/chain.json');
  });
  it('are found by what is chosen, which the address keeps, with load and range of the wash', async () => {
    const choices = {
      resins: [{ id: 'grey', name: 'Grey', lots: ['A1', 'B2'] }],
      baths: [{ id: 'w1', name: 'Wash 1', fillings: [{ fromMs: 1_700_000_000_000, toMs: null }] }],
      lamps: [{ id: 'lamp-box', name: 'Lamp box' }],
      people: ['Ada B.'],
      customers: ['Skarv Survey'],
    };
    const { read, router } = showPage('/records', {
      ...bench,
      '/api/records': { ...chain, total: 1, rows: [record] },
      '/api/find/choices': choices,
    });
    const row = await screen.findByRole('row', { name: /Knot 1/ });
    expect(row.textContent).toContain('2.1 % (1.6 to 2.7)');
    // its range reaches over the limit, its middle does not
    expect(row.textContent).toContain('may be over');
    fireEvent.change(await screen.findByLabelText('Lot'), { target: { value: 'B2' } });
    await waitFor(() => expect(read).toContain('/api/records?lot=B2&offset=0&limit=50'));
    fireEvent.change(screen.getByLabelText('Washed in'), { target: { value: 'w1' } });
    fireEvent.change(await screen.findByLabelText('Its filling'), { target: { value: '1700000000000' } });
    await waitFor(() =>
      expect(Object.fromEntries(new URLSearchParams(router.state.location.search))).toEqual({
        lot: 'B2',
        bath: 'w1',
        since: '1700000000000',
      }),
    );
    expect(screen.getByText('Found by 3 things')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Clear' }));
    await waitFor(() => expect(router.state.location.search).toBe(''));
  });
  it('says aloud when the chain is broken, and when there is none', async () => {
    showPage('/records', {
      ...bench,
      '/api/records': { ...chain, total: 1, rows: [record], intact: false, brokenAt: 7 },
    });
    await screen.findByRole('heading', { level: 1, name: /The chain is broken/ });
    await leavePage();
    showPage('/records', { ...bench, '/api/records': { ...chain, all: 0, checked: 0, total: 0, rows: [] } });
    expect(await screen.findByText(/Nothing is sealed yet/)).toBeDefined();
  });
});

describe('resins', () => {
  it('shows each window, exact times of a procedure, and a target that cannot be reached', async () => {
    const resins = [
      { card: testCard, lots: ['A1'] },
      {
        card: {
          ...testCard,
          id: 'p',
          name: 'By procedure',
          procedure: { wash1S: 1, wash2S: 1, dryS: 1, cureS: 720, reference: 'P-7' },
        },
        lots: [],
      },
      {
        card: {
          ...testCard,
          id: 'c',
          name: 'Never',
          cure: { tack: 0.94, deep: 0.94, tg1C: FAMILY_CONSTANTS.filled.tg1C },
        },
        lots: [],
      },
    ];
    showPage('/resins', { ...bench, '/api/resins': { resins } });
    expect(await screen.findByRole('img', { name: /^Cure window/ })).toBeDefined();
    expect(screen.getByText('exactly 12:00: P-7')).toBeDefined();
    expect(screen.getByText(/not reached at 22 °C/)).toBeDefined();
  });
});

describe('a new batch by size', () => {
  const fill = async () => {
    fireEvent.click(await screen.findByRole('button', { name: /Describe it by size/ }));
    fireEvent.change(screen.getByLabelText('Name of the part'), { target: { value: 'cap' } });
    ['length', 'width', 'height'].forEach((name, i) =>
      fireEvent.change(screen.getByLabelText(`${name} in mm`), { target: { value: ['30', '20', '12,5'][i]! } }),
    );
  };
  it('plans as soon as the sizes are known, and sends what it planned from', async () => {
    const { posted, router } = showPage('/batches/new', {
      ...bench,
      '/api/resins': RESINS,
      '/api/routes': ROUTES,
      '/api/batches': { batch: testBatch({ id: 'n' }) },
    });
    await fill();
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(
      /cap is ready to hang: drip 6 min, then wash \d:\d\d, then \d:\d\d\./,
    );
    fireEvent.click(screen.getByRole('button', { name: 'How many: more' }));
    fireEvent.click(screen.getByRole('button', { name: /Put on the drip rack/ }));
    // box 30 × 20 × 12.5: 2·(600 + 250 + 375) = 2450, half as much again 3675 mm²
    await waitFor(() =>
      expect(posted[0]).toMatchObject({
        path: '/api/batches',
        body: { cardId: 'grey', lot: 'A2', count: 5, dripS: 360, part: { name: 'cap', areaMm2: 3675, heightMm: 12.5 } },
      }),
    );
    await waitFor(() => expect(router.state.location.pathname).toBe('/'));
  });
  it('says rotate first when the clean bath is spent', async () => {
    const spent = benchReply([]);
    showPage('/batches/new', {
      '/api/bench': { ...spent, bench: withBath('wash-2', { loadPctW: 8 }, spent.bench) },
      '/api/resins': RESINS,
      '/api/routes': ROUTES,
    });
    await fill();
    expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('Rotate the baths first');
  });
  it('keeps everything typed when the server refuses', async () => {
    showPage('/batches/new', {
      ...bench,
      '/api/resins': RESINS,
      '/api/routes': ROUTES,
      '/api/batches': failure(404, { code: 'UNKNOWN_LOT', message: 'Grey has no lot “A2”.' }),
    });
    await fill();
    fireEvent.click(screen.getByRole('button', { name: /Put on the drip rack/ }));
    await waitFor(() =>
      expect(
        screen.getAllByRole('alert').some((alert) => alert.textContent!.includes('What you chose is still here')),
      ).toBe(true),
    );
    expect(screen.getByLabelText('Name of the part').getAttribute('value')).toBe('cap');
  });
  it('keeps what is described through another page and a reload, until it is begun anew', async () => {
    const answers = { ...bench, '/api/resins': RESINS, '/api/routes': ROUTES, '/api/pace': { people: [] } };
    const { router } = showPage('/batches/new', answers);
    await fill();
    fireEvent.change(screen.getByLabelText('For whom (if known)'), { target: { value: 'Port of Lunsay' } });
    await router.navigate('/routes');
    await waitFor(() => expect(screen.queryByLabelText('Name of the part')).toBeNull());
    await router.navigate('/batches/new');
    expect((await screen.findByLabelText('Name of the part')).getAttribute('value')).toBe('cap');
    expect(screen.getByLabelText('For whom (if known)').getAttribute('value')).toBe('Port of Lunsay');
    fireEvent.click(screen.getByRole('button', { name: 'Start anew' }));
    expect(screen.getByLabelText('For whom (if known)').getAttribute('value')).toBe('');
    expect(screen.queryByLabelText('Name of the part')).toBeNull();
  });
});

describe('an address that names nothing here', () => {
  it.each([
    ['/batches/nope', 'batch'],
    ['/cure/nope', 'batch'],
    ['/resins/nope', 'resin card'],
    ['/routes/nope', 'route'],
  ])('%s says so, with a way on', async (path, what) => {
    const gone = failure(404, { code: 'UNKNOWN_ID', message: 'gone' });
    showPage(path, {
      ...bench,
      '/api/lamps': { lamps: [] },
      '/api/batches/nope': gone,
      '/api/resins/nope': gone,
      '/api/routes/nope': gone,
    });
    expect((await screen.findByRole('alert')).textContent).toContain(`There is no such ${what}.`);
    expect(screen.getByRole('link', { name: 'See all that are here' })).toBeTruthy();
  });
});
