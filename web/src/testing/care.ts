import type { BathCare, CareReply, ReadingRow } from '@north-step/contract';
import { bathLimit, careReport } from '@north-step/core/care';
import { type HistoryItem, Replayer } from '@north-step/core/estimate';
import { DEFAULT_PRICES } from '@north-step/core/prices';
import { testCard } from '@north-step/core/testing';

const DAY_MS = 86_400_000;

/** A bath's care as the server would work it out: 40 batches in as many days, and any readings given. */
export function bathCare(over: Partial<BathCare> = {}, residuesG: readonly number[] = []): BathCare {
  const nowMs = Date.now();
  const startMs = nowMs - 40 * DAY_MS;
  const washes = Array.from({ length: 40 }, (_, n) => ({
    atMs: startMs + n * DAY_MS,
    batchId: `b${n}`,
    batchName: `Tern ${n}`,
    resinG: 6,
  }));
  const items: HistoryItem[] = washes.map(({ atMs }, n) => ({
    type: 'event',
    event: {
      id: `w${n}`,
      atMs,
      kind: 'wash',
      bath: 'w1',
      resin: 'grey',
      resinG: 6,
      carriedG: 0,
      dragOutG: 8,
      lostSolventG: 1,
      lostWaterG: 0,
    },
  }));
  const reads = residuesG.map((residueG, n) => ({
    id: `r${n}`,
    atMs: nowMs - 2000 + n,
    bath: 'w1',
    kind: 'residue' as const,
    sampleMl: 10,
    residueG,
  }));
  items.push(...reads.map((reading): HistoryItem => ({ type: 'reading', reading })));
  const shop = { solvent: 'isopropanol', agitation: ['impeller', 'impeller'], roomC: 22 } as const;
  const limit = bathLimit([testCard], 'first', shop);
  const replayed = new Replayer().run({
    baths: [{ id: 'w1', solvent: 'isopropanol', solventG: 3500, waterG: 60, resinG: 0 }],
    items,
    seed: 1,
    particles: 500,
  });
  const [{ id: _, ...report }] = careReport(replayed, items, {
    nowMs,
    prices: DEFAULT_PRICES,
    names: { w1: 'Wash 1', grey: 'Grey' },
    sources: [
      { name: 'Fresh can', availableMl: 9000, strengthPctW: 99, loadPctW: 0, reclaimed: false, solvent: 'isopropanol' },
    ],
    baths: [{ id: 'w1', name: 'Wash 1', solvent: 'isopropanol', capacityMl: 5000, limit }],
  }) as [ReturnType<typeof careReport>[number]];
  const readings = reads.map(
    (read, n): ReadingRow => ({
      id: read.id,
      atMs: read.atMs,
      by: 'Ada B.',
      raw: { kind: 'residue', sampleMl: 10, residueG: read.residueG },
      loadPctW: 12.2 * read.residueG,
      sdPctW: 0.3,
      note: '',
      verdict: null,
      surprise: replayed.verdicts[n]!.surprise,
      expectedPctW: replayed.verdicts[n]!.expectedPctW,
    }),
  );
  return {
    ...report,
    vesselId: 'w1',
    limit,
    resinsG: { grey: 230, filled: 12 },
    lastReadingMs: null,
    lastFillMs: startMs,
    washes,
    readings,
    ...over,
  };
}
export const careReply = (...baths: BathCare[]): CareReply => ({ nowMs: Date.now(), baths });
