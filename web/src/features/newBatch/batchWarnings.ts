import type { BenchReply, Resin } from '@north-step/contract';
import { carryOverWarnings } from '@north-step/core/care';
import type { ResinCard } from '@north-step/core/resin';

/** What a batch of this resin would meet in the two baths: other resins' stains and grit, weak alcohol. */
export function batchWarnings(
  card: ResinCard | undefined,
  bench: BenchReply,
  resins: readonly Resin[],
): readonly string[] {
  if (!card) return [];
  const cards = resins.map((resin) => resin.card);
  return bench.vessels
    .filter((vessel) => vessel.line !== null && vessel.line.place !== null && card.solvents.includes(vessel.solvent))
    .flatMap((vessel) => {
      const note = bench.care[vessel.id];
      if (!note) return [];
      return carryOverWarnings(
        card,
        { name: vessel.name, strengthPctW: note.strengthPctW, resinsG: note.resinsG },
        cards,
      );
    });
}
