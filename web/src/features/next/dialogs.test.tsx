import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { batchAt, benchReply, failure, leavePage, showPage } from '../../testing/page.tsx';

afterEach(leavePage);
const ok = { batch: batchAt('drip') };
const bench = (kind: string, runningForS?: number) => ({
  '/api/bench': benchReply([batchAt(kind, { id: 'a', name: 'Knot 1', count: 5 }, runningForS)]),
  '/api/batches/a': ok,
});
const press = (key: string, target: Element = document.body) => fireEvent.keyDown(target, { key });
const dialogCalled = (name: RegExp) => screen.findByRole('dialog', { name });
const seen = (dialog: HTMLElement) =>
  within(dialog)
    .getAllByRole('radio')
    .find((one) => one.getAttribute('data-state') === 'on')!
    .getAttribute('aria-label');

describe('sizes', () => {
  const sizes = [
    { name: 'bore', side: 'inside', nominalMm: 8, toleranceMm: 0.08, foundMm: 7.95, atMs: 2, by: 'Ada B.' },
  ];
  const series = sizes.map((size) => ({
    ...size,
    batchId: 'x',
    batchName: 'Kelp 1',
    part: batchAt('drip').part.name,
    resin: 'Grey General',
    lot: 'G-1',
    piece: null,
  }));
  const sheet = { ...bench('drip'), '/api/part-sizes': { sizes: series } };
  it('are asked as they were asked before, and told in or out as they are typed', async () => {
    const { posted } = showPage('/batches/a', {
      ...sheet,
      '/api/batches/a': { batch: batchAt('drip', { id: 'a', name: 'Knot 1', count: 5 }) },
    });
    fireEvent.click(await screen.findByRole('button', { name: 'Sizes …' }));
    const dialog = within(await dialogCalled(/Sizes of Knot 1/));
    await waitFor(() => expect((dialog.getByLabelText('Size 1: name') as HTMLInputElement).value).toBe('bore'));
    const found = dialog.getByLabelText('Size 1: found, mm');
    fireEvent.change(found, { target: { value: '7,90' } });
    expect(dialog.getByText('−0.10 mm, out')).toBeDefined();
    fireEvent.change(found, { target: { value: '7.94' } });
    expect(dialog.getByText('−0.06 mm, in')).toBeDefined();
    fireEvent.click(dialog.getByRole('button', { name: 'Write down, next piece' }));
    await waitFor(() => expect(posted[0]!.body).toMatchObject({ sizes: [{ name: 'bore', foundMm: 7.94, piece: 1 }] }));
    await waitFor(() => expect((dialog.getByLabelText('Piece') as HTMLInputElement).value).toBe('2'));
    expect((dialog.getByLabelText('Size 1: found, mm') as HTMLInputElement).value).toBe('');
  });
  it('of a part show as a series, with what to tell the preparer', async () => {
    const wide = [10, 40, 80].flatMap((mm, i) => [
      { ...series[0]!, name: `length ${mm}`, side: 'outside', nominalMm: mm, foundMm: mm * 0.995, atMs: 10 + i },
    ]);
    showPage('/parts', { ...sheet, '/api/part-notes': { notes: [] }, '/api/part-sizes': { sizes: wide } });
    const part = within(await screen.findByRole('region', { name: /^Sizes of/ }));
    expect(part.getByText(/Shrinks by 0\.\d\d % .*: scale the file by 1\.00\d\d\./)).toBeDefined();
    expect(part.getByRole('figure').getAttribute('aria-label')).toContain('3 sizes from the oldest to the newest');
  });
});

describe('a guided look', () => {
  it('draws what can be seen, chooses it by its letter, and says what follows', async () => {
    const { posted } = showPage('/', bench('look-cured'));
    await screen.findByRole('heading', { name: /Touch and tilt Knot 1/ });
    press('i');
    const dialog = await dialogCalled(/Knot 1$/);
    expect(dialog.querySelectorAll('svg[data-look]')).toHaveLength(15);
    expect(seen(dialog)).toBe('Good');
    press('u', dialog);
    expect(seen(dialog)).toBe('Soft below');
    expect(within(dialog).getByText(/turned over, one increment/)).toBeDefined();
    expect(within(dialog).getByRole('region', { name: 'Why' })).toBeDefined();
    fireEvent.click(within(dialog).getByRole('button', { name: 'Record the look' }));
    await waitFor(() => expect(posted[0]!.body).toMatchObject({ outcome: 'soft underside' }));
  });
  it('one letter answers what is common; what cannot be undone is asked first', async () => {
    const { posted } = showPage('/', bench('look-cured'));
    await screen.findByRole('heading', { name: /Touch and tilt Knot 1/ });
    press('v');
    const dialog = await dialogCalled(/Knot 1$/);
    expect(seen(dialog)).toBe('Warped');
    expect(posted).toHaveLength(0);
    press('Escape', dialog);
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    press('t');
    await waitFor(() => expect(posted[0]!.body).toMatchObject({ outcome: 'tacky' }));
  });
  it('keeps a photo with what was seen, and says why when it cannot', async () => {
    const answers = { ...bench('look-cured'), '/api/photos': { sha256: 'f'.repeat(64) } };
    const { posted } = showPage('/', answers);
    await screen.findByRole('heading', { name: /Touch and tilt Knot 1/ });
    press('i');
    const dialog = within(await dialogCalled(/Knot 1$/));
    const file = new File(['x'], 'tip.png', { type: 'image/png' });
    fireEvent.change(dialog.getByLabelText('Photo of what you see'), { target: { files: [file] } });
    expect(dialog.getByRole('button', { name: 'Photo: tip.png' })).toBeDefined();
    Object.assign(answers, { '/api/photos': failure(422, { code: 'BAD_VALUE', message: 'That is no photo.' }) });
    fireEvent.click(dialog.getByRole('button', { name: 'Record the look' }));
    expect((await dialog.findByRole('alert')).textContent).toContain('That is no photo.');
    Object.assign(answers, { '/api/photos': { sha256: 'f'.repeat(64) } });
    fireEvent.click(dialog.getByRole('button', { name: 'Record the look' }));
    await waitFor(() =>
      expect(posted.at(-1)).toMatchObject({ body: { outcome: 'good', photoSha256: 'f'.repeat(64) } }),
    );
  });
  it('letters typed into the note are letters', async () => {
    showPage('/', bench('look-matte'));
    await screen.findByRole('heading', { name: /Look at Knot 1/ });
    press('i');
    const dialog = await dialogCalled(/Knot 1$/);
    press('s', within(dialog).getByLabelText('Note'));
    expect(seen(dialog)).toBe('Matte');
  });
});

describe('what went wrong', () => {
  it('a power cut asks for how long, and is told of every machine that ran', async () => {
    const first = batchAt('wash', { id: 'a', name: 'Knot 1' }, 30);
    const second = batchAt('cure', { id: 'c', name: 'Eider 1' }, 50);
    const resting = batchAt('dry', { id: 'd', name: 'Tern 1' }, 50);
    const { posted } = showPage('/', {
      '/api/bench': benchReply([first, second, resting]),
      '/api/batches': ok,
    });
    await screen.findByRole('heading', { level: 1 });
    press('f');
    const dialog = within(await dialogCalled(/What is wrong/));
    fireEvent.click(dialog.getByRole('radio', { name: 'Power lost' }));
    expect(dialog.getByText(/^Stood still: /).textContent).toBe('Stood still: Wash 1 of Knot 1, Cure of Eider 1.');
    const happened = dialog.getByRole('button', { name: 'That happened' });
    expect(happened).toHaveProperty('disabled', true);
    const off = dialog.getByLabelText(/For how long/);
    fireEvent.change(off, { target: { value: '2 h' } });
    expect(dialog.getByText(/Nothing has run for longer than/)).toBeDefined();
    fireEvent.change(off, { target: { value: '20 s' } });
    fireEvent.click(happened);
    await waitFor(() => expect(posted).toHaveLength(2));
    expect(posted.map(({ path, body }) => [path, body.what, body.offS])).toEqual([
      ['/api/batches/a/mishap', 'power lost', 20],
      ['/api/batches/c/mishap', 'power lost', 20],
    ]);
  });
  it('a fall is told of the batch alone', async () => {
    const { posted } = showPage('/', bench('trim'));
    await screen.findByRole('heading', { level: 1 });
    press('f');
    const dialog = within(await dialogCalled(/What is wrong/));
    fireEvent.click(dialog.getByRole('radio', { name: 'Fell' }));
    fireEvent.click(dialog.getByRole('button', { name: 'That happened' }));
    await waitFor(() => expect(posted[0]).toMatchObject({ path: '/api/batches/a/mishap', body: { what: 'fell' } }));
  });
  it('a wash is done in another bath', async () => {
    const { posted } = showPage('/', bench('wash'));
    await screen.findByRole('heading', { level: 1 });
    press('f');
    const dialog = within(await dialogCalled(/What is wrong/));
    expect(dialog.getByText('Do “Wash 1” elsewhere')).toBeDefined();
    fireEvent.click(dialog.getByRole('button', { name: 'Wash 2' }));
    await waitFor(() => expect(posted[0]).toMatchObject({ body: { stationId: 'wash-2' } }));
    expect(posted[0]!.path).toMatch(/^\/api\/batches\/a\/steps\/s\d+\/elsewhere$/);
  });
  it('a step is left out only with a reason, and never a look', async () => {
    const { posted } = showPage('/', bench('trim'));
    await screen.findByRole('heading', { level: 1 });
    press('f');
    const dialog = within(await dialogCalled(/What is wrong/));
    const leave = dialog.getByRole('button', { name: 'Leave it out' });
    expect(leave).toHaveProperty('disabled', true);
    fireEvent.change(dialog.getByLabelText('Why Clip supports is left out'), { target: { value: 'fell off' } });
    fireEvent.click(leave);
    await waitFor(() => expect(posted[0]!.path).toMatch(/^\/api\/batches\/a\/steps\/s\d+\/leave-out$/));
    await leavePage();
    showPage('/', bench('look-matte'));
    await screen.findByRole('heading', { level: 1 });
    press('f');
    await dialogCalled(/What is wrong/);
    expect(screen.queryByRole('button', { name: 'Leave it out' })).toBeNull();
  });
});

describe('a second look', () => {
  const sealed = {
    ...batchAt('seal', { id: 'a', name: 'Knot 1', count: 5, customer: 'Skarv Survey' }),
    recordHash: 'ab12',
  };
  const show = (over: Partial<typeof sealed> = {}) =>
    showPage('/batches/a?look=later', {
      '/api/bench': benchReply([]),
      '/api/batches/a': { batch: { ...sealed, ...over } },
      '/api/batches/a/light-trace': { samples: [] },
      '/api/batches/a/later': {
        looks: [
          {
            number: 9,
            hash: 'cafe',
            seen: 'warped',
            count: 2,
            pieces: null,
            cameBack: true,
            note: 'at the tip',
            photoSha256: 'ab',
            takenBackAs: { id: 'n', name: 'Knot 1b' },
            likely: [{ cause: 'nothing held it', share: 0.7 }],
            by: 'Ada B.',
            atMs: 0,
          },
        ],
      },
    });
  it('opens from its chore, and takes back what light can mend, nothing else by itself', async () => {
    const { posted } = show();
    const dialog = within(await dialogCalled(/Look again at Knot 1/));
    fireEvent.click(dialog.getByRole('radio', { name: 'Warped' }));
    const back = () => dialog.getByRole('checkbox', { name: /back onto the bench/ }) as HTMLInputElement;
    expect(back().checked).toBe(false);
    fireEvent.click(dialog.getByRole('radio', { name: 'Tacky' }));
    expect(back().checked).toBe(true);
    fireEvent.click(dialog.getByRole('button', { name: 'Pieces: fewer' }));
    fireEvent.click(dialog.getByRole('checkbox', { name: /came back from Skarv Survey/ }));
    fireEvent.click(dialog.getByRole('button', { name: 'Seal what was seen' }));
    await waitFor(() =>
      expect(posted[0]).toMatchObject({
        path: '/api/batches/a/later',
        body: { seen: 'tacky', count: 4, cameBack: true, takeBack: true },
      }),
    );
  });
  it('of a mixed batch says which kinds it was seen on', async () => {
    const kinds = [
      { name: 'fin', count: 4 },
      { name: 'lid', count: 1 },
    ];
    const { posted } = show({ part: { ...sealed.part, pieces: kinds } });
    const dialog = within(await dialogCalled(/Look again at Knot 1/));
    fireEvent.click(dialog.getByRole('radio', { name: 'Tacky' }));
    fireEvent.click(dialog.getByRole('button', { name: 'lid: fewer' }));
    fireEvent.click(dialog.getByRole('button', { name: 'fin: fewer' }));
    fireEvent.click(dialog.getByRole('button', { name: 'Seal what was seen' }));
    await waitFor(() =>
      expect(posted[0]!.body).toMatchObject({
        count: 3,
        pieces: [
          { name: 'fin', count: 3 },
          { name: 'lid', count: 0 },
        ],
        takeBack: true,
      }),
    );
  });
  it('a sound batch is sealed as sound, with nothing to take back', async () => {
    const { posted } = show();
    const dialog = within(await dialogCalled(/Look again at Knot 1/));
    expect(dialog.queryByRole('checkbox', { name: /back onto the bench/ })).toBeNull();
    fireEvent.click(dialog.getByRole('button', { name: 'Seal what was seen' }));
    await waitFor(() => expect(posted[0]!.body).toMatchObject({ seen: 'sound', count: 5 }));
    expect(posted[0]!.body).not.toHaveProperty('takeBack');
  });
  it('shows what was seen before, with what it was taken back as', async () => {
    show();
    const before = within(await screen.findByRole('region', { name: 'Seen later', hidden: true }));
    expect(before.getByText('Warped, 2 of 5')).toBeDefined();
    expect(before.getByText(/taken back as Knot 1b/).getAttribute('href')).toBe('/batches/n');
    expect(before.getByText('likely nothing held it 70 %')).toBeDefined();
  });
});
