import { createHash } from 'node:crypto';
import type { BatchReply, BenchReply } from '@north-step/contract';
import { type BatchState, currentStep } from '@north-step/core/route';
import { buildApp, type Db, LiveHub, setUpWorkshop } from '@north-step/server';
import { type DemoPart, PARTS, stlOf } from './parts.ts';
import { makeRandom, type Random } from './random.ts';
import { Technician } from './technician.ts';
import { CUSTOMERS, WORKSHOP } from './workshop.ts';

const DAY_MS = 24 * 3600 * 1000;
const HISTORY_DAYS = 10;
const SEED = 20_417;

export type StoryOptions = {
  readonly nowMs: number;
  readonly seed?: number;
  readonly days?: number;
  readonly onProgress?: (text: string) => void;
};

/**
 * Moves the workshop into an empty database and plays its last days through the server's own commands,
 * ending with five batches alive on the bench at different stations.
 */
export async function tellStory(db: Db, options: StoryOptions): Promise<void> {
  const { nowMs, seed = SEED, days = HISTORY_DAYS } = options;
  await setUpWorkshop(db, WORKSHOP);
  const random = makeRandom(seed);
  const clock = { nowMs: dayStart(nowMs, -days - 1) };
  let ids = 0;
  const newId = () => createHash('sha256').update(`${seed} ${++ids}`).digest('hex').slice(0, 24);
  // the disk is forced once at the end instead of after every command
  const app = await buildApp(
    { db: { ...db, sync: async () => {} }, nowMs: () => clock.nowMs, newId, live: new LiveHub() },
    { logLevel: 'error' },
  );
  const people = ['Mara V.', 'Osei T.'].map((name) => new Technician(app, clock, random, name));
  const meshes = new Map<string, string>();
  for (const part of PARTS) meshes.set(part.name, (await people[0]!.storeMesh(part.name, stlOf(part))).sha256);
  const scene: Scene = { random, people, meshes };

  await stock(scene);
  for (let day = -days; day < 0; day++) {
    options.onProgress?.(`day ${day + days + 1} of ${days}`);
    clock.nowMs = dayStart(nowMs, day);
    await workDay(scene, dayStart(nowMs, day) + 8 * 3600 * 1000);
  }
  clock.nowMs = Math.min(dayStart(nowMs, 0), nowMs - 5 * 3600 * 1000);
  await workDay(scene, nowMs - 135 * 60 * 1000);
  await liveBench(scene, nowMs);
  await app.close();
  await db.sync();
}

type Scene = {
  readonly random: Random;
  readonly people: readonly Technician[];
  readonly meshes: ReadonlyMap<string, string>;
};

function dayStart(nowMs: number, offset: number): number {
  const date = new Date(nowMs + offset * DAY_MS);
  date.setHours(8, 0, 0, 0);
  return date.getTime();
}

/** What stood in the workshop before the story begins. */
async function stock({ people }: Scene): Promise<void> {
  const ines = people[0]!;
  await ines.send('/api/solvent/fill', {
    vesselId: 'fresh-can',
    volumeMl: 25_000,
    strengthPct: 99,
    strengthBy: 'volume',
  });
  for (const vesselId of ['bath-1', 'bath-2'])
    await ines.send('/api/solvent/fill', { vesselId, volumeMl: 4600, fromVesselId: 'fresh-can' });
}

async function workDay(scene: Scene, untilMs: number): Promise<void> {
  const { random } = scene;
  const clock = scene.people[0]!.clock;
  while (clock.nowMs < untilMs) {
    const technician = random.pick(scene.people);
    const part = random.pick([...PARTS.slice(0, 4), ...PARTS.slice(0, 3), ...PARTS]);
    const batch = await hang(scene, technician, part);
    await carryOn(technician, batch, (b) => b.recordHash !== undefined);
    technician.wait(random.between(60, 400));
  }
  await tendSolvent(scene);
}

/** The shop rotates once in these days, when the first bath has passed this, and reclaims from the drum then and two days later. */
const SHOP_LIMIT_PCT_W = 3;

async function tendSolvent(scene: Scene): Promise<void> {
  const { vessels, bench } = await scene.people[0]!.get<BenchReply>('/api/bench');
  const litresIn = (role: string) => vessels.find((vessel) => vessel.role === role)!.volumeMl / 1000;
  const never = litresIn('drum') < 0.1 && litresIn('reclaimed') < 0.1;
  if (never && bench.first.loadPctW >= SHOP_LIMIT_PCT_W) await scene.people[0]!.rotate();
  else if (!never && litresIn('drum') > 2) await reclaimRun(scene, 1900, 2);
}

/** The drum is hardened and filtered; the first run came back poor, the second as the model says. */
async function reclaimRun({ people }: Scene, amountMl: number, passes: number): Promise<void> {
  const bench = await people[0]!.get<BenchReply>('/api/bench');
  const drum = bench.vessels.find((vessel) => vessel.role === 'drum')!;
  if (drum.volumeMl < 1000) return;
  const taken = Math.min(amountMl, Math.floor(drum.volumeMl));
  const poor = bench.vessels.find((vessel) => vessel.role === 'reclaimed')!.volumeMl < 1;
  await people[1]!.send('/api/solvent/reclaim', {
    amountMl: taken,
    passes,
    ...(poor ? { backMl: Math.round(taken * 0.58) } : {}),
  });
}

async function hang(
  { random, meshes }: Scene,
  technician: Technician,
  part: DemoPart,
  over: { dripS?: number; resinId?: string } = {},
): Promise<BatchState> {
  const cardId = over.resinId ?? random.pick(part.resinIds);
  const lots = WORKSHOP.resins.find(({ card }) => card.id === cardId)!.lots;
  const { batch } = await technician.send<BatchReply>('/api/batches', {
    cardId,
    lot: random.pick(lots),
    count: random.whole(...part.counts),
    dripS: over.dripS ?? random.pick([240, 300, 360, 420]),
    part: { name: part.name, meshSha256: meshes.get(part.name)! },
    customer: random.pick(CUSTOMERS),
    dueAtMs: technician.clock.nowMs + random.whole(3, 30) * 3600 * 1000,
  });
  return batch;
}

async function carryOn(
  technician: Technician,
  batch: BatchState,
  stop: (batch: BatchState) => boolean,
): Promise<BatchState> {
  const { bench } = await technician.get<BenchReply>('/api/bench');
  let state = batch;
  while (!stop(state)) {
    state = await technician.doStep(state, bench);
    technician.wait(15);
  }
  return state;
}

/** Five batches where a visitor finds them: in the lamp, on the mat, drying, in Wash 2, dripping. */
async function liveBench(scene: Scene, nowMs: number): Promise<void> {
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
    return hang(scene, who, PARTS[partIndex]!, { resinId, dripS });
  };
  await begin(mara, await carryOn(mara, await fresh(mara, 2, 'grey-general', 80), at('cure')), 70);
  const clipping = await carryOn(osei, await fresh(osei, 1, 'tough-mooring', 60), at('trim'));
  await begin(osei, clipping, 250);
  await osei.send(`/api/batches/${clipping.id}/flag`, {
    note: 'One fin broke while clipping; ask Ines before going on',
  });
  await begin(mara, await carryOn(mara, await fresh(mara, 3, 'clear-port', 40), at('dry')), 700);
  await begin(osei, await carryOn(osei, await fresh(osei, 0, 'grey-general', 20, 240), at('wash', 1)), 25);
  await begin(mara, await fresh(mara, 4, 'soft-gasket', 4, 420), 130);
  clock.nowMs = nowMs;
}
