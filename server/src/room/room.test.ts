import type { BenchReply, RoomReply, ShiftNotesReply } from '@north-step/contract';
import { schoolsOf, templateById } from '@north-step/core/route';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { TestBench } from '../testing/bench.ts';
import { ownBench } from '../testing/ownBench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());

describe('notes for the next shift', () => {
  it('are kept once, newest first, and never changed', async () => {
    const command = { commandId: 'note-once-1', text: 'Wash 2 is weak, read it first' };
    await t.must('/api/shift-notes', command);
    await t.must('/api/shift-notes', command);
    await t.must('/api/shift-notes', { text: 'Key of the drum is with Ines' });
    const { notes } = await t.get<ShiftNotesReply>('/api/shift-notes');
    expect(notes.map(({ text, by }) => [text, by])).toEqual([
      ['Key of the drum is with Ines', 'Ada B.'],
      ['Wash 2 is weak, read it first', 'Ada B.'],
    ]);
    await expect(t.db.many(sql`UPDATE shift_note SET text = ''`)).rejects.toThrow();
    expect((await t.post('/api/shift-notes', { text: '' })).status).toBe(400);
  });
});

describe('the room', () => {
  it('is said anew, is used at once, and every saying stays a fact', async () => {
    const t = await ownBench();
    const before = await t.get<RoomReply>('/api/room');
    expect(before).toMatchObject({ changedAtMs: null, room: { prices: { freshPerL: 4.6 } } });
    const room = {
      ...before.room,
      roomC: 17.5,
      dryAir: 'fan',
      lightCosts: { lookS: 60, spoiledS: 14_400 },
      spaces: { plate: { sizeMm: [120, 70], mountMm: 40 }, boxes: { 'lamp-box': [180, 180, 190] } },
      prices: { freshPerL: 9, disposePerL: 2, reclaimPerL: 1 },
    };
    const after = await t.must<RoomReply>('/api/room', { room });
    expect(after).toMatchObject({ room, changedBy: 'Ada B.' });
    const { bench } = await t.bench();
    expect(bench).toMatchObject({ roomC: 17.5, dryAir: 'fan', spaces: room.spaces, lightCosts: room.lightCosts });
    const facts = await t.db.many<{ key: string }>(sql`SELECT key FROM setting_event ORDER BY seq`);
    expect(facts.map(({ key }) => key)).toEqual(['bench', 'prices']);
    await expect(t.db.many(sql`DELETE FROM setting_event`)).rejects.toThrow();
  });
  it.each([
    ['an impeller above the rim', { wash: { 'wash-1': { openingMm: [200, 150], depthMm: 90, impellerMm: 95 } } }, 422],
    [
      'a basket wider than its tub',
      {
        wash: {
          'wash-1': {
            openingMm: [100, 100],
            depthMm: 90,
            impellerMm: 5,
            basket: { sizeMm: [150, 90, 60], meshMm: 4 },
          },
        },
      },
      422,
    ],
    ['a lamp of no size', { boxes: { 'lamp-box': [0, 100, 100] } }, 422],
    ['a size of text', { boxes: { 'lamp-box': ['wide', 100, 100] } }, 400],
  ])('with %s is refused by field and left as it was', async (_, spaces, status) => {
    const before = await t.get<RoomReply>('/api/room');
    const reply = await t.post('/api/room', { room: { ...before.room, spaces } });
    expect(reply.status).toBe(status);
    expect((reply.body as { error: { field: string } }).error.field).toContain('room.spaces');
    expect(await t.get<RoomReply>('/api/room')).toEqual(before);
  });
});

describe('how a workshop works', () => {
  it('its zone is kept, is the day of its papers, and is refused where nobody knows it', async () => {
    const before = process.env.TZ;
    const { room } = await t.get<RoomReply>('/api/room');
    const ways = { zone: 'Asia/Tokyo', dates: 'de-DE', opensMin: 480, closesMin: 1020, silent: ['meter' as const] };
    const schools = { supports: 'after cure' as const };
    await t.must('/api/room', { room: { ...room, ways, schools } });
    const bench = await t.get<BenchReply>('/api/bench');
    expect([bench.ways, bench.bench.schools]).toEqual([ways, schools]);
    expect(new Date(Date.UTC(2026, 5, 21, 16)).getDate()).toBe(22);
    const hung = await t.newBatch();
    expect(schoolsOf(templateById(hung.route!.id)!).supports).toBe('after cure');
    const strange = await t.post('/api/room', { room: { ...room, ways: { zone: 'Middle/Earth' } } });
    expect([strange.status, strange.body.error.field]).toEqual([422, 'room.ways.zone']);
    expect((await t.get<RoomReply>('/api/room')).room.ways).toEqual(ways);
    await t.must('/api/room', { room: { ...room, ways: {}, schools: {} } });
    expect((await t.get<BenchReply>('/api/bench')).bench.schools).toEqual({});
    expect(process.env.TZ).toBe(before);
  });
});
