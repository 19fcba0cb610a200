import type { BenchReply } from '@north-step/contract';
import { currentStep, remainingS } from '@north-step/core/batch';
import { CLARITY_PER_PCT_MM } from '@north-step/core/reading';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import {
  chargeOf,
  type LampWorld,
  runCamera,
  runDensityMeter,
  runLampBox,
  runRoomSensor,
  runScale,
  runScanner,
  runStill,
  runUvMeter,
  runVapourSensor,
  runWashUnit,
  runWeatherMast,
  SimulatedRoom,
  type World,
} from '@north-step/devices';
import {
  type Db,
  type NewDevice,
  newToken,
  type Running,
  readHistory,
  registerDevice,
  runFromCommandLine,
  sql,
} from '@north-step/server';
import { lendHands } from './hands.ts';
import { trueColours, trueLampBox } from './lightCare.ts';
import { HISTORY_DAYS, tellStory } from './story.ts';
import { trueLoadPctW, trueStrengthPctW, truthOf } from './truth.ts';

/** How much of a year is played; fewer days for a slow machine. */
const DAYS = Number(process.env.NORTH_STEP_DEMO_DAYS ?? HISTORY_DAYS);
const MOST_DAYS = 366;
const ROOM_C = 21.5;
const HUMIDITY_PCT = 51;

if (!(Number.isInteger(DAYS) && DAYS >= 1 && DAYS <= MOST_DAYS)) {
  console.error(
    `NORTH_STEP_DEMO_DAYS=${process.env.NORTH_STEP_DEMO_DAYS} is not a number of days from 1 to ${MOST_DAYS}.`,
  );
  process.exit(2);
}
/** Starts North Step with the demo workshop: an empty folder is filled first, an old one is left as it is. */
await runFromCommandLine({ data: '.data/demo', log: 'warn' }, fillEmpty, startDevices);

async function fillEmpty(db: Db): Promise<void> {
  console.log(`Playing ${DAYS} days of the demo workshop into a new database …`);
  const startedMs = performance.now();
  await tellStory(db, { nowMs: Date.now(), liveNowMs: Date.now, days: DAYS });
  console.log(`… told in ${((performance.now() - startedMs) / 1000).toFixed(0)} s.`);
}

/** The simulated devices, over the same HTTP that real ones would use. They measure the demo's truth, not its book. */
async function startDevices({ db, address }: Running): Promise<void> {
  const world: World = async (vesselId) => {
    const truth = truthOf((await readHistory(db)).items).get(vesselId) ?? { solventG: 1, waterG: 0, resinG: 0 };
    const loadPctW = trueLoadPctW(truth);
    const densityGPerMl = bathDensityGPerMl({ strengthPctW: trueStrengthPctW(truth), loadPctW, tempC: ROOM_C });
    return { loadPctW, densityGPerMl, tempC: ROOM_C, clarityPerPctMm: CLARITY_PER_PCT_MM * 1.08 };
  };
  const lamp: LampWorld = () => trueLampBox(db);
  const room = new SimulatedRoom({ tempC: ROOM_C, humidityPct: HUMIDITY_PCT });
  const roomC = () => room.now().tempC;
  // machines are found as the open batches left them
  const { open, nowMs } = (await (await fetch(`${address}/api/bench`)).json()) as BenchReply;
  const leftS = (station: string) => {
    const step = open.map(currentStep).find((one) => one?.state === 'running' && one.station === station);
    return step ? Math.max(0, remainingS(step, nowMs)) : 0;
  };
  const register = async (id: string, kind: NewDevice['kind'], name: string, stationId?: string) => {
    const token = newToken();
    await registerDevice(db, { id, kind, name, simulated: true, stationId, token });
    return { server: address, id, token };
  };
  const devices = [
    runScale(await register('bench-scale', 'scale', 'Bench scale'), world),
    runCamera(await register('bench-camera', 'camera', 'Camera'), world, (batchId) => trueColours(db, batchId)),
    runLampBox(await register('lamp-box', 'lamp', 'Lamp box', 'lamp-box'), lamp, 1, leftS('lamp-box')),
    runUvMeter(await register('uv-meter', 'uv-meter', 'UV meter'), lamp),
    runWashUnit(await register('wash-unit-1', 'wash-unit', 'Wash unit 1', 'wash-1'), roomC, leftS('wash-1')),
    runWashUnit(await register('wash-unit-2', 'wash-unit', 'Wash unit 2', 'wash-2'), roomC, leftS('wash-2')),
    runDensityMeter(await register('density-meter', 'density-meter', 'Density meter'), world),
    runRoomSensor(await register('room-sensor', 'room-sensor', 'Thermometer by the rack'), room),
    runVapourSensor(await register('vapour-sensor', 'vapour-sensor', 'Vapour sensor'), room),
    runScanner(await register('scanner', 'scanner', 'Label scanner'), async (batchId) => {
      const row = await db.maybeOne<{ name: string }>(sql`SELECT name FROM batch WHERE id = ${batchId}`);
      return row && `#${row.name}`;
    }),
    runStill(await register('yard-still', 'still', 'Yard still'), chargeOf(address), roomC),
    runWeatherMast(await register('weather-mast', 'weather-mast', 'Weather mast')),
    lendHands(address),
  ];
  process.on('exit', () => {
    for (const device of devices) device.stop();
  });
}
