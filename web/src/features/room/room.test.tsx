import type { RoomReply } from '@north-step/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, failure, leavePage, showPage } from '../../testing/page.tsx';

afterEach(leavePage);
const room: RoomReply = {
  room: {
    workshop: 'Test bench',
    roomC: 22,
    humidityPct: 50,
    dryAir: 'still',
    spaces: { wash: { 'wash-1': { openingMm: [200, 150], depthMm: 120, impellerMm: 20 } } },
    prices: { freshPerL: 4.6, disposePerL: 1.2, reclaimPerL: 1.2 },
  },
  stations: [
    { id: 'wash-1', name: 'Wash 1', kind: 'wash' },
    { id: 'lamp-box', name: 'Lamp box', kind: 'box' },
  ],
  changedAtMs: null,
  changedBy: null,
};
const show = (over: object = {}) => showPage('/room', { '/api/bench': benchReply([]), '/api/room': room, ...over });

describe('the room page', () => {
  it('offers to keep only what was changed, and lets it be left', async () => {
    show();
    await screen.findByRole('heading', { level: 1, name: 'Test bench: 22 °C, 50 % humid.' });
    expect(screen.queryByRole('button', { name: 'Keep' })).toBeNull();
    fireEvent.change(screen.getByLabelText('room, °C'), { target: { value: '18' } });
    fireEvent.click(screen.getByRole('button', { name: 'Leave it' }));
    expect(screen.getByLabelText('room, °C')).toHaveProperty('value', '22');
  });
  it('sends sizes of a station that had none, a basket, and prices, as one saying', async () => {
    const { posted } = show();
    fireEvent.click(await screen.findByRole('button', { name: 'Give the sizes of lamp box' }));
    const inside = within(screen.getByRole('group', { name: 'inside' }));
    fireEvent.change(inside.getByLabelText('high, mm'), { target: { value: '90' } });
    fireEvent.click(screen.getByRole('button', { name: 'It has a basket' }));
    fireEvent.change(screen.getByLabelText('fresh solvent, a litre'), { target: { value: '9' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(posted).toHaveLength(1));
    expect(posted[0]!.body.room).toMatchObject({
      spaces: {
        boxes: { 'lamp-box': [200, 200, 90] },
        wash: { 'wash-1': { depthMm: 120, basket: { meshMm: 5 } } },
      },
      prices: { freshPerL: 9 },
    });
  });
  it('warns of warm air, and keeps what was typed when the server refuses', async () => {
    const { posted } = show({ '/api/room': room });
    fireEvent.click(await screen.findByRole('radio', { name: 'warm' }));
    expect(screen.getByText(/fire risk/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(posted[0]!.body.room).toMatchObject({ dryAir: 'warm' }));
  });
  it('says so when the server gives no room', async () => {
    show({ '/api/room': failure(500, { code: 'UNEXPECTED', message: 'x' }) });
    expect((await screen.findByRole('alert')).textContent).toContain('did not give the room');
  });
});

describe('how the workshop works', () => {
  it('is said by what it prefers, what it is reminded of and its hours, and sent as one saying', async () => {
    const { posted } = show();
    const ways = within(await screen.findByRole('region', { name: 'How this workshop works' }));
    fireEvent.change(ways.getByLabelText('Supports come off'), { target: { value: 'after cure' } });
    fireEvent.change(ways.getByLabelText('Heat'), { target: { value: 'none' } });
    fireEvent.change(ways.getByLabelText('Heat'), { target: { value: '' } });
    fireEvent.click(ways.getByRole('checkbox', { name: /look again at parts/ }));
    fireEvent.change(ways.getByLabelText('Time zone'), { target: { value: 'Europe/Lisbon' } });
    fireEvent.change(ways.getByLabelText('and ends at'), { target: { value: '17:30' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(posted).toHaveLength(1));
    expect(posted[0]!.body.room).toMatchObject({
      schools: { supports: 'after cure' },
      ways: { zone: 'Europe/Lisbon', closesMin: 1050, silent: ['look'] },
    });
    expect((posted[0]!.body.room as { schools: object }).schools).not.toHaveProperty('heat');
  });
});
