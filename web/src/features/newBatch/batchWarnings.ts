import type { BenchReply, Resin } from '@north-step/contract';
import { carryOverWarnings } from '@north-step/core/care';
import { isAlcohol } from '@north-step/core/liquids';
import type { BatchPlan } from '@north-step/core/plan';
import type { ResinCard } from '@north-step/core/resin';

/** What a batch of this resin would meet in the baths of its plan: other resins' stains and grit, weak alcohol. */
export function batchWarnings(
  card: ResinCard | undefined,
  plan: BatchPlan | undefined,
  bench: BenchReply,
  resins: readonly Resin[],
): readonly string[] {
  if (!card || !plan) return [];
  const cards = resins.map((resin) => resin.card);
  const used = new Set(plan.stages.map(({ station }) => bench.stations.find(({ id }) => id === station)?.vesselId));
  return bench.vessels
    .filter(({ id }) => used.has(id))
    .flatMap(({ id, name, solvent }) => {
      const note = bench.care[id];
      if (!note) return [];
      const strength = isAlcohol(solvent) ? { strengthPctW: note.strengthPctW } : {};
      return carryOverWarnings(card, { name, ...strength, resinsG: note.resinsG }, cards);
    });
}
