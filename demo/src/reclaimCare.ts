import type { RunReply, RunsReply, Vessel, WasteList } from '@north-step/contract';
import { hardenFilterPasses, type RunState, runNext, runStepNow } from '@north-step/core/reclaim';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import type { Technician } from './technician.ts';

type Of = (id: string) => Vessel;
/** A run is begun when so much waits; the jar is filled no higher. */
const BEGIN_AT_ML = 3600;
const MOST_ML = 6500;
/** The newest run stands in the light when a visitor comes, and calls back that morning. */
export const STANDS_SINCE_DAYS_AGO = 3;
/** No run is begun so late that it would be in the way of that one. */
const LAST_BEGUN_DAYS_AGO = 10;
/** The still is run once, with what a run left in the drum for it. */
const DISTILS_UNTIL_DAYS_AGO = 4;
const LEAVES_FOR_STILL_SHARE = 0.4;
const DISTILS_ML = { least: 1200, most: 2200 } as const;
/** Sundays are for the pan and the bins. */
const WEEKLY = 7;
const HANDED_OVER_DAYS_AGO = [88, 32];
/** How the measured volumes lay beside the model, run by run. */
const LUCK = [0.985, 1.012, 0.97, 1.004] as const;

/** What of reclaiming is due at the end of a day: one step of a run, or a new one. */
export async function tendReclaim(technician: Technician, daysAgo: number, of: Of): Promise<void> {
  const { open, done } = await technician.get<RunsReply>('/api/reclaim');
  const run = open.find(({ kind }) => kind === 'harden-filter');
  if (run && daysAgo >= STANDS_SINCE_DAYS_AGO) await carryOn(technician, run, done.length, of);
  if (!run) await maybeBegin(technician, daysAgo, of, stillWaits(done));
  const drumMl = of('dirty-drum').volumeMl;
  if (run && daysAgo >= DISTILS_UNTIL_DAYS_AGO && drumMl > DISTILS_ML.least && stillWaits(done))
    await distilOnce(technician, Math.floor(Math.min(0.9 * drumMl, DISTILS_ML.most)));
  await tendPan(
    technician,
    daysAgo,
    open.find(({ kind }) => kind === 'pan'),
    of,
  );
  await tendWaste(technician, daysAgo);
}

/** After the first poor run somebody tries the still as well. */
const stillWaits = (done: readonly RunState[]): boolean =>
  done.some(({ kind }) => kind === 'harden-filter') && !done.some(({ kind }) => kind === 'distil');

async function maybeBegin(technician: Technician, daysAgo: number, of: Of, leaves: boolean): Promise<void> {
  const waits = of('dirty-drum').volumeMl;
  const bottle = of('reclaimed-bottle');
  const room = (bottle.capacityMl - bottle.volumeMl) / 0.8;
  const due = daysAgo > LAST_BEGUN_DAYS_AGO && waits > BEGIN_AT_ML && room > BEGIN_AT_ML;
  const last = daysAgo === STANDS_SINCE_DAYS_AGO && waits > 1500 && room > 1500;
  if (!due && !last) return;
  const { run } = await technician.send<RunReply>('/api/reclaim', {
    kind: 'harden-filter',
    fromVesselId: 'dirty-drum',
    insideVesselId: 'settling-jar',
    toVesselId: 'reclaimed-bottle',
    amountMl: Math.floor(Math.min((leaves ? 1 - LEAVES_FOR_STILL_SHARE : 0.9) * waits, MOST_ML, room)),
  });
  await finish(technician, run);
}

const step = (run: RunState, verb: string) => `/api/reclaim/${run.id}/steps/${runStepNow(run)!.id}/${verb}`;
const finish = async (technician: Technician, run: RunState, body: object = {}): Promise<RunState> =>
  (await technician.send<RunReply>(step(run, 'finish'), body)).run;
const look = async (technician: Technician, run: RunState, outcome: string): Promise<RunState> =>
  (await technician.send<RunReply>(step(run, 'look'), { outcome })).run;
const dryResidue = (loadPctW: number, strengthPctW: number) => ({
  kind: 'residue',
  sampleMl: 10,
  residueG: Number(((10 * bathDensityGPerMl({ strengthPctW, loadPctW, tempC: 20 }) * loadPctW) / 100).toFixed(2)),
});

/** The first run was drawn off after a day, with its crust, through old papers; those after it as they should be. */
async function carryOn(technician: Technician, run: RunState, runsBefore: number, of: Of): Promise<void> {
  const hasty = runsBefore === 0;
  const next = runNext(run, technician.clock.nowMs);
  const stoodDays = (technician.clock.nowMs - (next?.step.startedAtMs ?? 0)) / 86_400_000;
  if (next?.step.kind !== 'stand' || (hasty ? stoodDays < 0.9 : (next.dueInS ?? 0) > 0)) return;
  let now = await finish(technician, run);
  if (!hasty && run.steps.filter(({ kind }) => kind === 'look').length === 0 && runsBefore % 2 === 1) {
    await look(technician, now, 'milky');
    return;
  }
  now = await look(technician, now, hasty ? 'crust' : 'clear');
  if (!hasty && now.filterCaughtG > 40)
    now = (await technician.send<RunReply>(`/api/reclaim/${now.id}/filter`, {})).run;
  const jar = of('settling-jar');
  const model = hardenFilterPasses(jar.solventG + jar.waterG + jar.resinG, jar.loadPctW, { passes: 1 }).passes[0]!;
  const luck = hasty ? 0.72 : LUCK[runsBefore % LUCK.length]!;
  const afterPctW = hasty ? 4.3 : model.loadPctW * (2 - luck);
  const another = !hasty && now.passes.length === 0;
  now = await finish(technician, now, {
    backMl: Math.floor(jar.volumeMl * model.yield * luck),
    reading: dryResidue(afterPctW, jar.strengthPctW ?? 95),
    another,
  });
  if (!another) await finish(technician, now);
}

/** A small still in the yard, once. */
async function distilOnce(technician: Technician, amountMl: number): Promise<void> {
  const { run } = await technician.send<RunReply>('/api/reclaim', {
    kind: 'distil',
    fromVesselId: 'dirty-drum',
    insideVesselId: 'yard-pot',
    toVesselId: 'reclaimed-bottle',
    amountMl,
    powerW: 450,
  });
  const charged = await finish(technician, run);
  const hot = (await technician.send<RunReply>(step(charged, 'start'), {})).run;
  technician.wait(60 * charged.still!.minutes);
  const cools = await finish(technician, hot, { heatEnd: 'as planned' });
  technician.wait(1900);
  const cold = await finish(technician, cools);
  const backMl = Math.floor(((1 - charged.loadPctW / 100) * charged.takenG * charged.still!.yield * 0.985) / 0.797);
  await finish(technician, cold, { backMl });
}

/** Water that parts were washed in dries in the yard; once a week somebody says what the weather was. */
async function tendPan(technician: Technician, daysAgo: number, run: RunState | undefined, of: Of): Promise<void> {
  const { volumeMl } = of('pan');
  if (!run) {
    if (volumeMl < 1000) return;
    await technician.send('/api/reclaim', {
      kind: 'pan',
      fromVesselId: 'pan',
      insideVesselId: 'pan',
      amountMl: Math.floor(volumeMl),
    });
    return;
  }
  if (daysAgo % WEEKLY !== 3) return;
  const weather = { tempC: 14 - (daysAgo % 5), humidityPct: 70, windMPerS: 2, netRadiationMJ: 7, rainMmPerDay: 0 };
  const { run: now } = await technician.send<RunReply>(`/api/reclaim/${run.id}/weather`, { weather });
  if (volumeMl > 400) return;
  const dry = await look(technician, await finish(technician, now), 'dry');
  await finish(technician, dry);
}

/** The week's wipes, gloves and clippings; now and then a carrier takes what is hardened. */
async function tendWaste(technician: Technician, daysAgo: number): Promise<void> {
  if (daysAgo % WEEKLY === 5) {
    const { open } = await technician.get<WasteList>('/api/waste');
    const bin = open.find(({ kind }) => kind === 'mixed') ?? (await openBin(technician));
    for (const [what, grams] of [
      ['wipes', 140],
      ['gloves', 110],
      ['clippings', 95],
    ])
      await technician.send(`/api/waste/${bin.id}/add`, { what, grams });
  }
  if (!HANDED_OVER_DAYS_AGO.includes(daysAgo)) return;
  const { open } = await technician.get<WasteList>('/api/waste');
  for (const { id, grams } of open.filter((one) => one.grams > 0)) {
    await technician.send(`/api/waste/${id}/harden`, {});
    await technician.send(`/api/waste/${id}/hand-over`, {
      carrier: 'Skerry Reclaim Ltd',
      paper: `SR-${4100 + daysAgo}`,
      grams: Math.round(grams * 1.02),
    });
  }
}

async function openBin(technician: Technician): Promise<{ readonly id: string }> {
  const { container } = await technician.send<{ container: { id: string } }>('/api/waste', {
    name: `Bench bin ${new Date(technician.clock.nowMs).toLocaleDateString('sv-SE')}`,
    kind: 'mixed',
    capacityL: 30,
  });
  return container;
}

/** What the workshop says of its room, and the checks it makes. */
export async function tendAir(technician: Technician, daysAgo: number, days: number): Promise<void> {
  if (daysAgo === days)
    await technician.send('/api/air', {
      air: {
        roomM3: 46,
        airChangesPerH: 3,
        meanPpm: 400,
        shortPpm: 500,
        storedLimitL: 60,
        checks: [
          { id: 'ventilation', name: 'Ventilation: does paper cling to the intake', everyDays: 30 },
          { id: 'extinguisher', name: 'Extinguisher: seal, gauge, date', everyDays: 90 },
          { id: 'data-sheets', name: 'Safety data sheets: newest edition at hand', everyDays: 365 },
          { id: 'eye-wash', name: 'Eye wash: full and in date', everyDays: 30 },
        ],
      },
    });
  const made = { 118: 'data-sheets', 71: 'extinguisher', 33: 'ventilation', 18: 'eye-wash' }[daysAgo];
  if (made) await technician.send(`/api/air/checks/${made}`, {});
}
