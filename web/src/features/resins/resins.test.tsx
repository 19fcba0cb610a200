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
const answers = { '/api/bench': benchReply([]), '/api/resins': RESINS, '/api/resins/grey': { lots: ['A1'], versions } };
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
    expect((await screen.findByRole('heading', { level: 1 })).textContent).toBe('Grey, card 2');
    expect(screen.getByRole('region', { name: 'Conclusion' }).textContent).toContain(
      '6 batches ran it: 5 came out good, 2 tacky at first, 1 tinted',
    );
    fireEvent.change(screen.getByLabelText('beside'), { target: { value: 'v1' } });
    expect(screen.getByText('1 field differs')).toBeDefined();
    const row = screen.getByRole('rowheader', { name: 'exposureCapS' }).closest('tr')!;
    expect([...row.querySelectorAll('td')].map((cell) => cell.textContent)).toEqual(['300 s', '900 s']);
    expect(screen.getAllByRole('link', { name: 'save as JSON' })[1]!.getAttribute('href')).toBe(
      '/api/resins/grey/card.json?version=1',
    );
  });
  it('is changed as the text of its file; what is not JSON stays to be mended', async () => {
    const { posted, router } = showPage('/resins/grey', {
      ...answers,
      '/api/resins': { ...RESINS, lots: [], versions },
    });
    fireEvent.click(await screen.findByRole('button', { name: 'Change the card' }));
    const dialog = within(screen.getByRole('dialog'));
    const text = dialog.getByLabelText('The card') as HTMLTextAreaElement;
    expect(JSON.parse(text.value)).toMatchObject({ format: 'north-step-resin-card-1', id: 'grey', exposureCapS: 300 });
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
    expect((await screen.findByRole('heading', { level: 1 })).textContent).toBe('hood: 2 × warped');
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
