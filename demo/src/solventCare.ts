import type { SolventReply, Vessel } from '@north-step/contract';
import type { Random } from '@north-step/core/maths';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import { type Db, SolventBook } from '@north-step/server';
import { tendReclaim } from './reclaimCare.ts';
import type { Technician } from './technician.ts';
import { trueLoadPctW, trueStrengthPctW, truthOf } from './truth.ts';

/** The shop rotates by what its book says, which runs behind the truth. */
const FIRST_ROTATES_AT_PCT_W = 6.5;
const CLEAN_ROTATES_AT_PCT_W = 2.6;
const LAST_ROTATED_DAYS_AGO = 2;
const BATH_ML = 4600;
const JAR_ML = 600;
const JAR_CHANGES_AT_PCT_W = 2;
const WATERS = [
  ['rinse-bowl', 1500],
  ['clear-bowl', 1500],
  ['soap-tub', 2500],
  ['tank-water', 1500],
] as const;
/** Below this a bowl is topped up. */
const WATER_LEAST_SHARE = 0.8;
/** Contaminated water goes to the pan outdoors. */
const WATER_CHANGES_AT_PCT_W = 2;
/** Waters are changed by the calendar as well: they go stale. */
const WATERS_EVERY_DAYS = 21;
/** From this many days ago on nobody took a reading: why two baths are uncertain today. */
export const LAST_READING_DAYS_AGO = { 'bath-1': 9, 'bath-2': 16 } as const;

export type Shop = { readonly db: Db; readonly random: Random; readonly people: readonly Technician[] };

/** What stood in the workshop before the story begins. */
export async function stock({ people }: Shop): Promise<void> {
  const lead = people[0]!;
  await lead.send('/api/solvent/fill', {
    vesselId: 'fresh-can',
    volumeMl: 25_000,
    strengthPct: 99,
    strengthBy: 'volume',
  });
  for (const vesselId of ['bath-1', 'bath-2'])
    await lead.send('/api/solvent/fill', { vesselId, volumeMl: BATH_ML, fromVesselId: 'fresh-can' });
  await lead.send('/api/solvent/fill', { vesselId: 'ultra-jar', volumeMl: JAR_ML, fromVesselId: 'fresh-can' });
  for (const [vesselId, volumeMl] of WATERS) await lead.send('/api/solvent/fill', { vesselId, volumeMl });
}

/** The end of a day at the baths: rotate, top up, buy, reclaim; once a week a reading. */
export async function tendSolvent(shop: Shop, daysAgo: number): Promise<void> {
  const [mara, osei] = shop.people as [Technician, Technician];
  const { vessels } = await mara.get<SolventReply>('/api/solvent?limit=1');
  const of = (id: string): Vessel => vessels.find((vessel) => vessel.id === id)!;
  const due = of('bath-1').loadPctW >= FIRST_ROTATES_AT_PCT_W || of('bath-2').loadPctW >= CLEAN_ROTATES_AT_PCT_W;
  // the last rotation is on the same day whatever the calendar, so that a visitor finds Wash 1 on its way to its limit
  if (daysAgo === LAST_ROTATED_DAYS_AGO || (due && daysAgo > LAST_ROTATED_DAYS_AGO)) await mara.rotate();
  else
    for (const bath of [of('bath-1'), of('bath-2')])
      if (bath.volumeMl < BATH_ML * 0.88)
        await osei.send('/api/solvent/fill', {
          vesselId: bath.id,
          volumeMl: Math.round(BATH_ML - bath.volumeMl),
          fromVesselId: 'fresh-can',
        });
  await tendSmall(osei, of, daysAgo % WATERS_EVERY_DAYS === 4);
  if (of('fresh-can').volumeMl < 10_000)
    await mara.send('/api/solvent/fill', {
      vesselId: 'fresh-can',
      volumeMl: Math.floor(24_500 - of('fresh-can').volumeMl),
      strengthPct: 99,
      strengthBy: 'volume',
    });
  await tendReclaim(osei, daysAgo, of);
  const stillRead = (id: keyof typeof LAST_READING_DAYS_AGO) => daysAgo >= LAST_READING_DAYS_AGO[id];
  const week = Math.floor(daysAgo / 7);
  const bathId = week % 3 === 2 ? 'bath-2' : 'bath-1';
  if (daysAgo % 7 === 2 && stillRead(bathId)) await readBath(shop, bathId, week % 4 === 1 ? 'flask' : 'residue');
  if (daysAgo === 1) await readBath(shop, 'ultra-jar', 'residue');
  if (daysAgo === 61)
    await osei.send('/api/solvent/count', {
      vesselId: 'fresh-can',
      volumeMl: Math.round(of('fresh-can').volumeMl * 0.985),
    });
  if (daysAgo === 38)
    await mara.send('/api/solvent/discard', {
      vesselId: 'bath-1',
      volumeMl: 120,
      to: 'spilled',
      note: 'basket caught the rim',
    });
}

/** The jar of the tub is emptied into the drum and filled anew; bowls are topped up with water, or poured into the pan and filled anew. */
async function tendSmall(technician: Technician, of: (id: string) => Vessel, stale: boolean): Promise<void> {
  if (of('ultra-jar').loadPctW > JAR_CHANGES_AT_PCT_W) {
    const { volumeMl } = of('ultra-jar');
    await technician.send('/api/solvent/discard', {
      vesselId: 'ultra-jar',
      volumeMl: Math.floor(volumeMl),
      to: 'disposed',
      note: 'jar of the tub changed',
    });
    await technician.send('/api/solvent/fill', { vesselId: 'ultra-jar', volumeMl: JAR_ML, fromVesselId: 'fresh-can' });
  }
  for (const [vesselId, volumeMl] of WATERS) {
    const { volumeMl: heldMl, loadPctW } = of(vesselId);
    // soap is not mixed into the pan of water
    if ((stale && vesselId !== 'soap-tub') || loadPctW > WATER_CHANGES_AT_PCT_W) {
      await technician.send('/api/solvent/refill', { vesselId, toVesselId: 'pan' });
      await technician.send('/api/solvent/fill', { vesselId, volumeMl });
      continue;
    }
    if (heldMl < volumeMl * WATER_LEAST_SHARE)
      await technician.send('/api/solvent/fill', { vesselId, volumeMl: Math.round(volumeMl - heldMl) });
  }
}

/** A reading as the instruments would give it from what the bath really holds. */
async function readBath({ db, random, people }: Shop, vesselId: string, kind: 'flask' | 'residue'): Promise<void> {
  const truth = truthOf((await new SolventBook().read(db)).items).get(vesselId)!;
  const loadPctW = trueLoadPctW(truth);
  const density = bathDensityGPerMl({ strengthPctW: trueStrengthPctW(truth), loadPctW, tempC: 21.5 });
  const noise = (sd: number) => sd * Math.log(random.logNormal(1));
  const reading =
    kind === 'flask'
      ? { kind, flaskMl: 100, netG: Number((100 * density + noise(0.05)).toFixed(2)), tempC: 21.5 }
      : {
          kind,
          sampleMl: 10,
          residueG: Number(Math.max(0, (10 * density * loadPctW) / 100 + noise(0.015)).toFixed(2)),
        };
  await people[0]!.send('/api/solvent/readings', { vesselId, reading });
}
