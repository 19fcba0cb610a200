import { randomBytes } from 'node:crypto';
import { CLARITY_PER_PCT_MM } from '@north-step/core/reading';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import { type LampWorld, runCamera, runLampBox, runScale, runUvMeter, type World } from '@north-step/devices';
import { type Db, type Running, readHistory, registerDevice, runFromCommandLine, sql } from '@north-step/server';
import { trueColours, trueLampBox } from './lightCare.ts';
import { tellStory } from './story.ts';
import { trueLoadPctW, trueStrengthPctW, truthOf } from './truth.ts';

/** Starts North Step with the demo workshop: an empty folder is filled first, an old one is left as it is. */
await runFromCommandLine({ data: '.data/demo', log: 'warn' }, fillEmpty, startDevices);

async function fillEmpty(db: Db): Promise<void> {
  const { n } = await db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM person`);
  if (n > 0n) return;
  console.log('Playing 120 days of the demo workshop into a new database …');
  const startedMs = performance.now();
  await tellStory(db, { nowMs: Date.now() });
  console.log(`… told in ${((performance.now() - startedMs) / 1000).toFixed(0)} s.`);
}

const ROOM_C = 21.5;

/** The simulated bench scale and camera, over the same HTTP that real ones would use. They measure the demo's truth, not its book. */
async function startDevices({ db, address }: Running): Promise<void> {
  const world: World = async (vesselId) => {
    const truth = truthOf((await readHistory(db)).items).get(vesselId) ?? { solventG: 1, waterG: 0, resinG: 0 };
    const loadPctW = trueLoadPctW(truth);
    const densityGPerMl = bathDensityGPerMl({ strengthPctW: trueStrengthPctW(truth), loadPctW, tempC: ROOM_C });
    return { loadPctW, densityGPerMl, tempC: ROOM_C, clarityPerPctMm: CLARITY_PER_PCT_MM * 1.08 };
  };
  const lamp: LampWorld = () => trueLampBox(db);
  const register = async (
    id: string,
    kind: 'scale' | 'camera' | 'lamp' | 'uv-meter',
    name: string,
    stationId?: string,
  ) => {
    const token = randomBytes(24).toString('hex');
    await registerDevice(db, { id, kind, name, simulated: true, stationId, token });
    return { server: address, id, token };
  };
  const devices = [
    runScale(await register('bench-scale', 'scale', 'Bench scale'), world),
    runCamera(await register('bench-camera', 'camera', 'Camera'), world, (batchId) => trueColours(db, batchId)),
    runLampBox(await register('lamp-box', 'lamp', 'Lamp box', 'lamp-box'), lamp),
    runUvMeter(await register('uv-meter', 'uv-meter', 'UV meter'), lamp),
  ];
  process.on('exit', () => {
    for (const device of devices) device.stop();
  });
}
