import type { BatchReply, BenchReply, DeviceKind, LampsReply } from '@north-step/contract';
import { lightS } from '@north-step/core/batch';
import type { Lab } from '@north-step/core/colour';
import { tintDeltaB } from '@north-step/core/cure';
import { meterSpots } from '@north-step/core/light';
import { makeRandom } from '@north-step/core/maths';
import { CLARITY_PER_PCT_MM } from '@north-step/core/reading';
import { cureConstantsOf } from '@north-step/core/resin';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import { SIMULATED } from './kinds/index.ts';
import { SimulatedRoom } from './room.ts';
import type { RunningDevice, Standing, TrueLamp, Workshop } from './workshop.ts';

/** What stands where: a simulated device for practice speaks over HTTP as a real one would. */
export type PracticeDevice = Standing & { readonly kind: DeviceKind };

/** How far a bath, and a lamp, may really be from what the workshop believes of it: something to find out. */
const BATH_OFF_SHARE = 0.15;
const LAMP_OFF_SHARE = 0.1;
/** For a device that stands at no lamp. */
const UNKNOWN_LAMP: TrueLamp = { mWPerCm2: 8, byPlace: {}, heatsK: 6, roomC: 21, timerStepS: 1 };
const UNLIT: Lab = { l: 86, a: -1, b: 5 };

/** The same made-up error each time for a thing: its practice can be learned from. @returns a factor around 1 */
function off(id: string, share: number): number {
  const seed = [...id].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1_000_003, 7);
  return 1 + share * Math.max(-2, Math.min(2, makeRandom(seed).normal()));
}

async function read<T>(server: string, path: string): Promise<T> {
  const response = await fetch(`${server}${path}`);
  if (!response.ok) throw new Error(`${path}: ${response.status}`);
  return (await response.json()) as T;
}

/** A bath as it is believed to be, a little off. */
const bathOf =
  (server: string): Workshop['bath'] =>
  async (vesselId) => {
    const { vessels, care, bench } = await read<BenchReply>(server, '/api/bench');
    const vessel = vessels.find(({ id }) => id === vesselId);
    const note = care[vesselId];
    const loadPctW = Math.max(0, (note?.loadPctW ?? vessel?.loadPctW ?? 0) * off(vesselId, BATH_OFF_SHARE));
    const solvent = vessel?.solvent ?? 'isopropanol';
    const strengthPctW = note?.strengthPctW ?? vessel?.strengthPctW ?? 0;
    const density = bathDensityGPerMl({ strengthPctW, loadPctW, tempC: bench.roomC, solvent });
    return { loadPctW, densityGPerMl: density, tempC: bench.roomC, clarityPerPctMm: CLARITY_PER_PCT_MM };
  };

/** A lamp as it is described, a little off. A meter without a place of its own is held under the first lamp. */
const lampOf =
  (server: string): Workshop['lamp'] =>
  async (stationId) => {
    const [{ lamps }, { bench }] = await Promise.all([
      read<LampsReply>(server, '/api/lamps'),
      read<BenchReply>(server, '/api/bench'),
    ]);
    const lit = lamps.filter(({ lamp }) => lamp.kind === 'box' || lamp.kind === 'small');
    const found = lit.find((one) => one.stationId === stationId) ?? lit[0];
    if (!found) return { ...UNKNOWN_LAMP, roomC: bench.roomC };
    const share = off(found.stationId, LAMP_OFF_SHARE);
    const { lamp } = found;
    const byPlace = Object.fromEntries(meterSpots(lamp).map(({ id }, i) => [id, (found.described[i] ?? 0) * share]));
    return {
      mWPerCm2: Math.max(0, ...Object.values(byPlace)),
      byPlace,
      heatsK: lamp.heatsK,
      roomC: bench.roomC,
      timerStepS: lamp.timerStepS,
      cutOutS: lamp.cutOutS,
    };
  };

const coloursOf =
  (server: string): Workshop['colours'] =>
  async (batchId) => {
    const { batch } = await read<BatchReply>(server, `/api/batches/${encodeURIComponent(batchId)}`);
    const mW = batch.light?.medianMWPerCm2 ?? UNKNOWN_LAMP.mWPerCm2;
    const adds = tintDeltaB(cureConstantsOf(batch.card), (lightS(batch) * mW) / 1000);
    return { part: { ...UNLIT, b: UNLIT.b + adds }, unlit: UNLIT };
  };
const labelOf =
  (server: string): Workshop['labelOf'] =>
  async (batchId) =>
    `#${(await read<BatchReply>(server, `/api/batches/${encodeURIComponent(batchId)}`)).batch.name}`;

/** What stands in a still, by the book. */
export const chargeOf =
  (server: string): Workshop['charge'] =>
  async (vesselId) => {
    const { vessels } = await read<BenchReply>(server, '/api/bench');
    const found = vessels.find(({ id }) => id === vesselId);
    return { isopropanolG: found?.solventG ?? 0, waterG: found?.waterG ?? 0, resinG: found?.resinG ?? 0 };
  };

/** All sensors of a workshop feel the same air. */
const rooms = new Map<string, SimulatedRoom>();
function roomOf(server: string): SimulatedRoom {
  const room = rooms.get(server) ?? new SimulatedRoom({ tempC: 21, humidityPct: 50 });
  rooms.set(server, room);
  return room;
}

/** A workshop as it believes itself to be, a little off. */
const believed = (server: string): Workshop => ({
  bath: bathOf(server),
  charge: chargeOf(server),
  lamp: lampOf(server),
  colours: coloursOf(server),
  labelOf: labelOf(server),
  room: roomOf(server),
});

/** Starts a simulated device for practice. It measures what the workshop believes, a little off. */
export const runPractice = ({ kind, ...at }: PracticeDevice): RunningDevice => SIMULATED[kind](at, believed(at.server));
