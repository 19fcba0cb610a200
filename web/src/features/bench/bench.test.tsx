import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { batchAt, benchReply, failure, leavePage, showPage } from '../../testing/page.tsx';

afterEach(leavePage);
const press = (key: string, target: Element = document.body) => fireEvent.keyDown(target, { key });
const headline = (text: string | RegExp) => screen.findByRole('heading', { level: 1, name: text });
const okBatch = { ok: true };

describe('the bench', () => {
  it('says when it is clear, and N opens a new batch', async () => {
    const { router } = showPage('/', { '/api/bench': benchReply([]), '/api/resins': { resins: [] } });
    await headline('The bench is clear.');
    press('n');
    await waitFor(() => expect(router.state.location.pathname).toBe('/batches/new'));
  });
  it('says so when the server does not answer, and tries again', async () => {
    const { read } = showPage('/', { '/api/bench': failure(500, { code: 'UNEXPECTED', message: 'x' }) });
    expect((await screen.findByRole('alert')).textContent).toContain('did not give the bench');
    fireEvent.click(await screen.findByRole('button', { name: 'Try again' }));
    await waitFor(() => expect(read.filter((path) => path === '/api/bench').length).toBeGreaterThan(1));
  });
  it('puts a pull-out first, with solvent used, hands and a countdown', async () => {
    showPage('/', {
      '/api/bench': benchReply([
        batchAt('look-matte', { id: 'l', name: 'Skua 3' }),
        batchAt('wash', { id: 'w', name: 'Tern 14' }, 225),
      ]),
    });
    await headline('Lift Tern 14 out of Wash 1');
    const band = within(screen.getByRole('region', { name: 'Next step' }));
    expect(band.getByText(/of its 15:00 solvent allowance is used/)).toBeDefined();
    expect(band.getByText(/Glove on the basket hand/)).toBeDefined();
    expect(screen.getByRole('timer').textContent).toMatch(/^0:\d\d$/);
  });
  it('places each tag where its parts are', async () => {
    showPage('/', {
      '/api/bench': benchReply([
        batchAt('drip', { id: 'a', name: 'Knot 1' }),
        batchAt('cure', { id: 'b', name: 'Eider 1' }, 30),
        batchAt('look-matte', { id: 'c', name: 'Skua 1' }),
      ]),
    });
    await screen.findByRole('button', { name: /^Knot 1, Drip, waiting/ });
    const side = (name: string) => within(screen.getByRole('region', { name }));
    expect(side('wet side').getByRole('button', { name: /^Knot 1/ })).toBeDefined();
    expect(side('dry & trim').getByRole('button', { name: /^Skua 1, Look: matte\?, look/ })).toBeDefined();
    expect(side('light side').getByRole('button', { name: /^Eider 1, Cure, \d/ })).toBeDefined();
    expect(side('light side').getByRole('img', { name: /^Cure window: tacky until/ })).toBeDefined();
  });
  it('shows loads by the book and how many batches are left', async () => {
    showPage('/', { '/api/bench': benchReply([]) });
    // 6 % of 3630 g is 217.8 g; 12.5 % of the same solvent is 3412.2·12.5/87.5 = 487.5 g; (487.5 − 217.8)/4 = 67
    expect(await screen.findByText(/about 67 batches left/)).toBeDefined();
    expect(screen.getByText(/6.0 % resin by the book/)).toBeDefined();
  });
  it('done today holds what is done; what is flagged or held stays where its parts are', async () => {
    showPage('/', {
      '/api/bench': benchReply(
        [
          batchAt('trim', { id: 'f', name: 'Dipper 5', flag: 'fin broke' }),
          { ...batchAt('cure', { id: 'h', name: 'Skua 2' }), held: 'wrong lot' },
        ],
        {
          doneToday: [{ id: 'd', name: 'Gannet 7', outcome: 'passed', worked: [] }],
        },
      ),
    });
    expect(await screen.findByText('1 sealed')).toBeDefined();
    expect(screen.getAllByRole('link', { name: /sealed$/ })).toHaveLength(1);
    const side = (name: string) => within(screen.getByRole('region', { name }));
    expect(side('dry & trim').getByRole('button', { name: /^Dipper 5, .*flagged: fin broke/ })).toBeDefined();
    expect(side('dry & trim').getByRole('button', { name: /^Skua 2, Cure, held, held: wrong lot/ })).toBeDefined();
    expect(screen.getByRole('link', { name: 'Gannet 7, sealed' }).getAttribute('href')).toBe('/batches/d');
  });
});

describe('what a person’s word decides', () => {
  const one = (over: object) => ({
    '/api/bench': benchReply([{ ...batchAt('cure', { id: 'a', name: 'Knot 1' }), ...over }]),
    '/api/batches/a': okBatch,
  });
  it('Space on a held batch says what it is held for and how to release it; U releases it', async () => {
    const { posted } = showPage('/', one({ held: 'wrong lot' }));
    await headline(/Knot 1/);
    press(' ');
    expect((await screen.findByRole('alert')).textContent).toMatch(/Held: wrong lot.*Release it \(U\)/);
    expect(posted).toHaveLength(0);
    press('u');
    await waitFor(() => expect(posted[0]).toMatchObject({ path: '/api/batches/a/hold', body: { reason: null } }));
  });
  it('a flag that stops is answered with L, with what was decided; one that marks is lowered at once', async () => {
    const { posted } = showPage('/', one({ flag: 'ask Ines', flagStops: true }));
    await headline(/Knot 1/);
    press(' ');
    expect((await screen.findByRole('alert')).textContent).toContain('Stopped by a flag: ask Ines');
    press('l');
    const dialog = within(await screen.findByRole('dialog', { name: 'What was decided about Knot 1?' }));
    expect(dialog.getByRole('button', { name: /it goes on/ })).toHaveProperty('disabled', true);
    fireEvent.click(dialog.getByRole('button', { name: 'Glued, go on' }));
    fireEvent.click(dialog.getByRole('button', { name: /it goes on/ }));
    await waitFor(() => expect(posted[0]?.body).toMatchObject({ note: null, answer: 'Glued, go on' }));
    await leavePage();
    const again = showPage('/', one({ flag: 'a scratch' }));
    const band = within(await screen.findByRole('region', { name: 'Next step' }));
    expect(band.getByText(/Flagged: a scratch/)).toBeDefined();
    press('l');
    await waitFor(() => expect(again.posted[0]?.body).toMatchObject({ note: null }));
  });
  it('a closed window waits, and C opens its plan of light', async () => {
    const closed = { why: 'The hottest faces tint after 3:00.', opens: 'Under water: good from 4:00 to 9:00.' };
    const { router } = showPage('/', { ...one({ lightClosed: closed }), '/api/lamps': { lamps: [] } });
    expect(await screen.findByText(/It waits: No plan of light fits: The hottest faces tint/)).toBeDefined();
    press('c');
    await waitFor(() => expect(router.state.location.pathname).toBe('/cure/a'));
  });
});

describe('a press', () => {
  it('is answered by what was noted, and Z takes it back', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([batchAt('drip', { id: 'a', name: 'Knot 1' })]),
      '/api/batches/a': okBatch,
    });
    await headline('Hang Knot 1 on the drip rack');
    press(' ');
    expect(await screen.findByText('Knot 1, drip: started')).toBeDefined();
    await waitFor(() => expect(posted).toHaveLength(1));
    press('z');
    await waitFor(() => expect(posted).toHaveLength(2));
    expect(posted[1]).toMatchObject({ path: '/api/batches/a/undo', body: { undoes: posted[0]!.body.commandId } });
    expect(await screen.findByText(/Taken back/)).toBeDefined();
    press('z');
    expect(posted).toHaveLength(2);
  });
  it('in the first fifth of a timed step asks once; a double tap does not answer it', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([batchAt('dry', { id: 'a', name: 'Knot 1' }, 25)]),
      '/api/batches/a': okBatch,
    });
    await headline('Check Knot 1 is dry');
    const atMs = Date.now();
    const clock = vi.spyOn(Date, 'now');
    clock.mockReturnValue(atMs);
    press(' ');
    expect((await screen.findByRole('alert')).textContent).toMatch(/has run 0:[12]\d of \d+:\d\d\. Press once more/);
    clock.mockReturnValue(atMs + 300);
    press(' ');
    expect(posted).toHaveLength(0);
    clock.mockReturnValue(atMs + 1200);
    press(' ');
    clock.mockRestore();
    await waitFor(() => expect(posted[0]?.path).toMatch(/finish$/));
  });
  it('that is refused leaves the page with the batch it was about', async () => {
    const refusal = failure(409, {
      code: 'STATION_BUSY',
      message: 'Skua 9 is still there.',
      remedy: 'Lift it out first.',
    });
    showPage('/', {
      '/api/bench': benchReply([
        batchAt('drip', { id: 'a', name: 'Knot 1' }),
        batchAt('drip', { id: 'b', name: 'Tern 1', createdAtMs: 9 }),
      ]),
      '/api/batches/b': refusal,
    });
    fireEvent.focus(await screen.findByRole('button', { name: /^Tern 1, Drip/ }));
    await headline('Hang Tern 1 on the drip rack');
    press(' ');
    expect((await screen.findByRole('alert')).textContent).toContain('The page speaks of Tern 1.');
    await headline('Hang Tern 1 on the drip rack');
  });
});

describe('keys on the bench', () => {
  it('Space starts the step of the band, once, in the name of who works here', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([batchAt('drip', { id: 'a', name: 'Knot 1' })]),
      '/api/batches/a': okBatch,
    });
    await headline('Hang Knot 1 on the drip rack');
    press(' ');
    press(' ');
    await waitFor(() => expect(posted.length).toBeGreaterThan(0));
    expect(posted).toHaveLength(1);
    expect(posted[0]).toMatchObject({
      path: '/api/batches/a/steps/s1/start',
      body: { by: 'Ada B.', commandId: expect.stringMatching(/^[0-9a-f-]{36}$/) },
    });
  });
  it('the pedal works like Space, + and − change the time by 30 s', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([batchAt('dry', { id: 'a', name: 'Knot 1' }, 600)]),
      '/api/batches/a': okBatch,
    });
    await headline('Check Knot 1 is dry');
    press('+');
    await waitFor(() => expect(posted).toHaveLength(1));
    press('-');
    await waitFor(() => expect(posted).toHaveLength(2));
    press('PageDown');
    await waitFor(() => expect(posted).toHaveLength(3));
    expect(posted.map(({ path, body }) => [path.split('/').at(-1), body.addS])).toEqual([
      ['extend', 30],
      ['extend', -30],
      ['finish', undefined],
    ]);
  });
  it('a look is answered by one key', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([batchAt('look-matte', { id: 'a', name: 'Knot 1' })]),
      '/api/batches/a': okBatch,
    });
    await headline('Look at Knot 1: matte all over?');
    press('s');
    await waitFor(() => expect(posted[0]?.body.outcome).toBe('shine'));
  });
  it('Space at a look asks in a dialog and sends what was seen, broken pieces and note', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([batchAt('look-cured', { id: 'a', name: 'Knot 1' })]),
      '/api/batches/a': okBatch,
    });
    await headline('Touch and tilt Knot 1');
    press(' ');
    const dialog = within(await screen.findByRole('dialog', { name: 'Touch and tilt Knot 1' }));
    fireEvent.click(dialog.getByRole('radio', { name: 'Tinted' }));
    fireEvent.click(dialog.getByRole('button', { name: 'Broken pieces: more' }));
    fireEvent.change(dialog.getByRole('textbox', { name: 'Note' }), { target: { value: ' warm edge ' } });
    press('f'); // nothing else fires while the dialog is open
    fireEvent.click(dialog.getByRole('button', { name: 'Record the look' }));
    await waitFor(() => expect(posted[0]?.body).toMatchObject({ outcome: 'tinted', broken: 1, note: 'warm edge' }));
    expect(screen.queryByRole('dialog')).toBeNull();
  });
  it('arrows choose another batch, Escape goes back, Enter opens its sheet', async () => {
    const { router } = showPage('/', {
      '/api/bench': benchReply([
        batchAt('drip', { id: 'a', name: 'Knot 1' }),
        batchAt('trim', { id: 'b', name: 'Tern 1' }),
      ]),
      '/api/batches/b': { batch: batchAt('trim', { id: 'b' }) },
    });
    await headline('Hang Knot 1 on the drip rack');
    press('ArrowRight');
    await headline('Clip the supports of Tern 1');
    press('Escape');
    await headline('Hang Knot 1 on the drip rack');
    press('ArrowLeft');
    press('Enter');
    await waitFor(() => expect(router.state.location.pathname).toBe('/batches/b'));
  });
  it('F raises a flag with a ready reason', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([batchAt('drip', { id: 'a', name: 'Knot 1' })]),
      '/api/batches/a': okBatch,
    });
    await headline(/Hang Knot 1/);
    press('f');
    const dialog = within(await screen.findByRole('dialog', { name: 'What is wrong with Knot 1?' }));
    expect(dialog.getByRole('button', { name: 'Raise the flag' }).hasAttribute('disabled')).toBe(true);
    fireEvent.click(dialog.getByRole('button', { name: 'A piece is missing' }));
    fireEvent.click(dialog.getByRole('button', { name: 'Raise the flag' }));
    await waitFor(() =>
      expect(posted[0]).toMatchObject({ path: '/api/batches/a/flag', body: { note: 'A piece is missing' } }),
    );
  });
  it('says why something must wait instead of sending it', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([
        batchAt('wash', { id: 'a', name: 'Knot 1' }),
        batchAt('wash', { id: 'b', name: 'Tern 1' }, 1),
      ]),
    });
    fireEvent.focus(await screen.findByRole('button', { name: /^Knot 1, Wash 1/ }));
    expect(await screen.findByText('It waits: Wash 1 holds Tern 1. Lift Tern 1 out first.')).toBeDefined();
    press(' ');
    expect((await screen.findByRole('alert')).textContent).toContain(
      'Lift Tern 1 out first. The page speaks of Knot 1.',
    );
    expect(posted).toHaveLength(0);
  });
  it('shows a refusal in the server’s words with the way on, until it is read', async () => {
    const refusal = failure(409, {
      code: 'CLEAN_BATH_TOO_LOADED',
      message: 'The clean bath holds 5 % resin.',
      remedy: 'Rotate the baths first.',
    });
    showPage('/', {
      '/api/bench': benchReply([batchAt('drip', { id: 'a', name: 'Knot 1' })]),
      '/api/batches/a': refusal,
    });
    await headline(/Hang Knot 1/);
    press(' ');
    expect((await screen.findByRole('alert')).textContent).toContain(
      'The clean bath holds 5 % resin. Rotate the baths first.',
    );
    fireEvent.click(screen.getByRole('button', { name: 'Got it' }));
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  });
  it('leaves typing, key repeats and browser shortcuts alone', async () => {
    const { posted } = showPage('/batches', { '/api/bench': benchReply([]), '/api/batches': { total: 0, rows: [] } });
    const find = await screen.findByRole('searchbox', { name: 'Find a batch' });
    press('n', find);
    fireEvent.keyDown(document.body, { key: 'n', ctrlKey: true });
    fireEvent.keyDown(document.body, { key: 'n', repeat: true });
    expect(screen.getByRole('searchbox', { name: 'Find a batch' })).toBeDefined();
    expect(posted).toHaveLength(0);
  });
});

describe('past the limit of solvent', () => {
  // the test card allows eight minutes
  const soaked = () => batchAt('wash', { id: 'w', name: 'Tern 14' }, 1020);
  it('is asked, cannot be closed, and says why it stays in', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([soaked()]),
      '/api/batches/w/steps/s3/stay': okBatch,
    });
    const dialog = await screen.findByRole('dialog', { name: 'Is Tern 14 still in Wash 1?' });
    expect(within(dialog).queryByRole('button', { name: 'Close' })).toBeNull();
    fireEvent.keyDown(dialog, { key: 'Escape' });
    expect(screen.getByRole('dialog')).toBeDefined();
    expect(within(dialog).getByRole('timer').textContent).toMatch(/^17:0\d$/);
    fireEvent.click(within(dialog).getByRole('button', { name: 'hands are full' }));
    await waitFor(() =>
      expect(posted[0]).toMatchObject({ path: '/api/batches/w/steps/s3/stay', body: { because: 'hands are full' } }),
    );
  });
  it('takes when it was lifted, but not before it went in', async () => {
    const { posted } = showPage('/', {
      '/api/bench': benchReply([soaked()]),
      '/api/batches/w/steps/s3/finish': okBatch,
    });
    const dialog = await screen.findByRole('dialog');
    const ago = within(dialog).getByLabelText(/lifted so long ago/);
    fireEvent.change(ago, { target: { value: '2 h' } });
    expect(within(dialog).getByText(/cannot have been lifted before/)).toBeDefined();
    expect(within(dialog).getByRole('button', { name: 'Lifted then' })).toHaveProperty('disabled', true);
    fireEvent.change(ago, { target: { value: '4:00' } });
    fireEvent.click(within(dialog).getByRole('button', { name: 'Lifted then' }));
    await waitFor(() => expect(posted).toHaveLength(1));
    const { liftedAtMs } = posted[0]!.body as { liftedAtMs: number };
    expect(Math.abs(Date.now() - 240_000 - liftedAtMs)).toBeLessThan(3000);
  });
});

describe('a scanned label', () => {
  const scan = (text: string) => {
    for (const key of `#${text}`) press(key);
    press('Enter');
  };
  const two = [batchAt('look-matte', { id: 'l', name: 'Tern 3' }), batchAt('trim', { id: 't', name: 'Skua 2' })];
  it('chooses its batch, and none of its letters is a command', async () => {
    const { posted } = showPage('/', { '/api/bench': benchReply(two) });
    await headline(/Look at Tern 3/);
    scan('skua 2');
    await headline('Clip the supports of Skua 2');
    expect(posted).toEqual([]);
  });
  it('is refused while another is being lifted out, and says which', async () => {
    showPage('/', { '/api/bench': benchReply([batchAt('wash', { id: 'w', name: 'Tern 14' }, 225), ...two]) });
    await headline('Lift Tern 14 out of Wash 1');
    scan('Skua 2');
    const told = await screen.findByRole('alert');
    expect(told.textContent).toMatch(/label of Skua 2.*In Wash 1 lies Tern 14.*Lift Tern 14 out first/);
    await headline('Lift Tern 14 out of Wash 1');
  });
  it('of nothing on the bench says so', async () => {
    showPage('/', { '/api/bench': benchReply(two) });
    await headline(/Look at Tern 3/);
    scan('Auk 99');
    expect((await screen.findByRole('alert')).textContent).toContain('No open batch is called “Auk 99”');
  });
});

describe('gear and the big clock', () => {
  it('gear is asked once a shift of each person', async () => {
    showPage('/', { '/api/bench': benchReply([batchAt('trim', { id: 't', name: 'Skua 2' })]) });
    const gear = within(await screen.findByRole('region', { name: 'Gear' }));
    expect(gear.getByText('Clippings fly')).toBeDefined();
    press('g');
    await waitFor(() => expect(gear.queryByRole('button', { name: /worn, for this shift/ })).toBeNull());
    expect(gear.getByText('Clippings fly')).toBeDefined();
  });
  it('B shows the countdown across the screen; its keys work there', async () => {
    const { posted, router } = showPage('/', {
      '/api/bench': benchReply([batchAt('wash', { id: 'w', name: 'Tern 14' }, 225)]),
      '/api/batches/w/steps/s3/finish': okBatch,
    });
    await headline('Lift Tern 14 out of Wash 1');
    press('b');
    await waitFor(() => expect(router.state.location.pathname).toBe('/clock'));
    expect((await screen.findByRole('timer')).textContent).toMatch(/^\d:\d\d$/);
    press(' ');
    await waitFor(() => expect(posted[0]).toMatchObject({ path: '/api/batches/w/steps/s3/finish' }));
  });
});
