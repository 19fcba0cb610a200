import type { History, HistoryItem } from '@north-step/core/estimate';
import { makeRandom } from '@north-step/core/maths';

const DAY_MS = 86_400_000;

/** A year for timing: 5,000 events over four vessels, 300 of them pairs of washes, and a reading a week. */
export function longYear(seed = 1, particles = 2000): History {
  const random = makeRandom(seed);
  const baths = ['first', 'clean', 'rinse', 'drum'];
  const items: HistoryItem[] = [];
  const events = 5000;
  for (let n = 0; n < events; n++) {
    const atMs = (n * 365 * DAY_MS) / events;
    const id = `e${n}`;
    if (n % 500 === 0)
      items.push({
        type: 'event',
        event: {
          id,
          atMs,
          kind: 'rotate',
          first: 'first',
          second: 'clean',
          drum: 'drum',
          solventG: 3500,
          waterG: 60,
          resinG: 0,
        },
      });
    else if (n % 16 < 2) {
      const bath = n % 16 === 0 ? 'first' : 'clean';
      const carried = bath === 'clean' ? { carriedG: 8, carriedFrom: 'first' } : { carriedG: 0 };
      const resinG = bath === 'first' ? random.between(2, 9) : random.between(0.1, 0.4);
      const resin = random.pick(['grey', 'tough', 'clear', 'soft']);
      items.push({
        type: 'event',
        event: { id, atMs, kind: 'wash', bath, resin, resinG, ...carried, dragOutG: 8, lostSolventG: 1, lostWaterG: 0 },
      });
    } else
      items.push({
        type: 'event',
        event: { id, atMs, kind: 'evaporate', bath: baths[n % 4]!, solventG: 0.5, waterG: -0.02 },
      });
    if (n % 96 === 95)
      items.push({
        type: 'reading',
        reading: {
          id: `r${n}`,
          atMs,
          bath: n % 192 === 95 ? 'first' : 'clean',
          kind: 'residue',
          sampleMl: 10,
          residueG: 0.3,
        },
      });
  }
  return {
    baths: baths.map((id) => ({ id, solvent: 'isopropanol', solventG: 3500, waterG: 50, resinG: 0 })),
    items,
    seed,
    particles,
  };
}
