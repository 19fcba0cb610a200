import type { PostingReply, SolventReply } from '@north-step/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());
let before: SolventReply;
beforeEach(async () => {
  before = await t.get<SolventReply>('/api/solvent');
});
const vessels = async () =>
  Object.fromEntries((await t.get<SolventReply>('/api/solvent')).vessels.map((v) => [v.id, v]));

describe('solvent', () => {
  it('knows that a label by volume is weaker by weight', async () => {
    const label = { volumeMl: 1000, strengthPct: 91, strengthBy: 'volume' };
    const { postingId } = await t.must<PostingReply>('/api/solvent/fill', { vesselId: 'bottle', ...label });
    expect((await vessels()).bottle!.strengthPctW).toBeCloseTo(87.7, 0);
    expect((await vessels()).bottle!.volumeMl).toBeCloseTo(1000, 0);
    await t.must('/api/solvent/reverse', { postingId });
  });
  it('rotates in one posting, and takes it back with its mirror image', async () => {
    const { postingId } = await t.must<PostingReply>('/api/solvent/rotate', { freshMl: 4500, fromVesselId: 'can' });
    const after = await vessels();
    expect(after.drum!.volumeMl).toBeCloseTo(4500, -1);
    expect(after.w1!.solventG).toBeCloseTo(before.vessels.find((v) => v.id === 'w2')!.solventG, 6);
    await t.must('/api/solvent/reverse', { postingId });
    const restored = await t.get<SolventReply>('/api/solvent');
    expect(restored.vessels).toEqual(before.vessels);
    expect(restored.residualMg).toBe(0);
    const twice = await t.post('/api/solvent/reverse', { postingId });
    expect([twice.status, twice.body.error.code]).toEqual([409, 'ALREADY_REVERSED']);
    const reversal = restored.movements.find((m) => m.reverses === postingId)!;
    expect((await t.post('/api/solvent/reverse', { postingId: reversal.id })).body.error.code).toBe(
      'REVERSAL_OF_REVERSAL',
    );
  });
  it('blends two vessels into one by weight, marks it, and takes both back', async () => {
    const clean = { vesselId: 'bottle', volumeMl: 900, strengthPct: 90 };
    const filled = await t.must<PostingReply>('/api/solvent/fill', clean);
    const pours = [
      { fromVesselId: 'can', grams: 200 },
      { fromVesselId: 'bottle', grams: 100 },
    ];
    const { postingId } = await t.must<PostingReply>('/api/solvent/blend', { intoVesselId: 'w2', pours });
    const held = (of: SolventReply, id: string) => of.vessels.find((v) => v.id === id)!;
    const after = await t.get<SolventReply>('/api/solvent');
    const mass = (v: { solventG: number; waterG: number; resinG: number }) => v.solventG + v.waterG + v.resinG;
    expect(mass(held(after, 'w2')) - mass(held(before, 'w2'))).toBeCloseTo(300, 3);
    expect(after.residualMg).toBe(0);
    await t.must('/api/solvent/reverse', { postingId });
    expect(held(await t.get<SolventReply>('/api/solvent'), 'w2')).toEqual(held(before, 'w2'));
    await t.must('/api/solvent/reverse', { postingId: filled.postingId });
  });
  it.each([
    [
      'more than fits',
      '/api/solvent/fill',
      { vesselId: 'w2', volumeMl: 4000, fromVesselId: 'can' },
      422,
      'OVER_CAPACITY',
    ],
    [
      'more than there is',
      '/api/solvent/fill',
      { vesselId: 'can', volumeMl: 9000, fromVesselId: 'bottle' },
      409,
      'VESSEL_OVERDRAWN',
    ],
    ['strength over 100 %', '/api/solvent/fill', { vesselId: 'can', volumeMl: 10, strengthPct: 120 }, 400, 'BAD_INPUT'],
    ['an unknown vessel', '/api/solvent/fill', { vesselId: 'sea', volumeMl: 10 }, 404, 'UNKNOWN_ID'],
    [
      'itself into itself',
      '/api/solvent/fill',
      { vesselId: 'can', volumeMl: 10, fromVesselId: 'can' },
      422,
      'BAD_VALUE',
    ],
    ['dirty solvent as fresh', '/api/solvent/rotate', { freshMl: 100, fromVesselId: 'drum' }, 422, 'BAD_VALUE'],
    [
      'more poured than there is',
      '/api/solvent/blend',
      { intoVesselId: 'w2', pours: [{ fromVesselId: 'bottle', grams: 90_000 }] },
      409,
      'VESSEL_OVERDRAWN',
    ],
    ['an unknown movement', '/api/solvent/reverse', { postingId: 'nope' }, 404, 'UNKNOWN_ID'],
  ])('refuses %s and moves nothing', async (_, url, body, status, code) => {
    const reply = await t.post(url, body);
    expect([reply.status, reply.body.error.code]).toEqual([status, code]);
    expect((await t.get<SolventReply>('/api/solvent')).vessels).toEqual(before.vessels);
  });
});

describe('the database itself', () => {
  const posting = (id: string, lines: readonly (readonly [string, bigint])[]) =>
    t.db.transaction(async (tx) => {
      await tx.many(
        sql`INSERT INTO ledger_posting (id, at, kind, note, by, command_id) VALUES (${id}, now(), 'test', '', 'x', 'x')`,
      );
      for (const [account, mg] of lines)
        await tx.many(sql`INSERT INTO ledger_line VALUES (${id}, ${account}, ${mg.toString()}, 0, 0)`);
    });
  it.each([
    ['a posting that does not sum to nothing', [['w1', 5n]], /LEDGER_UNBALANCED/],
    [
      'a vessel below zero',
      [
        ['w1', -(10n ** 12n)],
        ['disposed', 10n ** 12n],
      ],
      /vessel_overdrawn/,
    ],
    [
      'an account nobody knows',
      [
        ['moon', 5n],
        ['supply', -5n],
      ],
      /ledger_unknown_account/,
    ],
  ] as const)('refuses %s', async (_, lines, message) => {
    await expect(posting(`t-${message.source}`, lines)).rejects.toThrow(message);
    expect((await t.get<SolventReply>('/api/solvent')).vessels).toEqual(before.vessels);
  });
  it('holds in every vessel exactly what its lines add up to', async () => {
    const rows = await t.db.many(sql`
      SELECT v.id FROM vessel v LEFT JOIN ledger_line l ON l.account = v.id GROUP BY v.id
      HAVING v.solvent_mg <> coalesce(sum(l.solvent_mg), 0) OR v.water_mg <> coalesce(sum(l.water_mg), 0) OR v.resin_mg <> coalesce(sum(l.resin_mg), 0)`);
    expect(rows).toEqual([]);
  });
});
