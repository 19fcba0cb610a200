import { makeRandom, type Random } from '@north-step/core/maths';

/**
 * Half a year at two baths, by arithmetic of its own: nothing here knows how the estimator thinks.
 * The book sees what a careful technician writes down; the truth has habits the book does not know:
 * resins that leave more film, drips cut short and not logged, lids left ajar, weak labels, odd pours, wrong readings.
 */
export type Truth = { solventG: number; waterG: number; resinG: number };
export type BookedWash = {
  readonly kind: 'wash';
  readonly bath: 'first' | 'clean';
  readonly resin: string;
  readonly resinG: number;
  readonly carriedG: number;
  readonly dragOutG: number;
  readonly lostSolventG: number;
};
export type BookedEvent =
  | BookedWash
  | { readonly kind: 'evaporate'; readonly bath: 'first' | 'clean'; readonly solventG: number; readonly waterG: number }
  | { readonly kind: 'top up'; readonly bath: 'first' | 'clean'; readonly solventG: number; readonly waterG: number }
  | { readonly kind: 'rotate'; readonly solventG: number; readonly waterG: number };
export type TakenReading = { readonly bath: 'first' | 'clean' } & (
  | { readonly kind: 'residue'; readonly sampleMl: number; readonly residueG: number }
  | { readonly kind: 'flask'; readonly flaskMl: number; readonly netG: number; readonly tempC: number }
);
export type Happening =
  | { readonly atMs: number; readonly event: BookedEvent }
  | { readonly atMs: number; readonly reading: TakenReading }
  /** the end of a day: what the loads really are, and how many more batches until the first bath really reaches the limit */
  | {
      readonly atMs: number;
      readonly day: number;
      readonly firstPctW: number;
      readonly cleanPctW: number;
      readonly batchesSinceRotation: number;
      readonly trueBatchesLeft: number;
    };

export const HALF_YEAR_LIMIT_PCT_W = 10;
const DAYS = 182;
const BATH_G = 3600;
const GROSS_ERROR_SHARE = 0.1;
const RESINS = ['grey', 'tough', 'clear', 'soft'] as const;

const load = (bath: Truth): number => (100 * bath.resinG) / (bath.solventG + bath.waterG + bath.resinG);
const mass = (bath: Truth): number => bath.solventG + bath.waterG + bath.resinG;

type Job = { readonly resin: string; readonly bookedFilmG: number; readonly trueFilmG: number; readonly dragG: number };
type Habits = {
  readonly filmOf: ReadonlyMap<string, number>;
  readonly dragOut: number;
  readonly evaporation: { readonly first: number; readonly clean: number };
};

/** One half-year, in order. The same seed tells the same one. */
export function halfYear(seed: number): readonly Happening[] {
  const random = makeRandom(seed * 7919 + 13);
  const common = random.logNormal(0.25);
  const habits: Habits = {
    filmOf: new Map(RESINS.map((resin) => [resin, common * random.logNormal(0.2)])),
    dragOut: random.between(0.75, 1.45),
    evaporation: { first: random.logNormal(0.4), clean: random.logNormal(0.4) },
  };
  const told: Happening[] = [];
  const fresh = (): Truth => freshBath(random);
  let first = fresh();
  let clean = fresh();
  told.push(
    { atMs: 0, event: { kind: 'rotate', ...asBooked() } },
    { atMs: 1, event: { kind: 'rotate', ...asBooked() } },
  );
  let sinceRotation = 0;
  let bookFirstG = 0;
  let bookCleanG = 0;
  const jobs: Job[][] = Array.from({ length: DAYS }, (_, day) => dayOfWork(random, habits, day));
  for (let day = 0; day < DAYS; day++) {
    const dayMs = day * 86_400_000;
    jobs[day]!.forEach((job, index) => {
      const atMs = dayMs + 28_800_000 + index * 1_800_000;
      const done = washThrough(first, clean, job, habits, random);
      told.push({ atMs, event: done.first }, { atMs: atMs + 200_000, event: done.clean });
      bookFirstG += done.first.resinG;
      bookCleanG += done.clean.resinG + (job.dragG * bookFirstG) / BATH_G;
      sinceRotation++;
    });
    for (const [name, bath] of [
      ['first', first],
      ['clean', clean],
    ] as const) {
      const eveningMs = dayMs + (name === 'first' ? 64_000_000 : 65_000_000);
      const bookedG = 4;
      const bookedWaterG = 0.4;
      const lidLeftAjar = random.next() < 0.05 ? 8 : 1;
      bath.solventG -= bookedG * habits.evaporation[name] * random.logNormal(0.3) * lidLeftAjar;
      if (random.next() < 0.02) move(bath, undefined, random.between(20, 80)); // a slop over the rim, not written down
      bath.waterG += bookedWaterG * habits.evaporation[name] * random.logNormal(0.5);
      told.push({
        atMs: eveningMs,
        event: { kind: 'evaporate', bath: name, solventG: bookedG, waterG: -bookedWaterG },
      });
      if (mass(bath) < BATH_G * 0.86) told.push({ atMs: eveningMs + 1000, event: topUp(bath, name, random) });
    }
    if (day % 7 === 3)
      told.push({ atMs: dayMs + 66_000_000, reading: weeklyReading(Math.floor(day / 7), first, clean, random) });
    // the shop changes by its book, which is sometimes late and sometimes early
    if ((100 * bookFirstG) / BATH_G >= 9.5) {
      told.push({ atMs: dayMs + 67_000_000, event: { kind: 'rotate', ...asBooked() } });
      first = clean;
      clean = fresh();
      bookFirstG = bookCleanG;
      bookCleanG = 0;
      sinceRotation = 0;
    }
    told.push({
      atMs: dayMs + 68_000_000,
      day,
      firstPctW: load(first),
      cleanPctW: load(clean),
      batchesSinceRotation: sinceRotation,
      trueBatchesLeft: batchesUntilLimit(first, clean, jobs.slice(day + 1).flat(), habits, seed * 31 + day),
    });
  }
  return told;
}

/** A label says 99 %; the can is a little weaker, and nobody pours exactly. */
function freshBath(random: Random): Truth {
  const massG = BATH_G * random.between(0.97, 1.03);
  const alcohol = random.between(0.965, 0.992);
  return { solventG: massG * alcohol, waterG: massG * (1 - alcohol), resinG: 0 };
}
const asBooked = () => ({ solventG: BATH_G * 0.99, waterG: BATH_G * 0.01 });

function dayOfWork(random: Random, habits: Habits, day: number): Job[] {
  if (day % 7 > 4) return [];
  const busy = Math.floor(day / 14) % 3 === 1 ? 4 : 2;
  return Array.from({ length: random.whole(0, busy) }, () => {
    const resin = random.pick(RESINS);
    const bookedFilmG = random.between(2, 9);
    const shortDrip = random.next() < 0.1 ? random.between(1.4, 2.4) : 1;
    const trueFilmG = bookedFilmG * habits.filmOf.get(resin)! * random.logNormal(0.3) * shortDrip;
    return { resin, bookedFilmG, trueFilmG, dragG: random.between(4, 12) };
  });
}

/** Moves the truth; tells what the book would say. */
function washThrough(first: Truth, clean: Truth, job: Job, habits: Habits, random: Random) {
  const leftBooked = 0.04;
  const left = Math.min(0.3, 0.04 * random.logNormal(0.5));
  first.resinG += job.trueFilmG * (1 - left);
  const dragG = job.dragG * habits.dragOut * random.logNormal(0.15);
  move(first, clean, dragG);
  clean.resinG += job.trueFilmG * left;
  move(clean, undefined, job.dragG * habits.dragOut * random.logNormal(0.15));
  first.solventG -= 1.2 * habits.evaporation.first * random.logNormal(0.3);
  clean.solventG -= 0.8 * habits.evaporation.clean * random.logNormal(0.3);
  const booked = { kind: 'wash' as const, resin: job.resin, dragOutG: job.dragG };
  return {
    first: {
      ...booked,
      bath: 'first' as const,
      resinG: job.bookedFilmG * (1 - leftBooked),
      carriedG: 0,
      lostSolventG: 1.2,
    },
    clean: {
      ...booked,
      bath: 'clean' as const,
      resinG: job.bookedFilmG * leftBooked,
      carriedG: job.dragG,
      lostSolventG: 0.8,
    },
  };
}

function move(from: Truth, to: Truth | undefined, grams: number): void {
  const share = grams / mass(from);
  for (const part of ['solventG', 'waterG', 'resinG'] as const) {
    const moved = from[part] * share;
    from[part] -= moved;
    if (to) to[part] += moved;
  }
}

function topUp(bath: Truth, name: 'first' | 'clean', random: Random): BookedEvent {
  const grams = BATH_G - mass(bath);
  const poured = grams * random.between(0.9, 1.1);
  bath.solventG += poured * 0.98;
  bath.waterG += poured * 0.02;
  return { kind: 'top up', bath: name, solventG: grams * 0.99, waterG: grams * 0.01 };
}

/** One reading a week: three of four in the first bath, three of four a dry residue. */
const weeklyReading = (week: number, first: Truth, clean: Truth, random: Random): TakenReading =>
  read(week % 4 === 2 ? 'clean' : 'first', week % 4 !== 1, first, clean, random);

/** Dry residue or a weighed flask; one in ten is plainly wrong. */
function read(bath: 'first' | 'clean', byResidue: boolean, first: Truth, clean: Truth, random: Random): TakenReading {
  const truth = bath === 'first' ? first : clean;
  const wrong = random.next() < GROSS_ERROR_SHARE ? random.between(0.3, 2.2) : 1;
  const noise = (sd: number) => sd * Math.log(random.logNormal(1));
  if (byResidue) {
    const residueG = 10 * densityOf(truth) * (load(truth) / 100) * random.logNormal(0.03) + noise(0.015);
    return { bath, kind: 'residue', sampleMl: 10, residueG: Math.max(0, residueG * wrong) };
  }
  const slip = wrong === 1 ? 0 : 100 * 0.01 * (wrong - 1);
  return {
    bath,
    kind: 'flask',
    flaskMl: 100,
    netG: Math.max(78.8, 100 * densityOf(truth) + noise(0.08) + slip),
    tempC: 20,
  };
}

/** Density near 20 °C of strong isopropanol with resin in it: 0.7854 for pure, +0.0024 for each % of water, resin adds its volume. */
function densityOf(bath: Truth): number {
  const water = (100 * bath.waterG) / (bath.solventG + bath.waterG);
  const liquid = 0.7854 + 0.00244 * water;
  const resin = load(bath) / 100;
  return 1 / ((1 - resin) / liquid + resin / 1.1);
}

function batchesUntilLimit(first: Truth, clean: Truth, coming: readonly Job[], habits: Habits, seed: number): number {
  const a = { ...first };
  const b = { ...clean };
  const random = makeRandom(seed);
  let count = 0;
  for (const job of coming) {
    if (load(a) >= HALF_YEAR_LIMIT_PCT_W) return count;
    washThrough(a, b, job, habits, random);
    count++;
  }
  return load(a) >= HALF_YEAR_LIMIT_PCT_W ? count : Number.NaN;
}
