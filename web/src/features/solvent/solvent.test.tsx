import type { Movement, SolventReply, Vessel } from '@north-step/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, failure, leavePage, showPage, VESSELS } from '../../testing/page.tsx';

afterEach(leavePage);
const movement = (over: Partial<Movement>): Movement => ({
  id: 'm1',
  atMs: 0,
  kind: 'rotate',
  note: 'Wash 2 became Wash 1',
  by: 'Ada B.',
  batchId: null,
  runId: null,
  reverses: null,
  reversedBy: null,
  lines: [],
  ...over,
});
const reply = (over: Partial<SolventReply> = {}): SolventReply => ({
  vessels: [...VESSELS],
  sinks: [{ account: 'supply', solventG: -9000, waterG: -90, resinG: -70 }],
  movements: [],
  former: [],
  residualMg: 0,
  ...over,
});
const changed = (id: string, over: Partial<Vessel>) => VESSELS.map((v) => (v.id === id ? { ...v, ...over } : v));
const show = (solvent: SolventReply | object, more: object = {}) =>
  showPage('/solvent', { '/api/solvent': solvent, '/api/bench': benchReply([]), ...more });
const conclusion = async () => (await screen.findByRole('heading', { level: 1 })).textContent;

describe('the solvent page concludes', () => {
  it.each([
    ['both fit', reply(), 'Both baths are fit.'],
    ['an empty bath', reply({ vessels: changed('w1', { volumeMl: 0 }) }), 'Fill both baths.'],
    [
      'a spent clean bath',
      reply({ vessels: changed('w2', { loadPctW: 3.1 }) }),
      'Rotate the baths: Wash 2 holds 3.1 % resin.',
    ],
    [
      'a spent first bath',
      reply({ vessels: changed('w1', { loadPctW: 14 }) }),
      'Rotate the baths: Wash 1 holds 14 % resin.',
    ],
    [
      'a full drum',
      reply({ vessels: changed('drum', { volumeMl: 9000 }) }),
      'Both baths are fit. 9.00 L wait in the drum.',
    ],
  ])('%s', async (_, data, say) => {
    show(data);
    await waitFor(async () => expect(await conclusion()).toBe(say));
  });
  it('a book that does not balance is said aloud', async () => {
    show(reply({ residualMg: 12 }));
    expect(await screen.findByText('the book is off by 12 mg')).toBeDefined();
  });
  it('a server that does not answer', async () => {
    show(failure(500, { code: 'UNEXPECTED', message: 'x' }));
    expect((await screen.findByRole('alert')).textContent).toContain('did not give the solvent book');
  });
});

describe('movements', () => {
  it('can be taken back unless they belong to a wash, reverse another, or were taken back', async () => {
    const movements = [
      movement({}),
      movement({ id: 'm2', batchId: 'b', note: 'Tern 1 washed' }),
      movement({ id: 'm3', reverses: 'm0', note: 'took back' }),
      movement({ id: 'm4', reversedBy: 'm5', note: 'gone' }),
    ];
    const { posted } = show(reply({ movements }), { '/api/solvent/reverse': { postingId: 'r' } });
    const list = within(await screen.findByRole('region', { name: 'Last movements' }));
    expect(list.getAllByRole('button', { name: 'Undo' })).toHaveLength(1);
    expect(list.getByRole('link', { name: 'Tern 1 washed' }).getAttribute('href')).toBe('/batches/b');
    expect(list.getByText('(taken back)')).toBeDefined();
    fireEvent.click(list.getByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(posted[0]).toMatchObject({ path: '/api/solvent/reverse', body: { postingId: 'm1' } }));
  });
});

describe('guided postings', () => {
  const open = async (button: string) => {
    fireEvent.click((await screen.findAllByRole('button', { name: button }))[0]!);
    return within(await screen.findByRole('dialog'));
  };
  it('fill takes 1500 ml or 1.5 L, asks which percent, and shows it by weight', async () => {
    const { posted } = show(reply(), { '/api/solvent/fill': { postingId: 'p' } });
    const dialog = await open('Fill or top up …');
    fireEvent.change(dialog.getByLabelText('From'), { target: { value: '' } });
    fireEvent.change(dialog.getByLabelText('Strength, %'), { target: { value: '91' } });
    expect(dialog.getByText(/That is 87\.\d % by weight/)).toBeDefined();
    fireEvent.change(dialog.getByLabelText('How much'), { target: { value: 'plenty' } });
    expect(dialog.getByText('Write it like 1.5 L or 1500 ml.')).toBeDefined();
    expect(dialog.getByRole('button', { name: 'Book it' }).hasAttribute('disabled')).toBe(true);
    fireEvent.change(dialog.getByLabelText('How much'), { target: { value: '1500 ml' } });
    fireEvent.click(dialog.getByRole('button', { name: 'Book it' }));
    await waitFor(() =>
      expect(posted[0]?.body).toMatchObject({ vesselId: 'w1', volumeMl: 1500, strengthPct: 91, strengthBy: 'volume' }),
    );
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });
  it('strength over 100 % cannot be booked', async () => {
    show(reply());
    const dialog = await open('Fill or top up …');
    fireEvent.change(dialog.getByLabelText('From'), { target: { value: '' } });
    fireEvent.change(dialog.getByLabelText('Strength, %'), { target: { value: '104' } });
    expect(dialog.getByText('Strength lies between 0 and 100 %.')).toBeDefined();
    expect(dialog.getByRole('button', { name: 'Book it' }).hasAttribute('disabled')).toBe(true);
  });
  it('a refused rotation stays open with what was typed', async () => {
    show(reply(), {
      '/api/solvent/rotate': failure(409, {
        code: 'BATH_IN_USE',
        message: 'Tern 1 is in a bath now.',
        remedy: 'Lift it out first.',
      }),
    });
    const dialog = await open('Rotate …');
    fireEvent.change(dialog.getByLabelText('How much fresh'), { target: { value: '4.2 L' } });
    fireEvent.click(dialog.getByRole('button', { name: 'Book it' }));
    expect((await dialog.findByRole('alert')).textContent).toBe('Tern 1 is in a bath now. Lift it out first.');
    expect(dialog.getByLabelText('How much fresh').getAttribute('value')).toBe('4.2 L');
  });
});
