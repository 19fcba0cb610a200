import { testCard } from '@north-step/core/testing';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, leavePage, RESINS, showPage } from '../../testing/page.tsx';

afterEach(leavePage);
const counts = { batches: 6, good: 5, tacky: 2, tinted: 1 };
const versions = [
  { card: { ...testCard, version: 2, exposureCapS: 300 }, changeNote: 'hazed', atMs: 0, by: 'Ines R.', ...counts },
  { card: testCard, changeNote: 'As it came.', atMs: null, by: null, batches: 0, good: 0, tacky: 0, tinted: 0 },
];
const reply = { lots: ['A1'], usedUp: ['A0'], versions };
const answers = { '/api/bench': benchReply([]), '/api/resins': RESINS, '/api/resins/grey': reply };
const NOTES = [
  {
    id: 'n1',
    part: 'hood',
    meshSha256: null,
    batchId: 'b',
    batchName: 'Tern 1',
    kind: 'warped',
    atMm: null,
    text: 'lifts',
    atMs: 0,
    by: 'Ada B.',
  },
  {
    id: 'n2',
    part: 'hood',
    meshSha256: null,
    batchId: 'b',
    batchName: 'Tern 1',
    kind: 'warped',
    atMm: null,
    text: '',
    atMs: 0,
    by: 'Ada B.',
  },
  {
    id: 'n3',
    part: 'cap',
    meshSha256: null,
    batchId: 'c',
    batchName: 'Knot 1',
    kind: 'other',
    atMm: null,
    text: '',
    atMs: 0,
    by: 'Ada B.',
  },
];

describe('a resin card', () => {
  it('shows what stands behind it, and what differs from an earlier version', async () => {
    showPage('/resins/grey', answers);
    await screen.findByRole('heading', { level: 1, name: 'Grey, card 2' });
    expect(screen.getByRole('region', { name: 'Conclusion' }).textContent).toContain(
      '6 batches ran it: 5 came out good, 2 tacky at first, 1 tinted',
    );
    fireEvent.change(screen.getByLabelText('beside'), { target: { value: 'v1' } });
    expect(screen.getByText('1 field differs')).toBeDefined();
    const row = screen.getByRole('rowheader', { name: 'Longest time in solvent, all baths' }).closest('tr')!;
    expect([...row.querySelectorAll('td')].map((cell) => cell.textContent)).toEqual(['5:00', '15:00']);
    // constants are folded away, and nothing is called by its name in the program
    expect(screen.getByText('Constants of its cure').closest('details')!.open).toBe(false);
    expect(screen.queryByText(/exposureCapS|cure\./)).toBeNull();
    expect(screen.getAllByRole('link', { name: 'save as JSON' })[1]!.getAttribute('href')).toBe(
      '/api/resins/grey/card.json?version=1',
    );
  });
  it('is changed field by field in people’s words and units', async () => {
    const { posted } = showPage('/resins/grey', { ...answers, '/api/resins': { ...RESINS, ...reply } });
    fireEvent.click(await screen.findByRole('button', { name: 'Change the card' }));
    const dialog = within(screen.getByRole('dialog'));
    fireEvent.change(dialog.getByLabelText('Longest time in solvent, all baths, min'), { target: { value: '7:30' } });
    fireEvent.change(dialog.getByLabelText('Heat after light, °C'), { target: { value: '60' } });
    expect(dialog.getByRole('alert').textContent).toContain('oven needs both its heat and its time');
    fireEvent.change(dialog.getByLabelText('For, min'), { target: { value: '30' } });
    expect(dialog.queryByRole('alert')).toBeNull();
    fireEvent.click(dialog.getByRole('checkbox', { name: 'Colours the bath' }));
    fireEvent.change(dialog.getByLabelText('Why it is changed'), { target: { value: 'its new sheet' } });
    fireEvent.click(dialog.getByRole('button', { name: 'Keep the card' }));
    await waitFor(() =>
      expect(posted[0]!.body).toMatchObject({
        card: { id: 'grey', exposureCapS: 450, oven: { tempC: 60, seconds: 1800 }, stainsBath: !testCard.stainsBath },
        changeNote: 'its new sheet',
      }),
    );
  });
  it('of a new resin begins as its family usually is, and its name makes its id', async () => {
    const { posted, router } = showPage('/resins', {
      ...answers,
      '/api/resins': { ...RESINS, ...reply },
      '/api/resins/dark-slate': reply,
    });
    fireEvent.click(await screen.findByRole('button', { name: 'A new resin …' }));
    const dialog = within(screen.getByRole('dialog'));
    const name = dialog.getByLabelText('Name');
    fireEvent.change(name, { target: { value: 'Grey' } });
    expect(dialog.getByRole('alert').textContent).toContain('There is a resin called so');
    fireEvent.change(name, { target: { value: 'Dark Slate' } });
    fireEvent.change(dialog.getByLabelText('Family'), { target: { value: 'tough' } });
    fireEvent.change(dialog.getByLabelText('Lot on the shelf'), { target: { value: 'S1' } });
    fireEvent.click(dialog.getByRole('button', { name: 'Keep the card' }));
    await waitFor(() =>
      expect(posted[0]!.body).toMatchObject({
        card: { id: 'dark-slate', family: 'tough', viscosityMPaS25: 850 },
        lots: ['S1'],
        changeNote: 'From its data sheet.',
      }),
    );
    await waitFor(() => expect(router.state.location.pathname).toBe('/resins/dark-slate'));
  });
  it('has lots of its own: one comes, one is used up, one is put back', async () => {
    const { posted } = showPage('/resins/grey', { ...answers, '/api/resins/grey/lots': reply });
    const lots = within(await screen.findByRole('region', { name: 'Lots' }));
    fireEvent.change(lots.getByLabelText('A new lot'), { target: { value: ' A2 ' } });
    fireEvent.click(lots.getByRole('button', { name: 'Put on the shelf' }));
    fireEvent.click(lots.getByRole('button', { name: /Used up: lot A1/ }));
    fireEvent.click(lots.getByRole('button', { name: 'A0: put back' }));
    await waitFor(() =>
      expect(posted.map(({ body }) => [body.lot, body.there])).toEqual([
        ['A2', true],
        ['A1', false],
        ['A0', true],
      ]),
    );
  });
  it('is changed as the text of its file; what is not JSON stays to be mended', async () => {
    const { posted, router } = showPage('/resins/grey', {
      ...answers,
      '/api/resins': { ...RESINS, ...reply },
    });
    fireEvent.click(await screen.findByRole('button', { name: 'Change the card' }));
    fireEvent.change(screen.getByLabelText('Density, g/mL'), { target: { value: '1.3' } });
    fireEvent.click(screen.getByRole('button', { name: 'As the text of its file …' }));
    const dialog = within(screen.getByRole('dialog'));
    const text = dialog.getByLabelText('The card') as HTMLTextAreaElement;
    expect(JSON.parse(text.value)).toMatchObject({ format: 'north-step-resin-card-1', id: 'grey', exposureCapS: 300 });
    // what was typed in the form is in it already
    expect(JSON.parse(text.value)).toMatchObject({ densityGPerMl: 1.3 });
    fireEvent.change(text, { target: { value: '{ "id": ' } });
    expect(dialog.getByRole('alert').textContent).toContain('not JSON yet');
    expect(dialog.getByRole('button', { name: 'Save the card' }).hasAttribute('disabled')).toBe(true);
    fireEvent.change(text, { target: { value: '{ "id": "grey" }' } });
    fireEvent.change(dialog.getByLabelText('Why it is changed'), { target: { value: 'data sheet' } });
    fireEvent.change(dialog.getByLabelText(/New lots/), { target: { value: 'A4, A5' } });
    fireEvent.click(dialog.getByRole('button', { name: 'Save the card' }));
    await waitFor(() =>
      expect(posted[0]).toMatchObject({
        path: '/api/resins',
        body: { card: { id: 'grey' }, changeNote: 'data sheet', lots: ['A4', 'A5'] },
      }),
    );
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(router.state.location.pathname).toBe('/resins/grey');
  });
});

describe('notes on parts', () => {
  it('are collected by part, most first, with a file for each', async () => {
    showPage('/parts', { ...answers, '/api/part-notes': { notes: NOTES } });
    await screen.findByRole('heading', { level: 1, name: 'hood: 2 × warped' });
    expect(screen.getByRole('link', { name: 'Save as CSV' }).getAttribute('href')).toBe(
      '/api/part-notes.csv?part=hood',
    );
    fireEvent.click(screen.getByRole('button', { name: /^cap/ }));
    await waitFor(() => expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('cap: 1 × other'));
    expect(screen.getByRole('link', { name: 'Knot 1' }).getAttribute('href')).toBe('/batches/c');
  });
  it('say how to begin when there are none', async () => {
    showPage('/parts', { ...answers, '/api/part-notes': { notes: [] } });
    expect(await screen.findByText(/press “Tell the preparer”/)).toBeDefined();
  });
});
