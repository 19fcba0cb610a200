import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { BatchState } from '@north-step/core/batch';
import { currentStep } from '@north-step/core/batch';
import { type Db, openDb, sql } from '@north-step/server';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tellStory } from './story.ts';

/** A Monday at ten in the morning, in whatever zone the test runs. */
const NOW_MS = new Date(2026, 4, 4, 10, 0, 0).getTime();
let folder: string;
let db: Db;

beforeAll(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-story-'));
  const { makeRoom, templateFolder } = await import('../../server/src/testing/template.ts');
  cpSync(await templateFolder(), folder, { recursive: true });
  db = await openDb(folder);
  await makeRoom(db);
  await tellStory(db, { nowMs: NOW_MS, days: 2 });
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the demo story', () => {
  it('ends with five batches alive at five different stations', async () => {
    const open = (await db.many<{ state: BatchState }>(sql`SELECT state FROM batch WHERE sealed_at IS NULL`)).map(
      (row) => currentStep(row.state)!,
    );
    expect(open.map((step) => step.station).sort()).toEqual([
      'drip-rack',
      'dry-rack',
      'lamp-box',
      'trim-mat',
      'wash-2',
    ]);
    expect(open.every((step) => step.state === 'running')).toBe(true);
  });
  it('seals every earlier batch without breaking an exposure cap or curing one wet', async () => {
    const sealed = (await db.many<{ state: BatchState }>(sql`SELECT state FROM batch WHERE sealed_at IS NOT NULL`)).map(
      (row) => row.state,
    );
    expect(sealed.length).toBeGreaterThan(10);
    for (const batch of sealed) {
      const washedS = batch.steps
        .filter((s) => s.kind === 'wash')
        .reduce((sum, s) => sum + (s.endedAtMs! - s.startedAtMs!) / 1000, 0);
      expect(washedS).toBeLessThan(batch.card.exposureCapS + 15);
      const kinds = batch.steps.map((s) => s.kind);
      // schools that light without a look of their own are warned of in the route
      if (['water-at-once', 'detergent-machine', 'unattended'].includes(batch.route!.id)) continue;
      for (const [at, kind] of kinds.entries()) {
        if (kind !== 'cure') continue;
        const before = kinds.slice(0, at);
        expect(before.lastIndexOf('look-matte')).toBeGreaterThan(before.lastIndexOf('wash'));
      }
    }
  });
  it('balances to the milligram', async () => {
    const { mg } = await db.one<{ mg: bigint }>(
      sql`SELECT ((SELECT sum(solvent_mg + water_mg + resin_mg) FROM vessel) + (SELECT sum(solvent_mg + water_mg + resin_mg) FROM sink))::bigint AS mg`,
    );
    expect(mg).toBe(0n);
  });
  it('never happens in the future', async () => {
    const { late } = await db.one<{ late: bigint }>(
      sql`SELECT count(*) AS late FROM event WHERE at > ${new Date(NOW_MS)}`,
    );
    expect(late).toBe(0n);
  });
});
