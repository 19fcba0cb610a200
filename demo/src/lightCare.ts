import type { LampsReply } from '@north-step/contract';
import { type BatchState, lightS } from '@north-step/core/batch';
import type { Lab } from '@north-step/core/colour';
import {
  type CureSetting,
  cureWindow,
  expectedStiffness,
  FAMILY_CONSTANTS,
  LADDER_S,
  scaledConstants,
  type TestSchedule,
  tintDeltaB,
} from '@north-step/core/cure';
import { meterSpots } from '@north-step/core/light';
import { makeRandom, type Random } from '@north-step/core/maths';
import { cureConstantsOf } from '@north-step/core/resin';
import type { TrueLamp } from '@north-step/devices';
import { type Db, sql } from '@north-step/server';
import { LAMP_BOX } from './lamps.ts';
import type { Shop } from './solventCare.ts';

/** Days on which the lead walks round with the UV meter. */
const METER_DAYS_AGO = [118, 74, 33, 5];
/** After a lens hood came out yellow: a ladder of coupons for Clear Port in the lamp box. */
const LADDER_DAYS_AGO = 69;
/** Is the oven worth its hour for Tough Mooring? Samples with and without it. */
const TEST_DAYS_AGO = 52;
const ROOM_C = 21.5;
const SAMPLES = 5;
/** Shore D of Tough Mooring as it really is: heat adds three quarters of what its constants say. */
const TRUE_TOUGH = { none: 46, span: 38, heatWorth: 0.75, sampleSd: 1.8, setSd: 0.8 };
/** Light that the box has truly lost of what its description says, by its hours: 6 % in 400. */
const trueShare = (hours: number): number => (1 - 0.06) ** (hours / 400);
const METER_NOISE = 0.015;
/** Clear Port as it really is in this box: a little faster than its card, and yellow sooner. */
const TRUE_CLEAR = { lnRate: 0.06, lnDose: -0.1 };
const COUPON_NOISE = 0.06;

/** What is done about light on a day of the story: metering, a ladder. */
export async function tendLight({ people, random }: Shop, daysAgo: number): Promise<void> {
  const lead = people[0]!;
  if (METER_DAYS_AGO.includes(daysAgo)) {
    const { lamps } = await lead.get<LampsReply>('/api/lamps');
    const box = lamps.find(({ stationId }) => stationId === 'lamp-box')!;
    const readings = meterSpots(box.lamp).map(({ id }, i) => ({
      spot: id,
      mWPerCm2: Number((box.described[i]! * trueShare(box.lamp.hours) * random.logNormal(METER_NOISE)).toFixed(2)),
    }));
    await lead.send('/api/lamps/lamp-box/meter', { readings });
  }
  if (daysAgo === LADDER_DAYS_AGO) {
    const { lamps } = await lead.get<LampsReply>('/api/lamps');
    const light = lamps.find(({ stationId }) => stationId === 'lamp-box')!.now.mWPerCm2;
    await lead.send('/api/pairs/ladders', {
      stationId: 'lamp-box',
      cardId: 'clear-port',
      lot: '22-C',
      medium: 'air',
      outcomes: coupons(light, random),
    });
  }
  if (daysAgo === TEST_DAYS_AGO) {
    const { lamps } = await lead.get<LampsReply>('/api/lamps');
    const light = lamps.find(({ stationId }) => stationId === 'lamp-box')!.now.mWPerCm2;
    for (const set of hardnessSets(light)) await lead.send('/api/cure-tests', set);
  }
}

/** Shore D of samples of Tough Mooring, lit alike, with and without an oven. */
function hardnessSets(mWPerCm2: number) {
  const random = makeRandom(TEST_DAYS_AGO);
  const { none, span, heatWorth, sampleSd, setSd } = TRUE_TOUGH;
  const lit: TestSchedule = { seconds: 840, mWPerCm2, medium: 'air', tempC: ROOM_C, wallMm: 3 };
  const oven = (minutes: number): TestSchedule => ({ ...lit, oven: { tempC: 60, seconds: 60 * minutes } });
  return [lit, { ...lit, seconds: 1560 }, oven(30), oven(60)].map((schedule) => {
    const base = { constants: FAMILY_CONSTANTS.tough, roomC: ROOM_C, lampHeatsK: LAMP_BOX.heatsK };
    const { unheated, heated } = expectedStiffness(base, schedule);
    const mean = none + span * (unheated + heatWorth * (heated - unheated)) + setSd * random.normal();
    const readings = Array.from({ length: SAMPLES }, () => Math.round(mean + sampleSd * random.normal()));
    return { cardId: 'tough-mooring', lot: 'T-07', schedule, property: 'Shore D', readings };
  });
}

/** Eight coupons of Clear Port as they would come out of this box. */
function coupons(mWPerCm2: number, random: Random) {
  const setting: CureSetting = {
    constants: scaledConstants(FAMILY_CONSTANTS.clear, TRUE_CLEAR),
    wallMm: 3,
    coldMWPerCm2: mWPerCm2,
    hotMWPerCm2: mWPerCm2,
    medium: 'air',
    tempC: 22,
    lampHeatsK: LAMP_BOX.heatsK,
  };
  const { handleS = 0, maxS = Number.POSITIVE_INFINITY } = cureWindow(setting);
  return LADDER_S.map((seconds) => {
    const tinted = seconds > maxS * random.logNormal(COUPON_NOISE);
    const tacky = seconds < handleS * random.logNormal(COUPON_NOISE);
    return { seconds, result: tinted ? 'tinted' : tacky ? 'tacky' : 'ok' };
  });
}

/** The lamp box as it really is now: by its description, its hours and what it has lost. */
export async function trueLampBox(db: Db): Promise<TrueLamp> {
  const row = await db.one<{ lamp: typeof LAMP_BOX; described: readonly number[]; burnt_h: number }>(
    sql`SELECT lamp, described, burnt_h FROM lamp WHERE station_id = 'lamp-box'`,
  );
  const share = trueShare(row.lamp.hours + row.burnt_h);
  const spots = meterSpots(row.lamp);
  const byPlace = Object.fromEntries(spots.map(({ id }, i) => [id, row.described[i]! * share]));
  return {
    mWPerCm2: byPlace.out!,
    byPlace,
    heatsK: row.lamp.heatsK,
    roomC: 21.5,
    timerStepS: row.lamp.timerStepS,
    cutOutS: row.lamp.cutOutS,
  };
}

/** Every resin before light, for the camera: only what the light adds is computed. */
const UNLIT: Lab = { l: 86, a: -1, b: 5 };

/** The colour of a batch's parts as they truly are, by the light they had, beside an unlit piece. */
export async function trueColours(db: Db, batchId: string): Promise<{ readonly part: Lab; readonly unlit: Lab }> {
  const row = await db.maybeOne<{ state: BatchState }>(sql`SELECT state FROM batch WHERE id = ${batchId}`);
  if (!row) return { part: UNLIT, unlit: UNLIT };
  const { mWPerCm2 } = await trueLampBox(db);
  const constants = scaledConstants(cureConstantsOf(row.state.card), TRUE_CLEAR);
  const addsDeltaB = tintDeltaB(constants, (lightS(row.state) * mWPerCm2) / 1000);
  return { part: { ...UNLIT, b: UNLIT.b + addsDeltaB }, unlit: UNLIT };
}
