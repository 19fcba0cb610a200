import type { Topic } from '@north-step/contract';
import { freshParcel, negate, type Parcel, portion, totalMg } from '@north-step/core/solvent';
import { litresText } from '@north-step/core/units';
import { parcelOf, toVessel, vesselById } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { putVessel } from '../setUp.ts';
import { writeReading } from './readings.ts';
import { massG, need, posted, refuseInRun, volumeOf } from './shared.ts';

const TOPICS: readonly Topic[] = ['solvent', 'bench'];

/** A physical count: the book follows what was found, the difference goes to unaccounted, and the estimator learns of it. */
export const count: Handler<'solvent.count'> = async ({ tx, context, command }) => {
  const vessel = await need(context, tx, command.vesselId, command);
  await refuseInRun(tx, [vessel.id]);
  if (command.volumeMl > vessel.capacity_ml * 1.001)
    throw new Refused({
      code: 'OVER_CAPACITY',
      message: `${vessel.name} holds at most ${litresText(vessel.capacity_ml)}.`,
      remedy: 'Read the mark again.',
      field: 'volumeMl',
    });
  const held = parcelOf(vessel);
  const bookMl = volumeOf(vessel);
  const missing: Parcel =
    bookMl >= 1
      ? portionOf(held, 1 - command.volumeMl / bookMl)
      : negate(freshParcel(command.volumeMl, 99, vessel.solvent));
  const outcome = await posted(context, tx, command, {
    kind: 'count',
    note: `${vessel.name} counted: ${litresText(command.volumeMl)} found, ${litresText(bookMl)} on the book`,
    lines: [
      { account: vessel.id, parcel: negate(missing) },
      { account: 'unaccounted', parcel: missing },
    ],
    deeds: [],
  });
  await writeReading(
    context,
    tx,
    command,
    vessel,
    { kind: 'level', volumeMl: command.volumeMl },
    { postingId: outcome.reply.postingId },
  );
  return { ...outcome, reply: { ...outcome.reply, unaccountedG: -massG(missing) } };
};

/** A signed share of a parcel: negative when more was found than booked. */
function portionOf(held: Parcel, share: number): Parcel {
  const amount = BigInt(Math.round(Math.abs(share) * Number(totalMg(held))));
  if (share >= 0) return portion(held, amount);
  // more than there is: whole parcels, then the rest
  const whole = amount / totalMg(held);
  const rest = portion(held, amount % totalMg(held));
  return negate([held[0] * whole + rest[0], held[1] * whole + rest[1], held[2] * whole + rest[2]]);
}

const vesselReply = async (tx: Queryable, id: string) => ({
  reply: { vessel: toVessel((await vesselById(tx, id))!) },
  topics: TOPICS,
});

/** A lid put on or taken off: what evaporated under the old one is booked first. */
export const setLid: Handler<'solvent.lid'> = async ({ tx, context, command }) => {
  const { vesselId, lid } = command;
  await need(context, tx, vesselId, command);
  await tx.many(
    sql`UPDATE vessel SET lid = ${lid}, evaporated_to = ${new Date(context.nowMs())} WHERE id = ${vesselId}`,
  );
  return vesselReply(tx, vesselId);
};

/** A limit that the shop keeps, stricter than what resins ask for; null takes it away. */
export const setLimit: Handler<'solvent.limit'> = async ({ tx, context, command }) => {
  await need(context, tx, command.vesselId, command);
  await tx.many(sql`UPDATE vessel SET shop_limit_pct = ${command.limitPctW} WHERE id = ${command.vesselId}`);
  return vesselReply(tx, command.vesselId);
};

/** Another vessel for the shop. */
export const addVessel: Handler<'solvent.vessel'> = async ({ tx, context, command }) => {
  const taken = await tx.maybeOne(
    sql`SELECT 1 AS one FROM vessel WHERE retired_at IS NULL AND lower(name) = lower(${command.name.trim()})`,
  );
  if (taken)
    throw new Refused({
      code: 'NAME_TAKEN',
      message: `There is already a vessel named ${command.name}.`,
      remedy: 'Give it another name.',
      field: 'name',
    });
  const id = context.newId();
  const { place } = await tx.one<{ place: number }>(sql`SELECT coalesce(max(place), 0)::int + 1 AS place FROM vessel`);
  const { kind, solvent, capacityMl, surfaceCm2 } = command;
  const vessel = { id, name: command.name.trim(), kind, solvent, capacityMl, surfaceM2: surfaceCm2 / 1e4 };
  await putVessel(tx, vessel, { lineId: null, inLine: null, place });
  return vesselReply(tx, id);
};
