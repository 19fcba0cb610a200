import type { BathEvent } from '../estimate/index.ts';
import type { ResinCard } from '../resin/index.ts';

/** Grams of each resin in each vessel. */
export type Mix = ReadonlyMap<string, ReadonlyMap<string, number>>;
type Held = { massG: number; readonly resins: Map<string, number> };

/** Follows every resin through washes, pours and rotations, by the book. Drag-out carries the mix of the bath it leaves. */
export function resinMix(events: readonly BathEvent[]): Mix {
  const held = new Map<string, Held>();
  const at = (id: string): Held => {
    const known = held.get(id);
    if (known) return known;
    const made = { massG: 0, resins: new Map<string, number>() };
    held.set(id, made);
    return made;
  };
  const move = (from: string, to: string | undefined, massG: number): void => {
    const source = at(from);
    const share = source.massG > 0 ? Math.min(1, massG / source.massG) : 0;
    const target = to === undefined ? undefined : at(to);
    for (const [resin, grams] of source.resins) {
      source.resins.set(resin, grams * (1 - share));
      target?.resins.set(resin, (target.resins.get(resin) ?? 0) + grams * share);
    }
    if (target) target.massG += source.massG * share;
    source.massG *= 1 - share;
  };
  const everything = (id: string): number => at(id).massG;
  for (const event of events) {
    switch (event.kind) {
      case 'fill':
        at(event.bath).massG += event.solventG + event.waterG + event.resinG;
        break;
      case 'wash': {
        // the drag-out left the earlier bath at its own wash; here only its mix comes in
        const bath = at(event.bath);
        const carrier = event.carriedFrom === undefined ? undefined : at(event.carriedFrom);
        if (carrier && carrier.massG > 0)
          for (const [resin, grams] of carrier.resins)
            bath.resins.set(resin, (bath.resins.get(resin) ?? 0) + (grams * event.carriedG) / carrier.massG);
        bath.resins.set(event.resin, (bath.resins.get(event.resin) ?? 0) + event.resinG);
        bath.massG += event.resinG + event.carriedG - event.lostSolventG - event.lostWaterG;
        move(event.bath, undefined, event.dragOutG);
        break;
      }
      case 'evaporate':
        at(event.bath).massG = Math.max(0, at(event.bath).massG - event.solventG - event.waterG);
        break;
      case 'transfer':
        move(event.from, event.to, event.massG);
        break;
      case 'remove':
        move(event.bath, undefined, event.massG);
        break;
      case 'empty':
        move(event.bath, event.to, everything(event.bath));
        break;
      case 'rotate':
        move(event.first, event.drum, everything(event.first));
        move(event.second, event.first, everything(event.second));
        at(event.second).massG += event.solventG + event.waterG + event.resinG;
        break;
    }
  }
  return new Map([...held].map(([id, { resins }]) => [id, new Map([...resins].filter(([, grams]) => grams > 0.005))]));
}

/** From this share of a bath's resin on, another resin shows on a clear or careful part. An engineering guess. */
const SHOWS_SHARE = 0.02;
/** Alcohol below this is weak: a fresh bottle labelled 91 % by volume is not. */
const WEAK_PCT_W = 85;

export type BathBefore = {
  readonly name: string;
  /** of its alcohol; nothing in a bath of water */
  readonly strengthPctW?: number | undefined;
  /** g of each resin in it, by card id */
  readonly resinsG: Readonly<Record<string, number>>;
};

/** What to know before a batch of this resin goes into this bath: stains, grit, weak alcohol. In plain sentences. */
export function carryOverWarnings(card: ResinCard, bath: BathBefore, cards: readonly ResinCard[]): readonly string[] {
  const warnings: string[] = [];
  const total = Object.values(bath.resinsG).reduce((sum, grams) => sum + grams, 0);
  const careful = card.family === 'clear' || card.family === 'skin-contact clear';
  const others = cards
    .filter((other) => other.id !== card.id && (bath.resinsG[other.id] ?? 0) > SHOWS_SHARE * total)
    .filter((other) => other.stainsBath || other.leavesGrit);
  for (const other of others) {
    const share = Math.round((100 * bath.resinsG[other.id]!) / total);
    if (careful)
      warnings.push(
        `${bath.name} holds ${other.name} (${share} % of its resin): it ${other.leavesGrit ? 'leaves grit on' : 'stains'} clear parts. Rotate first, or use another bath.`,
      );
    else if (other.leavesGrit)
      warnings.push(`${bath.name} holds grit of ${other.name} (${share} % of its resin): rinse after.`);
  }
  const clearInside = cards.some(
    (other) => (other.family === 'clear' || other.family === 'skin-contact clear') && (bath.resinsG[other.id] ?? 0) > 0,
  );
  if ((card.stainsBath || card.leavesGrit) && clearInside)
    warnings.push(
      `${card.name} will stain ${bath.name}, which clear parts use too: wash it last, or in a bath of its own.`,
    );
  if (bath.strengthPctW !== undefined && bath.strengthPctW > 0 && bath.strengthPctW < WEAK_PCT_W)
    warnings.push(
      `${bath.name} is down to ${Math.round(bath.strengthPctW)} % strength: below ${WEAK_PCT_W} % it washes worse.`,
    );
  return warnings;
}
