import { createHash } from 'node:crypto';
import type { BathEvent, HistoryItem } from '@north-step/core/estimate';

/**
 * What the baths of the demo really hold. The book knows what was meant; this knows what happened:
 * habits of resins and people, seeded by the movements' own ids, so that the same book has the same truth.
 */
export type TrueParcel = { solventG: number; waterG: number; resinG: number };

const FILM_HABIT: Readonly<Record<string, number>> = {
  'tough-mooring': 1.75,
  'stiff-filled': 1.5,
  'grey-general': 1.4,
  'clear-port': 1.15,
};
const DRAG_OUT = 1.2;
/** Wash 1 stands with its lid ajar more often than anyone writes down. */
const LOSS_HABIT: Readonly<Record<string, number>> = { 'bath-1': 2.1 };
const LABEL_IS_WEAK = 0.006;

/** 0–1, the same for the same text. */
export const share = (text: string): number => createHash('sha256').update(text).digest().readUInt32BE(0) / 2 ** 32;
/** About 1, spread evenly over ± `by`. */
export const about = (text: string, by: number): number => 1 + by * (2 * share(text) - 1);
const shortDrip = (id: string): number => (share(`${id} drip`) < 0.08 ? 1.6 : 1);

/** Replays the book with the truth's own amounts. */
export function truthOf(items: readonly HistoryItem[]): ReadonlyMap<string, TrueParcel> {
  const held = new Map<string, TrueParcel>();
  const at = (id: string): TrueParcel => {
    const known = held.get(id) ?? { solventG: 0, waterG: 0, resinG: 0 };
    held.set(id, known);
    return known;
  };
  for (const item of items) if (item.type === 'event') happen(at, item.event);
  return held;
}

export const trueLoadPctW = (parcel: TrueParcel): number => {
  const total = massOf(parcel);
  return total > 0 ? (100 * parcel.resinG) / total : 0;
};
export const trueStrengthPctW = ({ solventG, waterG }: TrueParcel): number =>
  solventG + waterG > 0 ? (100 * solventG) / (solventG + waterG) : 0;

const massOf = (parcel: TrueParcel): number => parcel.solventG + parcel.waterG + parcel.resinG;

function move(from: TrueParcel, to: TrueParcel | undefined, grams: number): void {
  const part = massOf(from) > 0 ? Math.min(1, grams / massOf(from)) : 0;
  for (const key of ['solventG', 'waterG', 'resinG'] as const) {
    const moved = from[key] * part;
    from[key] -= moved;
    if (to) to[key] += moved;
  }
}

function happen(at: (id: string) => TrueParcel, event: BathEvent): void {
  switch (event.kind) {
    case 'fill': {
      const bath = at(event.bath);
      const weaker = event.solventG * LABEL_IS_WEAK;
      bath.solventG += event.solventG - weaker;
      bath.waterG += event.waterG + weaker;
      bath.resinG += event.resinG;
      return;
    }
    case 'wash': {
      const bath = at(event.bath);
      const habit = FILM_HABIT[event.resin] ?? 1;
      bath.resinG += event.resinG * habit * about(event.id, 0.3) * shortDrip(event.id);
      const drag = DRAG_OUT * about(`${event.id} drag`, 0.2);
      const carrier = event.carriedFrom === undefined ? undefined : at(event.carriedFrom);
      if (carrier) move({ ...carrier }, bath, event.carriedG * drag);
      move(bath, undefined, event.dragOutG * drag);
      lose(bath, event.bath, event.lostSolventG, event.lostWaterG);
      return;
    }
    case 'evaporate':
      lose(at(event.bath), event.bath, event.solventG, event.waterG);
      return;
    case 'transfer':
      move(at(event.from), at(event.to), event.massG * about(event.id, 0.02));
      return;
    case 'remove':
      move(at(event.bath), undefined, event.massG);
      return;
    case 'empty':
      move(at(event.bath), event.to === undefined ? undefined : at(event.to), massOf(at(event.bath)));
      return;
    case 'rotate':
      move(at(event.first), event.drum === undefined ? undefined : at(event.drum), massOf(at(event.first)));
      move(at(event.second), at(event.first), massOf(at(event.second)));
  }
}

function lose(bath: TrueParcel, id: string, solventG: number, waterG: number): void {
  const habit = LOSS_HABIT[id] ?? 1;
  bath.solventG = Math.max(0, bath.solventG - solventG * habit);
  bath.waterG = Math.max(0, bath.waterG - waterG * habit);
}
