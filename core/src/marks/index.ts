import type { BathDeed } from '../estimate/index.ts';

/** A vessel before a posting: its mass, and how much of that came back by reclaiming, 0–1. */
export type Marked = { readonly massG: number; readonly share: number };

/**
 * The mark "reclaimed" stays with the liquid: what vessels carry of it after some deeds.
 * @returns the new share of every vessel whose mix was changed
 */
export function marksAfter(
  before: ReadonlyMap<string, Marked>,
  deeds: readonly BathDeed[],
): ReadonlyMap<string, number> {
  const now = new Map(before);
  const of = (id: string): Marked => now.get(id) ?? { massG: 0, share: 0 };
  const pour = (to: string, massG: number, share: number): void => {
    const held = of(to);
    const total = held.massG + massG;
    now.set(to, { massG: total, share: total > 0 ? (held.massG * held.share + massG * share) / total : 0 });
  };
  const lose = (id: string, massG: number): void => {
    const held = of(id);
    now.set(id, { ...held, massG: Math.max(0, held.massG - massG) });
  };
  for (const deed of deeds) {
    switch (deed.kind) {
      case 'fill':
        pour(deed.bath, deed.solventG + deed.waterG + deed.resinG, deed.reclaimed ? 1 : 0);
        break;
      case 'transfer':
        pour(deed.to, deed.massG, of(deed.from).share);
        lose(deed.from, deed.massG);
        break;
      case 'remove':
        lose(deed.bath, deed.massG);
        break;
      case 'empty': {
        const held = of(deed.bath);
        if (deed.to !== undefined) pour(deed.to, held.massG, held.share);
        now.set(deed.bath, { massG: 0, share: 0 });
        break;
      }
      case 'rotate': {
        const [first, second] = [of(deed.first), of(deed.second)];
        if (deed.drum !== undefined) pour(deed.drum, first.massG, first.share);
        now.set(deed.first, second);
        now.set(deed.second, { massG: 0, share: 0 });
        pour(deed.second, deed.solventG + deed.waterG + deed.resinG, 0);
        break;
      }
      case 'wash':
      case 'evaporate':
        break;
    }
  }
  return new Map(
    [...now].filter(([id, { share }]) => share !== (before.get(id)?.share ?? 0)).map(([id, { share }]) => [id, share]),
  );
}
