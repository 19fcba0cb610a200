import { testBatch, testBench, testCard, withBath } from '@north-step/core/testing';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { batchAt, benchReply, failure, leavePage, RESINS, ROUTES, showPage } from '../../testing/page.tsx';
import { describe as describeBatch, hanging, type Known, piecesOf } from './described.ts';
import type { Choices } from './draft.ts';

const CHOICES: Choices = { count: 4, dripMin: 6, customer: '', due: '', priority: 'usual', tolerance: '' };
const known: Known = { bench: benchReply([]), resins: RESINS.resins, routes: ROUTES.routes };
const box = piecesOf([], { name: 'bracket', mm: ['30', '20,5', '40'] }, 4);

describe('a described batch', () => {
  it('is a box by its three sizes, with a comma or a point', () => {
    expect(box).toHaveLength(1);
    expect(box[0]).toMatchObject({ count: 4, part: { name: 'bracket', heightMm: 40 } });
    // twice the three faces of the box, and half as much again for relief
    const faces = 2 * (30 * 20.5 + 30 * 40 + 20.5 * 40);
    expect(box[0]!.part.areaMm2).toBeCloseTo(1.5 * faces, 6);
  });
  it.each([
    ['', '20', '40'],
    ['0', '20', '40'],
    ['2500', '20', '40'],
    ['-3', '20', '40'],
  ])('is none with sizes of %s, %s, %s', (...mm) => {
    expect(piecesOf([], { name: 'x', mm }, 1)).toEqual([]);
  });
  it('takes the resin that was hung last and its newest lot, unless somebody chose', () => {
    const other = { ...testCard, id: 'other', name: 'Other' };
    const resins = [...RESINS.resins, { card: other, lots: ['B1', 'B2'] }];
    const bench = benchReply([
      { ...testBatch({ id: 'old' }), createdAtMs: 1 },
      { ...testBatch({ id: 'new', card: other }), createdAtMs: 2 },
    ]);
    expect(describeBatch(CHOICES, box, { ...known, bench, resins })).toMatchObject({
      resin: { card: other },
      lot: 'B2',
    });
    const chosen = { ...CHOICES, cardId: testCard.id, lot: 'A1' };
    expect(describeBatch(chosen, box, { ...known, bench, resins })).toMatchObject({
      resin: { card: testCard },
      lot: 'A1',
    });
    // a lot of another resin is not its lot
    expect(describeBatch({ ...CHOICES, lot: 'A1' }, box, { ...known, bench, resins }).lot).toBe('B2');
  });
  it('runs the advised route until another is chosen, and asks the models with what is on the bench', () => {
    const at = describeBatch(CHOICES, box, known);
    expect(at.route?.id).toBe(at.advice?.routeId);
    expect(at.request).toMatchObject({ count: 4, dripS: 360, bench: testBench, taken: {} });
    const other = ROUTES.routes.find(({ route }) => route.id !== at.route?.id)!.route.id;
    expect(describeBatch({ ...CHOICES, routeId: other }, box, known).route?.id).toBe(other);
  });
  it('is planned from nothing while anything is missing', () => {
    expect(describeBatch(CHOICES, [], known).request).toBeUndefined();
    expect(describeBatch(CHOICES, box, { ...known, bench: undefined }).request).toBeUndefined();
    expect(hanging(describeBatch(CHOICES, box, { ...known, resins: [] }), CHOICES, box, [])).toBeUndefined();
  });
  it('is sent without what is usual or was not said', () => {
    const at = describeBatch(CHOICES, box, known);
    const sent = hanging(at, CHOICES, box, []);
    expect(JSON.parse(JSON.stringify(sent))).toEqual({
      cardId: testCard.id,
      lot: 'A2',
      dripS: 360,
      routeId: at.route!.id,
      count: 4,
      part: { name: 'bracket', areaMm2: box[0]!.part.areaMm2, heightMm: 40, wallMm: box[0]!.part.wallMm },
    });
    const told = { ...CHOICES, customer: ' Lunsay Works ', due: '2026-12-24T16:00', priority: 'rush' as const };
    expect(hanging(at, told, box, [])).toMatchObject({
      customer: 'Lunsay Works',
      dueAtMs: new Date('2026-12-24T16:00').getTime(),
      priority: 'rush',
    });
  });
});

describe('the page of a new batch', () => {
  afterEach(leavePage);
  const answers = {
    '/api/bench': benchReply([]),
    '/api/resins': RESINS,
    '/api/routes': ROUTES,
    '/api/pace': { people: [] },
  };
  async function bySize() {
    fireEvent.click(await screen.findByRole('button', { name: /by size/ }));
    const sizes = { 'Name of the part': 'bracket', 'length in mm': '30', 'width in mm': '20', 'height in mm': '40' };
    for (const [label, value] of Object.entries(sizes))
      fireEvent.change(screen.getByLabelText(label), { target: { value } });
  }

  it('plans a part at once, hangs it with Enter, and goes to the bench with it chosen', async () => {
    const hung = batchAt('drip', { id: 'n1', name: 'Knot 7' });
    const { posted, router } = showPage('/batches/new', { ...answers, 'POST /api/batches': { batch: hung } });
    expect(await screen.findByText('Drop the parts’ files here, or describe one by size.')).toBeDefined();
    await bySize();
    expect(await screen.findByText(/^bracket is ready to hang: drip 6 min, then wash/)).toBeDefined();
    expect(screen.getByText(/^Done about/)).toBeDefined();
    fireEvent.keyDown(screen.getByLabelText('height in mm'), { key: 'Enter' });
    await waitFor(() => expect(router.state.location.pathname).toBe('/'));
    expect(posted.at(-1)).toMatchObject({
      path: '/api/batches',
      body: { cardId: testCard.id, lot: 'A2', count: 4, part: { name: 'bracket', heightMm: 40 } },
    });
  });
  it('keeps what was typed when the server refuses, with its reason', async () => {
    const refused = failure(409, { code: 'LOT_USED_UP', message: 'Lot “A2” is used up.', remedy: 'Take another lot.' });
    showPage('/batches/new', { ...answers, 'POST /api/batches': refused });
    await bySize();
    fireEvent.click(await screen.findByRole('button', { name: /Put on the drip rack/ }));
    const alert = (await screen.findByText('Not stored.')).closest('p')!;
    expect(within(alert).getByText(/Lot “A2” is used up\. Take another lot\./)).toBeDefined();
    expect(screen.getByLabelText('Name of the part')).toHaveProperty('value', 'bracket');
  });
  it('says why a part cannot be hung, and is thrown away as a whole', async () => {
    const loaded = withBath('wash-2', { loadPctW: 18 }, withBath('wash-1', { loadPctW: 18 }));
    showPage('/batches/new', { ...answers, '/api/bench': benchReply([], { bench: loaded }) });
    await bySize();
    expect(await screen.findByText('Rotate the baths first: fresh solvent goes into the second.')).toBeDefined();
    expect(screen.getAllByText(/^The clean bath holds 18 % resin/).length).toBeGreaterThan(0);
    fireEvent.click(screen.getByRole('button', { name: 'Start anew' }));
    expect(await screen.findByText('Drop the parts’ files here, or describe one by size.')).toBeDefined();
    expect(screen.queryByLabelText('Name of the part')).toBeNull();
  });
});
