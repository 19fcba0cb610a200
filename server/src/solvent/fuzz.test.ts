import type { PostingReply, SolventReply } from '@north-step/contract';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());

const VESSELS = ['can', 'w1', 'w2', 'drum', 'bottle'] as const;
const id = fc.constantFrom(...VESSELS);
const ml = fc.integer({ min: 1, max: 9000 });
const deed = fc.oneof(
  fc.record({ url: fc.constant('fill'), vesselId: id, volumeMl: ml, strengthPct: fc.integer({ min: 0, max: 100 }) }),
  fc.record({ url: fc.constant('fill'), vesselId: id, volumeMl: ml, fromVesselId: id }),
  fc.record({ url: fc.constant('discard'), vesselId: id, volumeMl: ml, to: fc.constantFrom('spilled', 'disposed') }),
  fc.record({ url: fc.constant('count'), vesselId: id, volumeMl: ml }),
  fc.record({ url: fc.constant('refill'), vesselId: id, toVesselId: id, fromVesselId: id }),
  fc.record({ url: fc.constant('rotate'), freshMl: ml, fromVesselId: id }),
  fc.record({
    url: fc.constant('blend'),
    intoVesselId: id,
    pours: fc.array(fc.record({ fromVesselId: id, grams: fc.integer({ min: 1, max: 4000 }) }), {
      minLength: 1,
      maxLength: 3,
    }),
  }),
);

describe('random movements', () => {
  it('keep every sum at zero and every vessel within its walls; a refusal changes nothing; taking back restores', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(deed, { minLength: 1, maxLength: 6 }), async (deeds) => {
        for (const { url, ...body } of deeds) {
          const before = await t.get<SolventReply>('/api/solvent');
          const reply = await t.post(`/api/solvent/${url}`, body);
          const after = await t.get<SolventReply>('/api/solvent');
          expect(after.residualMg).toBe(0);
          for (const vessel of after.vessels) {
            expect(Math.min(vessel.solventG, vessel.waterG, vessel.resinG)).toBeGreaterThanOrEqual(0);
            expect(vessel.volumeMl).toBeLessThanOrEqual(vessel.capacityMl * 1.002);
          }
          if (reply.status !== 200) {
            expect([400, 409, 422]).toContain(reply.status);
            expect(reply.body.error.message.length).toBeGreaterThan(10);
            expect(after).toEqual(before);
            continue;
          }
          const back = await t.post('/api/solvent/reverse', { postingId: (reply.body as PostingReply).postingId });
          expect(back.status).toBe(200);
          const restored = await t.get<SolventReply>('/api/solvent');
          expect(restored.vessels.map(({ solventG, waterG, resinG }) => [solventG, waterG, resinG])).toEqual(
            before.vessels.map(({ solventG, waterG, resinG }) => [solventG, waterG, resinG]),
          );
          await t.post(`/api/solvent/${url}`, body);
        }
      }),
      { numRuns: 12, endOnFailure: true, seed: 20_417 },
    );
    const rows = await t.db.many(sql`
      SELECT v.id FROM vessel v LEFT JOIN ledger_line l ON l.account = v.id GROUP BY v.id
      HAVING v.solvent_mg <> coalesce(sum(l.solvent_mg), 0) OR v.water_mg <> coalesce(sum(l.water_mg), 0) OR v.resin_mg <> coalesce(sum(l.resin_mg), 0)`);
    expect(rows).toEqual([]);
  }, 120_000);
});
