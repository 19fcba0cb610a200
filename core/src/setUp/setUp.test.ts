import { describe, expect, it } from 'vitest';
import type { BatchState } from '../batch/index.ts';
import { type BenchNow, lampNow, sunNow } from '../bench/index.ts';
import { describedMWPerCm2, MIDDLE_SPOT } from '../light/index.ts';
import { newBatch } from '../plan/index.ts';
import { cardOfSheet, type SheetSays, validateCard } from '../resin/index.ts';
import { usualRoute } from '../route/index.ts';
import { play, testPart } from '../testing/index.ts';
import { BENCH_PRESET_IDS, type BenchPreset, benchOf } from './index.ts';

const JUNE_NOON_MS = Date.UTC(2026, 5, 21, 12);
/** A bench as it is once its baths are filled with fresh liquid. */
function benchNowOf(preset: BenchPreset): BenchNow {
  const { stations, vessels, lines, lamps } = benchOf(preset);
  const at = (vesselId: string) => stations.find((station) => station.vesselId === vesselId)!.id;
  const nameOf = (stationId: string) => stations.find(({ id }) => id === stationId)!.name;
  return {
    roomC: 21,
    humidityPct: 50,
    dryAir: 'still',
    stations,
    lines: lines.map(({ id, name, baths }) => ({ id, name, baths: baths.map(at) })),
    baths: Object.fromEntries(
      vessels.flatMap(({ id, name, kind, solvent, agitation }) =>
        kind === 'bath' ? [[at(id), { name, solvent, agitation, loadPctW: 0, strengthPctW: 98 }]] : [],
      ),
    ),
    lamps: Object.fromEntries(
      lamps.map(({ stationId, lamp }) => [
        stationId,
        lamp.kind === 'sun'
          ? sunNow(nameOf(stationId), lamp, { latDeg: 50, lonDeg: 0, atMs: JUNE_NOON_MS })
          : lampNow(nameOf(stationId), lamp, describedMWPerCm2(lamp)[MIDDLE_SPOT]!),
      ]),
    ),
  };
}

describe('a bench to begin with', () => {
  it.each(BENCH_PRESET_IDS)('%s: runs a batch from hanging to its seal, with nothing else known', (preset) => {
    const bench = benchNowOf(preset);
    const card = cardOfSheet(
      { name: 'First', family: preset === 'water only' ? 'water-wash' : 'standard opaque' },
      'first',
    );
    const asked = { card, part: testPart, bench };
    const request = { ...asked, count: 2, dripS: 300, plateAreaMm2: 5000, route: usualRoute(asked) };
    const hung = newBatch(request, { id: 'b', name: 'Tern 1', lot: 'L', createdAtMs: 0 });
    expect(hung.steps.map(({ station }) => station)).not.toContain('');
    const done = ({ steps }: BatchState) => steps.every(({ state }) => state === 'done');
    expect(play(hung, done, 0, bench).batch.steps.at(-1)!.kind).toBe('seal');
    // an undescribed lamp is only known to a third: its range says so
    for (const lamp of Object.values(bench.lamps)) expect(lamp.doubtShare).toBeGreaterThan(0.3);
  });
  it('has ids of its own, each once, and a vessel wherever parts go into liquid', () => {
    for (const preset of BENCH_PRESET_IDS) {
      const { stations, vessels, lines } = benchOf(preset);
      const ids = [...stations, ...vessels, ...lines].map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
      const wet = stations.filter(({ kind }) => ['bath', 'jar', 'bowl', 'tank'].includes(kind));
      expect(wet.every(({ vesselId }) => vessels.some(({ id }) => id === vesselId))).toBe(true);
    }
  });
});

describe('a first card of a resin', () => {
  const says = (over: Partial<SheetSays>) => cardOfSheet({ name: ' Plain Slate ', family: 'tough', ...over }, 'slate');
  it('is what the sheet says over what its family is usually like', () => {
    expect(says({})).toMatchObject({ name: 'Plain Slate', viscosityMPaS25: 850, version: 1 });
    expect(says({ viscosityMPaS25: 400, exposureCapS: 300, cardCureS: 600, cardMWPerCm2: 5 })).toMatchObject({
      viscosityMPaS25: 400,
      exposureCapS: 300,
      cardCureS: 600,
      cardLight: { mWPerCm2: 5 },
    });
  });
  it('can be used, whatever the family', () => {
    for (const family of ['clear', 'flexible', 'filled', 'casting pattern', 'water-wash', 'high-temperature'] as const)
      expect(validateCard(says({ family })), family).toEqual([]);
    expect(says({ family: 'casting pattern' })).toMatchObject({ cureMedium: 'glycerine', changesColour: true });
    expect(says({ family: 'filled' })).toMatchObject({ leavesGrit: true, stainsBath: true });
  });
});
