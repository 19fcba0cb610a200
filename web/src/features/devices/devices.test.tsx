import type { Device, Sample } from '@north-step/contract';
import { act, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { Provider } from 'react-redux';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { cutServer } from '../../commands/practice.ts';
import { useCameraShot } from '../../devices/useCameraShot.ts';
import { store } from '../../store/store.ts';
import { bathCare, careReply } from '../../testing/care.ts';
import { batchAt, benchReply, leavePage, showPage, VESSELS } from '../../testing/page.tsx';
import { roomReply } from '../../testing/room.ts';

/** Streams of devices, by their address: what a test says comes in on them. */
class FakeStream {
  static readonly open: FakeStream[] = [];
  readonly url: string;
  private hear?: (event: { data: string }) => void;
  constructor(url: string) {
    this.url = url;
    FakeStream.open.push(this);
  }
  addEventListener(kind: string, hear: (event: { data: string }) => void) {
    if (kind === 'message') this.hear = hear;
  }
  close() {
    FakeStream.open.splice(FakeStream.open.indexOf(this), 1);
  }
  static tell(id: string, sample: Partial<Sample>): void {
    act(() => {
      for (const stream of FakeStream.open)
        if (stream.url.includes(`/${id}/`)) stream.hear?.({ data: JSON.stringify({ atMs: 0, ...sample }) });
    });
  }
}
afterEach(async () => {
  cutServer(false);
  await leavePage();
  FakeStream.open.length = 0;
});
const device = (over: Partial<Device>): Device => ({
  id: 'd',
  kind: 'scale',
  name: 'Bench scale',
  simulated: true,
  stationId: null,
  online: true,
  last: null,
  ...over,
});
const listening = () => vi.stubGlobal('EventSource', FakeStream);
const show = (path: string, devices: Device[], more: object = {}) => {
  listening();
  return showPage(path, {
    '/api/bench': benchReply([]),
    '/api/room': roomReply,
    '/api/devices': { devices },
    '/api/devices/d/press': { ok: true },
    ...more,
  });
};

describe('every device of the room', () => {
  it('is listed with what it shows now, and who has fallen silent', async () => {
    show('/room', [
      device({ id: 'a', name: 'Vapour sensor', kind: 'vapour-sensor', last: { atMs: 0, vapourPctLel: 1.2 } }),
      device({ id: 'b', name: 'Wash unit 1', kind: 'wash-unit', stationId: 'wash-1', online: false }),
    ]);
    const list = within(await screen.findByRole('region', { name: 'Devices' }));
    await list.findByText('1.2 % of what can burn');
    expect(list.getByText('not heard from lately')).toBeDefined();
    expect(list.getByText('Wash 1')).toBeDefined();
  });
  it('opens as a panel: a machine is started for what its step has left', async () => {
    const { posted } = show('/room', [device({ name: 'Lamp box', kind: 'lamp', stationId: 'lamp-box' })], {
      '/api/bench': benchReply([batchAt('cure', { id: 'c' }, 10)]),
    });
    fireEvent.click(await screen.findByRole('button', { name: 'Lamp box' }));
    const panel = within(await screen.findByRole('dialog', { name: 'Lamp box' }));
    FakeStream.tell('d', { mWPerCm2: 8.42, tempC: 24, leftS: 90, note: 'lit' });
    expect(panel.getByText('8.4 mW/cm² · 24.0 °C · 1:30 on its timer · lit')).toBeDefined();
    fireEvent.click(panel.getByRole('button', { name: 'Start' }));
    fireEvent.click(panel.getByRole('button', { name: 'It dies' }));
    await waitFor(() => expect(posted).toHaveLength(2));
    expect(posted[0]!.body).toMatchObject({ button: 'start', amount: expect.any(Number) });
    expect(posted[0]!.body.amount as number).toBeGreaterThan(30);
    expect(posted[1]!.body).toEqual({ button: 'die' });
  });
  it('a real one is made known, with a token that is shown once', async () => {
    const { posted } = show('/room', [], { '/api/devices': { devices: [], id: 'x1', token: 'feed0123' } });
    fireEvent.click(await screen.findByRole('button', { name: 'Add a device' }));
    const sheet = within(await screen.findByRole('dialog', { name: 'Add a device' }));
    fireEvent.change(sheet.getByLabelText('What it is'), { target: { value: 'lamp' } });
    fireEvent.change(sheet.getByLabelText('Where it stands'), { target: { value: 'lamp-box' } });
    fireEvent.click(sheet.getByRole('button', { name: 'Make it known' }));
    expect(await screen.findByText('feed0123')).toBeDefined();
    expect(posted[0]).toMatchObject({
      path: '/api/devices',
      body: { kind: 'lamp', stationId: 'lamp-box' },
    });
    fireEvent.click(screen.getByRole('button', { name: 'It is in the bridge' }));
    await waitFor(() => expect(screen.queryByText('feed0123')).toBeNull());
  });
  it('that is real can be given no fault', async () => {
    show('/room', [device({ kind: 'vapour-sensor', simulated: false })]);
    fireEvent.click(await screen.findByRole('button', { name: 'Bench scale' }));
    const panel = within(await screen.findByRole('dialog'));
    expect(panel.queryByRole('button', { name: 'Solvent is spilled' })).toBeNull();
  });
  it('the page can lose its server for practice, and finds it again', async () => {
    show('/room', []);
    fireEvent.click(await screen.findByRole('button', { name: /loses the server/ }));
    const find = await screen.findByRole('button', { name: 'Find the server again' });
    expect(find.getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(find);
    expect(await screen.findByRole('button', { name: /loses the server/ })).toBeDefined();
  });
});

describe('a scanner of the workshop', () => {
  it('chooses the batch whose label it reads, once, and not what it had read before', async () => {
    const [a, b] = [batchAt('trim', { id: 'a', name: 'Knot 1' }), batchAt('trim', { id: 'b', name: 'Tern 1' })];
    show('/', [device({ kind: 'scanner' })], { '/api/bench': benchReply([a, b]) });
    await screen.findByRole('heading', { name: /Knot 1/ });
    await waitFor(() => expect(FakeStream.open.some(({ url }) => url.includes('/d/'))).toBe(true));
    FakeStream.tell('d', { scan: 4, code: '#Tern 1' });
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(/Knot 1/);
    FakeStream.tell('d', { scan: 5, code: '#Tern 1' });
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(/Tern 1/);
    FakeStream.tell('d', { scan: 6, note: 'could not read that' });
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(/Tern 1/);
  });
});

describe('vapour', () => {
  it.each([
    [9.9, false],
    [10, true],
  ])('at %d %% of what can burn is called above everything: %s', async (vapourPctLel, called) => {
    const bench = benchReply([]);
    show('/', [], { '/api/bench': { ...bench, bench: { ...bench.bench, vapourPctLel } } });
    await screen.findByRole('heading', { level: 1 });
    expect(screen.queryByText(/lids on, air on, no switches/) !== null).toBe(called);
  });
});

describe('devices in a reading', () => {
  const reading = (kind: string, devices: Device[]) =>
    show(`/solvent/read?bath=w1&kind=${kind}`, devices, {
      '/api/solvent': { vessels: [...VESSELS], sinks: [], movements: [], former: [], residualMg: 0 },
      '/api/solvent/care': careReply(bathCare()),
    });
  it('a density meter gives density and temperature once it is calm', async () => {
    reading('density', [device({ kind: 'density-meter', name: 'Density meter' })]);
    const panel = within(await screen.findByRole('region', { name: 'Density meter' }));
    FakeStream.tell('d', { densityGPerMl: 0.9, stable: false, note: 'in the liquid' });
    expect(panel.getByRole('button', { name: 'Take this reading' })).toHaveProperty('disabled', true);
    FakeStream.tell('d', { densityGPerMl: 0.8123, tempC: 21.4, stable: true });
    fireEvent.click(panel.getByRole('button', { name: 'Take this reading' }));
    expect(screen.getByLabelText(/Reading, g\/mL/)).toHaveProperty('value', '0.8123');
    expect(screen.getByLabelText(/Temperature of the sample/)).toHaveProperty('value', '21.4');
  });
  it('a scale whose zero runs away is not weighed on', async () => {
    reading('flask', [device({})]);
    const panel = within(await screen.findByRole('region', { name: 'Bench scale' }));
    const take = () => panel.getByRole('button', { name: 'Take this weight' });
    for (let s = 0; s < 4; s++) FakeStream.tell('d', { atMs: s * 1000, grams: 60, stable: true });
    expect(take()).toHaveProperty('disabled', false);
    for (let s = 4; s < 24; s++) FakeStream.tell('d', { atMs: s * 1000, grams: 60 + 0.03 * (s - 4), stable: true });
    expect(panel.getByRole('alert').textContent).toMatch(/Its zero runs away: 1\.\d g in a minute/);
    expect(take()).toHaveProperty('disabled', true);
    // touched anew it is judged anew
    FakeStream.tell('d', { atMs: 25_000, grams: 0, stable: true });
    expect(panel.queryByRole('alert')).toBeNull();
  });
});

describe('a camera', () => {
  const Shot = ({ onPhoto }: { readonly onPhoto: (photo: Blob) => void }) => {
    const camera = useCameraShot(onPhoto);
    return camera ? (
      <button type="button" onClick={() => camera.shoot({ batchId: 'b' })}>
        shoot
      </button>
    ) : null;
  };
  it('that the page has not heard yet never passes its last photo off as the new one', async () => {
    const camera = device({ kind: 'camera', name: 'Camera', last: { atMs: 0, photo: 4 } });
    listening();
    const asked: string[] = [];
    vi.stubGlobal('fetch', async (input: Request | string) => {
      const { pathname } = new URL(typeof input === 'string' ? input : input.url, 'http://localhost');
      asked.push(pathname);
      return Response.json(pathname === '/api/devices' ? { devices: [camera] } : { ok: true });
    });
    const onPhoto = vi.fn();
    render(
      <Provider store={store}>
        <Shot onPhoto={onPhoto} />
      </Provider>,
    );
    fireEvent.click(await screen.findByText('shoot'));
    FakeStream.tell('d', { photo: 4 });
    await waitFor(() => expect(asked).toContain('/api/devices/d/press'));
    expect(asked).not.toContain('/api/devices/d/photo');
    FakeStream.tell('d', { photo: 5 });
    await waitFor(() => expect(onPhoto).toHaveBeenCalledTimes(1));
  });
});
