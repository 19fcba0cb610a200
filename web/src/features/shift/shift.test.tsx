import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { batchAt, benchReply, leavePage, RESINS, showPage } from '../../testing/page.tsx';

afterEach(leavePage);
const notes = { notes: [{ text: 'Key of the drum is with Ines', atMs: 1_800_000_000_000, by: 'Osei T.' }] };
const region = async (name: string) => within(await screen.findByRole('region', { name }));

describe('the shift page', () => {
  it('says that the bench can be left when nothing is in liquid or light', async () => {
    showPage('/shift', {
      '/api/bench': benchReply([batchAt('trim', { id: 't', name: 'Skua 2' })]),
      '/api/shift-notes': notes,
    });
    expect(await screen.findByRole('heading', { level: 1, name: /the bench can be left/ })).toBeDefined();
    await (await region('Notes')).findByText('Key of the drum is with Ines');
  });
  it('says what is inside, for how long, and how much solvent it has used', async () => {
    showPage('/shift', {
      '/api/bench': benchReply([
        batchAt('wash', { id: 'w', name: 'Tern 14' }, 20),
        batchAt('cure', { id: 'c', name: 'Eider 1' }, 30),
      ]),
      '/api/shift-notes': notes,
    });
    expect(await screen.findByRole('heading', { level: 1, name: /^2 batches are in liquid or light/ })).toBeDefined();
    const inside = await region('In liquid or light now');
    expect(inside.getByText(/Wash 1, \d:\d\d to go; 0:2\d of 15:00 in solvent/)).toBeDefined();
    expect(inside.getByRole('link', { name: 'Eider 1' }).getAttribute('href')).toBe('/batches/c');
  });
  it('lists what is held, flagged or due within a day, and nothing later', async () => {
    const due = (hours: number) => Date.now() + hours * 3_600_000;
    showPage('/shift', {
      '/api/bench': benchReply([
        { ...batchAt('trim', { id: 'h', name: 'Knot 1' }), held: 'cracked fin' },
        batchAt('trim', { id: 'f', name: 'Knot 2', flag: 'ask the lead' }),
        batchAt('trim', { id: 'd', name: 'Knot 3', dueAtMs: due(5), customer: 'Skarv Survey' }),
        batchAt('trim', { id: 'l', name: 'Knot 4', dueAtMs: due(60) }),
      ]),
      '/api/shift-notes': notes,
    });
    const marked = await region('Not to be forgotten');
    expect(marked.getByText(/held: cracked fin/)).toBeDefined();
    expect(marked.getByText(/flagged: ask the lead/)).toBeDefined();
    expect(marked.getByText(/for Skarv Survey; next clip supports/)).toBeDefined();
    expect(marked.queryByRole('link', { name: 'Knot 4' })).toBeNull();
  });
  it('leaves a note, and empties the field only once it was taken', async () => {
    const { posted } = showPage('/shift', { '/api/bench': benchReply([]), '/api/shift-notes': notes });
    const leave = await screen.findByRole('button', { name: 'Leave the note' });
    expect(leave).toHaveProperty('disabled', true);
    const field = screen.getByLabelText('What they should know');
    fireEvent.change(field, { target: { value: '  Wash 2 is weak  ' } });
    fireEvent.click(leave);
    await waitFor(() => expect(posted[0]?.body).toMatchObject({ text: 'Wash 2 is weak' }));
    await waitFor(() => expect(field).toHaveProperty('value', ''));
  });
  it('says what would make it surer, what it takes and when it is paid back, and leads there', async () => {
    const bench = benchReply([]);
    const lamps = { 'lamp-box': { ...bench.bench.lamps['lamp-box']!, doubtShare: 0.35 } };
    showPage('/shift', {
      '/api/bench': { ...bench, bench: { ...bench.bench, lamps } },
      '/api/shift-notes': notes,
      '/api/resins': RESINS,
    });
    const surer = await region('Getting surer');
    const meter = await surer.findByRole('link', { name: /^Meter .* at three places/ });
    expect(meter.getAttribute('href')).toBe('/cure/lamps/lamp-box');
    const row = within(meter.closest('tr')!);
    expect([row.getByText('± 35 %'), row.getByText('± 7 %'), row.getByText('2.0 min')]).toHaveLength(3);
    expect(row.getByText(/^\d+ s; paid back after \d+ batches$/)).toBeDefined();
  });
});
