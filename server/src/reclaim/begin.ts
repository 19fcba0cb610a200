import {
  DEFAULT_STOP,
  NO_BALANCE,
  type RunKind,
  type RunState,
  runKind,
  stepsFrom,
  USUAL_STILL_W,
} from '@north-step/core/reclaim';
import { isAlcohol, loadPctW, strengthPctW } from '@north-step/core/solvent';
import { litresText } from '@north-step/core/units';
import { parcelOf, type VesselRow } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { massG, need, refuseInRun, roomFor, taken, volumeOf } from '../solvent/index.ts';
import { pouredFacts } from './finish.ts';
import { RUN_TOPICS, recordRun } from './store.ts';

const EMPTY_ML = 1;

/** A run is begun: what comes from where, in what it stands, where what comes back goes. Nothing moves yet. */
export const beginRun: Handler<'reclaim.begin'> = async (work) => {
  const { tx, context, command } = work;
  const { kind, amountMl } = command;
  const shape = runKind(kind);
  const from = await need(context, tx, command.fromVesselId, command);
  const inside = await need(context, tx, command.insideVesselId, command);
  const to = command.toVesselId === undefined ? undefined : await need(context, tx, command.toVesselId, command);
  const standsThere = from.id === inside.id;
  refuseUnfit(kind, { from, inside, to });
  await refuseInRun(tx, [from.id, inside.id, to?.id]);
  taken(from, amountMl);
  if (!standsThere) {
    if (volumeOf(inside) >= EMPTY_ML)
      throw new Refused({
        code: 'LIQUID_LEFT',
        field: 'insideVesselId',
        message: `${inside.name} still holds ${litresText(volumeOf(inside))}.`,
        remedy: 'Pour it out first, or begin with what stands in it.',
      });
    const mostMl = shape.fillShare * inside.capacity_ml;
    if (amountMl > mostMl * 1.001)
      throw new Refused({
        code: 'OVER_CAPACITY',
        field: 'amountMl',
        message: `${inside.name} takes ${litresText(mostMl)} at most: the rest stays empty.`,
        remedy: `Begin with ${litresText(mostMl)}, and do the rest after it.`,
      });
  }
  if (to) roomFor(to, kind === 'distil' ? amountMl * 0.9 : amountMl * 0.75);
  const run = await newRun(work, { from, inside, to });
  const begun = await recordRun(work, undefined, [{ type: 'begun', run, atMs: run.createdAtMs, by: command.by }]);
  // what stands there already needs no pouring
  const poured = standsThere ? [await pouredFacts(work, begun, begun.steps[0]!, inside)] : [];
  return { reply: { run: poured.length > 0 ? await recordRun(work, begun, poured) : begun }, topics: RUN_TOPICS };
};

type Vessels = { readonly from: VesselRow; readonly inside: VesselRow; readonly to?: VesselRow | undefined };
/** @throws Refused where a vessel, or what is in it, is not made for this way */
function refuseUnfit(kind: RunKind, { from, inside, to }: Vessels): void {
  const shape = runKind(kind);
  if (inside.kind !== shape.inside)
    throw new Refused({
      code: 'WRONG_VESSEL',
      field: 'insideVesselId',
      message: `${inside.name} is a ${inside.kind}; to ${shape.label} takes a ${shape.inside}.`,
      remedy: `Add a ${shape.inside} under Solvent, or choose another way.`,
    });
  if (kind === 'pan' && isAlcohol(from.solvent))
    throw new Refused({
      code: 'WRONG_SOLVENT',
      field: 'fromVesselId',
      message: `${from.name} holds ${from.solvent}: a water pan is for water.`,
      remedy: 'Filter it, distil it, or hand it over.',
    });
  if (kind !== 'pan' && !isAlcohol(from.solvent))
    throw new Refused({
      code: 'WRONG_SOLVENT',
      field: 'fromVesselId',
      message: `${from.name} holds ${from.solvent}: that dries in a pan, or goes to a treatment works.`,
      remedy: 'Choose the water pan.',
    });
  if (shape.givesBack && !to)
    throw new Refused({
      code: 'NO_VESSEL',
      field: 'toVesselId',
      message: 'It must be said where what comes back goes.',
      remedy: 'Choose the reclaimed bottle.',
    });
}

async function newRun(
  { tx, context, command }: Parameters<Handler<'reclaim.begin'>>[0],
  { from, inside, to }: Vessels,
): Promise<RunState> {
  const held = parcelOf(from);
  const strength = strengthPctW(held);
  const { kind, by, powerW = USUAL_STILL_W, altitudeM = 0, stopC = DEFAULT_STOP.potC } = command;
  // what stands there already stands there whole
  const amountMl = from.id === inside.id ? volumeOf(from) : command.amountMl;
  return {
    id: context.newId(),
    name: `Reclaim ${await nextNumber(tx)}`,
    kind,
    solvent: from.solvent,
    createdAtMs: context.nowMs(),
    by,
    from: { id: from.id, name: from.name },
    inside: { id: inside.id, name: inside.name },
    ...(to ? { to: { id: to.id, name: to.name } } : {}),
    amountMl,
    takenG: (massG(held) * amountMl) / volumeOf(from),
    loadPctW: loadPctW(held),
    strengthPctW: Number.isNaN(strength) ? 0 : strength,
    steps: stepsFrom(runKind(kind).opening),
    passes: [],
    filterCaughtG: await caughtSoFar(tx),
    filtersChanged: 0,
    ...(kind === 'distil'
      ? {
          still: {
            powerW,
            altitudeM,
            stop: { ...DEFAULT_STOP, potC: stopC },
            minutes: 0,
            yield: 0,
            strengthPctW: 0,
            potC: [0, 0] as const,
          },
        }
      : {}),
    weather: [],
    covered: false,
    rainG: 0,
    balance: NO_BALANCE,
  };
}

const nextNumber = async (tx: Queryable): Promise<number> =>
  (await tx.one<{ n: number }>(sql`SELECT count(*)::int + 1 AS n FROM reclaim_run`)).n;

/** What the filter has caught since it was changed: it outlives a run. */
async function caughtSoFar(tx: Queryable): Promise<number> {
  const row = await tx.maybeOne<{ grams: number }>(sql`
    SELECT (state->>'filterCaughtG')::float8 AS grams FROM reclaim_run
     WHERE state->>'kind' = 'harden-filter' ORDER BY created_at DESC LIMIT 1`);
  return row?.grams ?? 0;
}
