import type { BathDeed } from '../estimate/index.ts';

/** What a vessel holds, g. */
export type Grams = { readonly solventG: number; readonly waterG: number; readonly resinG: number };
/** A movement since the estimates were made: what was done, or, where the book only knows amounts, what each vessel gained. */
export type MoveSince =
  | { readonly deeds: readonly BathDeed[] }
  | { readonly lines: readonly (Grams & { readonly vesselId: string })[] };
/** What is carried of an estimate. */
export type Carried = {
  readonly loadPctW: number;
  readonly range90: readonly [number, number];
  readonly limitPctW: number;
  readonly batchesLeft: number;
};

const NOTHING: Grams = { solventG: 0, waterG: 0, resinG: 0 };
const totalG = ({ solventG, waterG, resinG }: Grams): number => solventG + waterG + resinG;
const plus = (a: Grams, b: Grams, share = 1): Grams => ({
  solventG: Math.max(0, a.solventG + share * b.solventG),
  waterG: Math.max(0, a.waterG + share * b.waterG),
  resinG: Math.max(0, a.resinG + share * b.resinG),
});

/**
 * The last estimates with what was done since: what leaves a vessel leaves it as it was estimated, what comes from outside comes as
 * it was booked. So no figure falls back to the book while the filter catches up.
 * @param held by vessel, what the book said when the estimates were made
 * @param since in order
 * @returns every estimate, moved on; its range keeps its proportion
 */
export function carryEstimates<T extends Carried>(
  notes: Readonly<Record<string, T>>,
  held: Readonly<Record<string, Grams>>,
  since: readonly MoveSince[],
): Readonly<Record<string, T>> {
  if (since.length === 0) return notes;
  const now = new Map(Object.entries(held).map(([id, grams]) => [id, asEstimated(grams, notes[id])]));
  for (const move of since)
    if ('deeds' in move) for (const deed of move.deeds) apply(now, deed);
    else for (const line of move.lines) put(now, line.vesselId, line);
  return Object.fromEntries(Object.entries(notes).map(([id, note]) => [id, movedOn(note, now.get(id))]));
}

type Vessels = Map<string, Grams>;
const put = (now: Vessels, id: string, grams: Grams, share = 1) =>
  now.set(id, plus(now.get(id) ?? NOTHING, grams, share));
/** Takes well-mixed liquid out. @returns what came out */
function take(now: Vessels, id: string, massG: number): Grams {
  const held = now.get(id) ?? NOTHING;
  const share = Math.min(1, massG / Math.max(1e-9, totalG(held)));
  now.set(id, plus(held, held, -share));
  return plus(NOTHING, held, share);
}

function apply(now: Vessels, deed: BathDeed): void {
  switch (deed.kind) {
    case 'fill':
      put(now, deed.bath, deed);
      return;
    case 'transfer':
      put(now, deed.to, take(now, deed.from, deed.massG));
      return;
    case 'remove':
      take(now, deed.bath, deed.massG);
      return;
    case 'empty': {
      const all = take(now, deed.bath, Number.POSITIVE_INFINITY);
      if (deed.to !== undefined) put(now, deed.to, all);
      return;
    }
    case 'evaporate':
      put(now, deed.bath, { ...NOTHING, solventG: -deed.solventG, waterG: -deed.waterG });
      return;
    case 'rotate': {
      const first = take(now, deed.first, Number.POSITIVE_INFINITY);
      if (deed.drum !== undefined) put(now, deed.drum, first);
      put(now, deed.first, take(now, deed.second, Number.POSITIVE_INFINITY));
      put(now, deed.second, deed);
      return;
    }
    case 'wash': {
      const from = deed.carriedFrom === undefined ? undefined : now.get(deed.carriedFrom);
      put(now, deed.bath, { ...NOTHING, resinG: deed.resinG });
      if (from && totalG(from) > 0) put(now, deed.bath, from, deed.carriedG / totalG(from));
      put(now, deed.bath, { ...NOTHING, solventG: -deed.lostSolventG, waterG: -deed.lostWaterG });
      take(now, deed.bath, deed.dragOutG);
    }
  }
}

/** The same mass, with the resin that is estimated to be in it. */
function asEstimated(grams: Grams, note: Carried | undefined): Grams {
  const mass = totalG(grams);
  const liquid = grams.solventG + grams.waterG;
  if (!note || !(liquid > 0)) return grams;
  const resinG = (mass * note.loadPctW) / 100;
  const share = (mass - resinG) / liquid;
  return { solventG: share * grams.solventG, waterG: share * grams.waterG, resinG };
}

function movedOn<T extends Carried>(note: T, now: Grams | undefined): T {
  const mass = now ? totalG(now) : 0;
  if (!now || !(mass > 0)) return note;
  const loadPctW = (100 * now.resinG) / mass;
  const edge = (at: number) =>
    note.loadPctW > 0 ? Math.min(100, (at * loadPctW) / note.loadPctW) : at + loadPctW - note.loadPctW;
  const room = note.limitPctW - note.loadPctW;
  const batchesLeft =
    room > 0 ? Math.max(0, Math.round((note.batchesLeft * (note.limitPctW - loadPctW)) / room)) : note.batchesLeft;
  return { ...note, loadPctW, range90: [edge(note.range90[0]), edge(note.range90[1])], batchesLeft };
}
