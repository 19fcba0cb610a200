import type { BenchReply, DeviceKind } from '@north-step/contract';
import { currentStep, remainingS } from '@north-step/core/batch';
import { CLARITY_PER_PCT_MM } from '@north-step/core/reading';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import { chargeOf, SIMULATED, SimulatedRoom, type TrueBath, type Workshop } from '@north-step/devices';
import { type Db, newToken, type Running, registerDevice, SolventBook, sql } from '@north-step/server';
import { lendHands } from './hands.ts';
import { trueColours, trueLampBox } from './lightCare.ts';
import { trueLoadPctW, trueStrengthPctW, truthOf } from './truth.ts';

const ROOM_C = 21.5;
const HUMIDITY_PCT = 51;

/** What stands on the demo's bench. */
const DEMO_DEVICES: readonly (readonly [id: string, kind: DeviceKind, name: string, stationId?: string])[] = [
  ['bench-scale', 'scale', 'Bench scale'],
  ['bench-camera', 'camera', 'Camera'],
  ['lamp-box', 'lamp', 'Lamp box', 'lamp-box'],
  ['uv-meter', 'uv-meter', 'UV meter'],
  ['wash-unit-1', 'wash-unit', 'Wash unit 1', 'wash-1'],
  ['wash-unit-2', 'wash-unit', 'Wash unit 2', 'wash-2'],
  ['density-meter', 'density-meter', 'Density meter'],
  ['room-sensor', 'room-sensor', 'Thermometer by the rack'],
  ['vapour-sensor', 'vapour-sensor', 'Vapour sensor'],
  ['scanner', 'scanner', 'Label scanner'],
  ['yard-still', 'still', 'Yard still'],
  ['weather-mast', 'weather-mast', 'Weather mast'],
];

/** What a bath of the demo truly holds: its book is another matter. */
async function trueBath(db: Db, vesselId: string): Promise<TrueBath> {
  const truth = truthOf((await new SolventBook().read(db)).items).get(vesselId) ?? {
    solventG: 1,
    waterG: 0,
    resinG: 0,
  };
  const loadPctW = trueLoadPctW(truth);
  const densityGPerMl = bathDensityGPerMl({ strengthPctW: trueStrengthPctW(truth), loadPctW, tempC: ROOM_C });
  return { loadPctW, densityGPerMl, tempC: ROOM_C, clarityPerPctMm: CLARITY_PER_PCT_MM * 1.08 };
}

/** The simulated devices, over the same HTTP that real ones would use. They measure the demo's truth, not its book. */
export async function startDevices({ db, address }: Running): Promise<void> {
  const room = new SimulatedRoom({ tempC: ROOM_C, humidityPct: HUMIDITY_PCT });
  const workshop: Workshop = {
    bath: (vesselId) => trueBath(db, vesselId),
    charge: chargeOf(address),
    lamp: () => trueLampBox(db),
    colours: (batchId) => trueColours(db, batchId),
    labelOf: async (batchId) => {
      const row = await db.maybeOne<{ name: string }>(sql`SELECT name FROM batch WHERE id = ${batchId}`);
      return row && `#${row.name}`;
    },
    room,
  };
  // machines are found as the open batches left them
  const { open, nowMs } = (await (await fetch(`${address}/api/bench`)).json()) as BenchReply;
  const leftS = (station: string) => {
    const step = open.map(currentStep).find((one) => one?.state === 'running' && one.station === station);
    return step ? Math.max(0, remainingS(step, nowMs)) : 0;
  };
  const start = async ([id, kind, name, stationId]: (typeof DEMO_DEVICES)[number]) => {
    const token = newToken();
    await registerDevice(db, { id, kind, name, simulated: true, stationId, token });
    const found = stationId === undefined ? {} : { stationId, leftS: leftS(stationId) };
    return SIMULATED[kind]({ server: address, id, token, ...found }, workshop);
  };
  const devices = [lendHands(address)];
  for (const one of DEMO_DEVICES) devices.push(await start(one));
  process.on('exit', () => {
    for (const device of devices) device.stop();
  });
}
