import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { serverAway } from '../commands/outbox.ts';
import { store } from '../store/store.ts';
import { benchReply, failure, leavePage, showPage } from '../testing/page.tsx';
import { roomReply } from '../testing/room.ts';

afterEach(leavePage);
const DAY_MS = 86_400_000;
const book = {
  atMs: new Date(2026, 10, 30, 5, 12).getTime(),
  records: 3,
  batches: 7,
  accounts: 12,
  found: [] as string[],
};
const records = (over: object = {}) => ({
  total: 3,
  rows: [],
  all: 3,
  intact: true,
  checked: 3,
  brokenAt: null,
  anchor: `3:${'a'.repeat(64)}`,
  book,
  ...over,
});

describe('the machine behind the page', () => {
  it('says in time that its disk fills up, and that presses are kept when it is full', async () => {
    showPage('/', { '/api/bench': { ...benchReply([]), disk: { level: 'low', freeMb: 700 } } });
    expect((await screen.findByText('The disk has 700 MB left.')).parentElement!.textContent).toContain(
      'before it is full',
    );
    await leavePage();
    showPage('/', { '/api/bench': { ...benchReply([]), disk: { level: 'full', freeMb: 90 } } });
    expect(await screen.findByText('The disk is full: 90 MB left. Nothing more is taken.')).toBeDefined();
    store.dispatch(serverAway(true));
    await waitFor(() => expect(screen.getByText(/kept on this page and sent when there is room/)).toBeDefined());
    expect(screen.queryByText(/The server is away/)).toBeNull();
  });
  it('asks whether a clock that was set is right, and takes it only when told', async () => {
    const { posted } = showPage('/', {
      '/api/bench': { ...benchReply([]), clockJumpMs: -400 * DAY_MS },
      '/api/clock': { ok: true },
    });
    expect((await screen.findByRole('alert')).textContent).toContain('The machine’s clock was set back by 400 days.');
    expect(posted).toEqual([]);
    fireEvent.click(screen.getByRole('button', { name: 'Take the machine’s time' }));
    await waitFor(() => expect(posted.map(({ path }) => path)).toEqual(['/api/clock']));
  });
});

describe('what is kept', () => {
  it('is said to agree on Records, with when it was looked at, and the line to keep elsewhere', async () => {
    showPage('/records', { '/api/bench': benchReply([]), '/api/records': records() });
    expect(
      await screen.findByText(/Checked on 30 Nov 05:12: 7 batches against their events, 12 accounts/),
    ).toBeDefined();
    expect(screen.getByText(`3:${'a'.repeat(64)}`)).toBeDefined();
  });
  it('is said not to fit, line by line', async () => {
    const found = ['Tern 1: its state is not what its 9 events say'];
    showPage('/records', { '/api/bench': benchReply([]), '/api/records': records({ book: { ...book, found } }) });
    expect((await screen.findByRole('alert')).textContent).toContain(found[0]);
  });
  it('prints its anchor for the next shift', async () => {
    showPage('/shift', { '/api/bench': benchReply([]), '/api/records': records(), '/api/shift-notes': { notes: [] } });
    expect(await screen.findByText(`3:${'a'.repeat(64)}`)).toBeDefined();
  });
});

describe('a backup', () => {
  const backup = { name: 'north-step-2026-11-30T05-12-00.tar.gz', bytes: 12_532_198, atMs: book.atMs };
  const show = (answer: object) =>
    showPage('/room', {
      '/api/bench': benchReply([]),
      '/api/room': roomReply,
      '/api/devices': { devices: [] },
      '/api/backups': answer,
    });
  it('is made by one press, says what was checked in it, and can be saved', async () => {
    show({ backups: [backup], backup, book });
    const section = within(await screen.findByRole('region', { name: 'Backups' }));
    expect((await section.findByRole('link', { name: `Save ${backup.name}` })).getAttribute('href')).toBe(
      `/api/backups/${backup.name}`,
    );
    expect(section.getByText('12.0 MB')).toBeDefined();
    fireEvent.click(section.getByRole('button', { name: 'Make a backup' }));
    expect((await section.findByRole('status')).textContent).toBe(
      'Done and checked: 7 batches, 3 records, all in agreement.',
    );
  });
  it('that fails says why', async () => {
    show(failure(422, { code: 'BACKUP_FAILED', message: 'The backup could not be written.', remedy: 'Make room.' }));
    const section = within(await screen.findByRole('region', { name: 'Backups' }));
    fireEvent.click(section.getByRole('button', { name: 'Make a backup' }));
    expect((await section.findByRole('status')).textContent).toBe('The backup could not be written. Make room.');
  });
});

describe('a device', () => {
  const device = {
    id: 'd',
    kind: 'room-sensor',
    name: 'Thermometer',
    simulated: false,
    stationId: null,
    online: true,
    last: { atMs: 0, tempC: -40, humidityPct: 50 },
  };
  it('out of reason is said not to be used; it is taken away when asked twice', async () => {
    const { posted } = showPage('/room', {
      '/api/bench': benchReply([]),
      '/api/room': roomReply,
      '/api/backups': { backups: [] },
      '/api/devices': { devices: [device] },
      '/api/devices/d/remove': { ok: true },
    });
    expect(await screen.findByText(/ °C · out of reason, not used · 50 % humid/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Thermometer' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Take this device away' }));
    expect(posted).toEqual([]);
    fireEvent.click(screen.getByRole('button', { name: 'Sure? Thermometer speaks here no more' }));
    await waitFor(() => expect(posted.map(({ path }) => path)).toEqual(['/api/devices/d/remove']));
  });
});
