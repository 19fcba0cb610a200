import { createHash } from 'node:crypto';
import type { BatchList, BatchReply, BenchReply } from '@north-step/contract';
import { type BatchState, currentStep } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import { makeRandom, type Random } from '@north-step/core/maths';
import { buildApp, type Db, LiveHub, setUpWorkshop } from '@north-step/server';
import { comeBack, forgetOvernight, lookAgain } from './afterwards.ts';
import { tendLight } from './lightCare.ts';
import { type DemoPart, FIT_DIE, PARTS, stlOf } from './parts.ts';
import { tendAir } from './reclaimCare.ts';
import { RouteTurns } from './routes.ts';
import { type Shop, stock, tendSolvent } from './solventCare.ts';
import { Technician } from './technician.ts';
import { CUSTOMERS, WORKSHOP } from './workshop.ts';

const DAY_MS = 24 * 3600 * 1000;
export const HISTORY_DAYS = 120;
const RECENT_DAYS = 5;
/** plates are filled up: more pieces than one order asks for */
const FULL_PLATE = 1.6;
/** batches after which a note goes back to whoever prepared the file */
const NOTED_SHARE = 0.25;
const CARD_CHANGED_DAYS_AGO = 70;
const FORGOTTEN_DAYS_AGO = 38;
const CAME_BACK_DAYS_AGO = 12;
const DIES_EVERY_DAYS = 10;
const ESTIMATED_EVERY_DAYS = 3;
const SEED = 20_417;

export type StoryOptions = {
  readonly nowMs: number;
  readonly seed?: number;
  readonly days?: number;
  /** the clock when the live bench is set, where the telling takes time itself */
  readonly liveNowMs?: () => number;
  readonly onProgress?: (day: number, days: number) => void;
};

/**
 * Moves the workshop into an empty database and plays its last days through the server's own commands,
 * ending with five batches alive on the bench at different stations.
 */
export async function tellStory(db: Db, options: StoryOptions): Promise<void> {
  const { nowMs, seed = SEED, days = HISTORY_DAYS } = options;
  await setUpWorkshop(db, WORKSHOP);
  const random = makeRandom(seed);
  // what comes after a batch draws from its own well, so that it changes nothing else
  const afterRandom = makeRandom(seed + 1);
  const clock = { nowMs: dayStart(nowMs, -days - 1) };
  let ids = 0;
  const newId = () => createHash('sha256').update(`${seed} ${++ids}`).digest('hex').slice(0, 24);
  // the disk is forced once at the end instead of after every command
  const app = await buildApp(
    { db: { ...db, ...db.unforced }, nowMs: () => clock.nowMs, newId, live: new LiveHub() },
    { logLevel: 'error' },
  );
  const people = ['Mara V.', 'Osei T.'].map((name) => new Technician(app, clock, random, name));
  // measured in their own thread while the story goes on
  const meshes = new Map(
    [...PARTS, FIT_DIE].map((part) => [
      part.name,
      people[0]!.storeMesh(part.name, stlOf(part)).then(({ sha256 }) => sha256),
    ]),
  );
  const scene = { db, random, people, meshes, turns: new RouteTurns(random) };

  await stock(scene);
  const { bench } = await people[0]!.get<BenchReply>('/api/bench');
  const told: Scene = { ...scene, bench };
  for (let daysAgo = days; daysAgo > 0; daysAgo--) {
    options.onProgress?.(days - daysAgo + 1, days);
    clock.nowMs = Math.max(clock.nowMs, dayStart(nowMs, -daysAgo));
    if (daysAgo === CARD_CHANGED_DAYS_AGO) await changeCard(people[0]!);
    await tendLight(told, daysAgo);
    await tendAir(people[0]!, daysAgo, days);
    // the baths are estimated as they are in a shop that runs: from the first day on, and often enough that ranges mean something
    if (daysAgo % ESTIMATED_EVERY_DAYS === 0 || daysAgo === days) await people[0]!.get('/api/solvent/care');
    await lookAgain(people[1]!, afterRandom);
    if (daysAgo === CAME_BACK_DAYS_AGO) await returned(told);
    await workDay(told, { daysAgo, batches: batchesOn(daysAgo, random), untilMs: clock.nowMs + 8 * 3600 * 1000 });
    if (daysAgo % DIES_EVERY_DAYS === 1) await fitDies({ ...told, random: afterRandom });
    if (daysAgo === FORGOTTEN_DAYS_AGO) await forgotten({ ...told, random: afterRandom });
  }
  clock.nowMs = Math.min(dayStart(nowMs, 0), nowMs - 5 * 3600 * 1000);
  await workDay(told, { daysAgo: 0, batches: 3, untilMs: nowMs - 135 * 60 * 1000 });
  await liveBench(told, options.liveNowMs ?? (() => nowMs));
  await Promise.all(meshes.values());
  await app.close();
  await db.sync();
}

type Scene = Shop & {
  readonly meshes: ReadonlyMap<string, Promise<string>>;
  readonly turns: RouteTurns;
  /** the room and the lamp, which do not change during the story */
  readonly bench: BenchNow;
};

function dayStart(nowMs: number, offset: number): number {
  const date = new Date(nowMs + offset * DAY_MS);
  date.setHours(8, 0, 0, 0);
  return date.getTime();
}

/** A working day: batches one after another until the hour, then the baths are tended. */
async function workDay(scene: Scene, day: WorkDay): Promise<void> {
  const { random } = scene;
  const clock = scene.people[0]!.clock;
  for (let n = 0; n < day.batches && clock.nowMs < day.untilMs; n++) {
    const technician = random.pick(scene.people);
    // today's batches must be done by now: no hours of rest, no oven
    const today = day.daysAgo === 0;
    const part = random.pick(today ? PARTS.slice(0, 3) : [...PARTS.slice(0, 4), ...PARTS.slice(0, 3), ...PARTS]);
    const batch = await hang(scene, technician, part, today ? { routeId: 'two-baths' } : {});
    await carryOn(scene, technician, batch, (b) => b.recordHash !== undefined);
    if (random.next() < NOTED_SHARE) await notePart(scene, technician, batch, part);
    technician.wait(random.between(60, 400));
  }
  await tendSolvent(scene, day.daysAgo);
}
type WorkDay = { readonly daysAgo: number; readonly batches: number; readonly untilMs: number };

/** A batch of some days ago comes back in part. */
async function returned(scene: Scene): Promise<void> {
  const [mara] = scene.people as [Technician, Technician];
  const { rows } = await mara.get<BatchList>('/api/batches?state=sealed&search=manifold&limit=20');
  const row = rows.find(({ sealedAtMs }) => sealedAtMs && mara.clock.nowMs - sealedAtMs > 8 * DAY_MS);
  if (!row) return;
  const { batch } = await mara.get<BatchReply>(`/api/batches/${row.id}`);
  if (batch.count < 2 || batch.lastS === undefined || batch.card.procedure) return;
  await comeBack(mara, batch, (state, stop) => carryOn(scene, mara, state, stop));
}

/** Two halves of a die, by their procedure, measured before they are mated. */
async function fitDies(scene: Scene): Promise<void> {
  const [mara] = scene.people as [Technician, Technician];
  const batch = await hang(scene, mara, FIT_DIE, { dripS: 300, routeId: 'procedure' });
  await carryOn(scene, mara, batch, (one) => one.recordHash !== undefined);
}

/** The last batch of a day is forgotten in its bath. */
async function forgotten(scene: Scene): Promise<void> {
  const [mara, osei] = scene.people as [Technician, Technician];
  mara.clock.nowMs = Math.max(mara.clock.nowMs, dayStart(mara.clock.nowMs, 0) + 8.3 * 3600 * 1000);
  const batch = await hang(scene, mara, PARTS[0]!, { resinId: 'grey-general', dripS: 300, routeId: 'two-baths' });
  await forgetOvernight(mara, osei, batch, (state, stop) => carryOn(scene, osei, state, stop));
}

/** While trimming somebody tells whoever prepares the files what was wrong, and where. */
async function notePart({ random }: Scene, technician: Technician, batch: BatchState, part: DemoPart): Promise<void> {
  const soup = part.soup();
  const corner = random.whole(0, soup.length / 3 - 1) * 3;
  const kind = random.pick([
    'unreachable support',
    'unreachable support',
    'scar on a show face',
    'missing drain hole',
    'warped',
  ]);
  await technician.send(`/api/batches/${batch.id}/part-notes`, {
    kind,
    atMm: [0, 1, 2].map((axis) => Number(soup[corner + axis]!.toFixed(1))),
  });
}

/** A lens hood came out hazed: the shop allows Clear Port less time in solvent from then on. */
async function changeCard(technician: Technician): Promise<void> {
  const { version: _, ...card } = WORKSHOP.resins.find((resin) => resin.card.id === 'clear-port')!.card;
  await technician.send('/api/resins', {
    card: { format: 'north-step-resin-card-1', ...card, exposureCapS: 720 },
    changeNote: 'a lens hood hazed after a quarter of an hour; twelve minutes from now on',
  });
}

/** Weeks differ: a quiet one has a batch a day, a busy one three; nobody works on Sundays. */
function batchesOn(daysAgo: number, random: Random): number {
  if (daysAgo % 7 === 6) return 0;
  if (daysAgo <= RECENT_DAYS) return 5;
  return random.whole(0, Math.floor(daysAgo / 21) % 2 === 0 ? 2 : 1);
}

async function hang(
  { random, meshes, turns }: Scene,
  technician: Technician,
  part: DemoPart,
  over: { dripS?: number; resinId?: string; routeId?: string } = {},
): Promise<BatchState> {
  const cardId = over.resinId ?? random.pick(part.resinIds);
  const lots = WORKSHOP.resins.find(({ card }) => card.id === cardId)!.lots;
  const { batch } = await technician.send<BatchReply>('/api/batches', {
    cardId,
    lot: random.pick(lots),
    routeId: over.routeId ?? turns.take(cardId),
    count: Math.round(FULL_PLATE * random.whole(...part.counts)),
    dripS: over.dripS ?? random.pick([240, 300, 360, 420]),
    part: { name: part.name, meshSha256: await meshes.get(part.name)! },
    customer: random.pick(CUSTOMERS),
    dueAtMs: technician.clock.nowMs + random.whole(3, 30) * 3600 * 1000,
  });
  return batch;
}

async function carryOn(
  { bench }: Pick<Scene, 'bench'>,
  technician: Technician,
  batch: BatchState,
  stop: (batch: BatchState) => boolean,
): Promise<BatchState> {
  let state = batch;
  while (!stop(state)) {
    state = await technician.doStep(state, bench);
    technician.wait(15);
  }
  return state;
}

/** Five batches where a visitor finds them: in the lamp, on the mat, drying, in Wash 2, dripping. */
async function liveBench(scene: Scene, liveNowMs: () => number): Promise<void> {
  const nowMs = liveNowMs();
  const [mara, osei] = scene.people as [Technician, Technician];
  const clock = mara.clock;
  const at =
    (kind: string, nth = 0) =>
    (batch: BatchState) =>
      currentStep(batch)?.kind === kind &&
      batch.steps.filter((step) => step.kind === kind && step.state === 'done').length === nth;
  const begin = async (who: Technician, batch: BatchState, agoS: number) => {
    clock.nowMs = nowMs - agoS * 1000;
    await who.start(batch);
  };
  const fresh = async (who: Technician, partIndex: number, resinId: string, hungAgoMin: number, dripS = 300) => {
    clock.nowMs = nowMs - hungAgoMin * 60_000;
    return hang(scene, who, PARTS[partIndex]!, { resinId, dripS, routeId: 'two-baths' });
  };
  await begin(mara, await carryOn(scene, mara, await fresh(mara, 2, 'grey-general', 80), at('cure')), 70);
  const clipping = await carryOn(scene, osei, await fresh(osei, 1, 'tough-mooring', 60), at('trim'));
  await begin(osei, clipping, 250);
  await osei.send(`/api/batches/${clipping.id}/broke`, { count: 1, glued: 0, note: 'one fin, at its root' });
  await osei.send(`/api/batches/${clipping.id}/flag`, {
    note: 'One fin broke while clipping; ask Ines before going on',
    stops: true,
  });
  await begin(mara, await carryOn(scene, mara, await fresh(mara, 3, 'clear-port', 40), at('dry')), 700);
  const washed = await carryOn(scene, osei, await fresh(osei, 0, 'grey-general', 20, 240), at('wash', 1));
  await begin(mara, await fresh(mara, 4, 'soft-gasket', 4, 420), 130);
  // last, by the clock as it is by now: on a slow machine too its basket is not overdue when the bench opens
  clock.nowMs = liveNowMs();
  await osei.start(washed);
}
