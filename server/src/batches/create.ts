import type { BatchReply, NewBatch } from '@north-step/contract';
import type { MeshMeasures } from '@north-step/core/mesh';
import type { ResinCard } from '@north-step/core/resin';
import {
  type BatchEvent,
  type BatchPlan,
  type BatchRequest,
  type BatchState,
  joinParts,
  layRoute,
  type PartFacts,
  partFromMesh,
  planBatch,
  plateAreaMm2,
  routeRefusal,
  stationOf,
  TWO_BATHS,
  TYPICAL_WALL_MM,
} from '@north-step/core/route';
import { allStations, benchNow } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { runCommand } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import { newestRoute } from '../routes/index.ts';
import { batchName, record } from './store.ts';

export function createBatch(context: Context, command: NewBatch): Promise<BatchReply> {
  return runCommand(context, { commandId: command.commandId, kind: 'batch.create' }, async (tx) => {
    const card = await newestCard(tx, command.cardId);
    const lot = await tx.maybeOne(
      sql`SELECT 1 AS one FROM lot WHERE card_id = ${command.cardId} AND code = ${command.lot}`,
    );
    if (!lot)
      throw new Refused({ code: 'UNKNOWN_LOT', message: `${card.name} has no lot “${command.lot}”.`, field: 'lot' });
    const pieces = [{ part: command.part, count: command.count }, ...(command.more ?? [])];
    const { part, count } = joinParts(
      await Promise.all(
        pieces.map(async (one, i) => ({
          part: await partFacts(tx, one.part, i === 0 ? 'part' : `more.${i - 1}.part`),
          count: one.count,
        })),
      ),
    );
    const route = await newestRoute(tx, command.routeId ?? (card.procedure ? 'procedure' : TWO_BATHS.id));
    const atMs = context.nowMs();
    const bench = await benchNow(tx);
    const request = {
      card,
      part,
      count,
      dripS: command.dripS,
      plateAreaMm2: plateAreaMm2(part, count),
      bench,
      route,
    };
    const plan = planBatch(request);
    await refuseUnfit(tx, request, plan);
    const earlier = Number((await tx.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM batch`)).n);
    const batch: BatchState = {
      id: context.newId(),
      name: batchName(earlier),
      card,
      lot: command.lot,
      count,
      part,
      plateAreaMm2: request.plateAreaMm2,
      route: { id: route.id, name: route.name, version: route.version },
      customer: command.customer,
      dueAtMs: command.dueAtMs,
      createdAtMs: atMs,
      steps: layRoute(request, plan),
      filmUm: plan.film.meanFilmUm,
      clingingMg: ['0', '0', '0'],
      addS: plan.cure.doses?.addS ?? bench.lamp.timerStepS,
      lastS: plan.cure.doses && Number.isFinite(plan.cure.doses.lastS) ? plan.cure.doses.lastS : undefined,
      broken: 0,
    };
    const created: BatchEvent = { type: 'created', atMs, by: command.by ?? 'workshop', batch };
    const after = await record(tx, undefined, [created], command.commandId);
    return { reply: { batch: after }, topics: ['bench', 'batches', `batch:${after.id}`] };
  });
}

/** A route that this bench, card and part cannot run is refused with the sentence that the rules give. */
async function refuseUnfit(tx: Queryable, request: BatchRequest, plan: BatchPlan): Promise<void> {
  const { route, card, part, bench } = request;
  if (!route) return;
  const known = new Set((await allStations(tx)).map(({ id }) => id));
  const missing = route.steps.find((step) => !known.has(stationOf(step)));
  if (missing)
    throw new Refused({
      code: 'NO_STATION',
      message: `${route.name} uses the station “${stationOf(missing)}”, which this bench does not have.`,
      remedy: 'Take another route.',
      field: 'routeId',
    });
  const solventAt = (station: string) => bench.baths?.[station]?.solvent;
  const refusal = routeRefusal(route, { card, part, filmUm: plan.film.meanFilmUm, solventAt });
  if (refusal) throw new Refused({ ...refusal, field: 'routeId' });
}

async function newestCard(tx: Queryable, id: string): Promise<ResinCard> {
  const row = await tx.maybeOne<{ card: ResinCard }>(
    sql`SELECT card FROM resin_card WHERE id = ${id} ORDER BY version DESC LIMIT 1`,
  );
  if (!row) throw unknown('resin card', id);
  return row.card;
}

async function partFacts(tx: Queryable, part: NewBatch['part'], field: string): Promise<PartFacts> {
  if (part.meshSha256 === undefined) {
    if (part.areaMm2 === undefined || part.heightMm === undefined) {
      throw new Refused({
        code: 'BAD_VALUE',
        message: 'Without a file, say the surface and the height of one piece.',
        field: `${field}.areaMm2`,
      });
    }
    return { name: part.name, areaMm2: part.areaMm2, heightMm: part.heightMm, wallMm: part.wallMm ?? TYPICAL_WALL_MM };
  }
  const mesh = await tx.maybeOne<{ measures: MeshMeasures }>(
    sql`SELECT measures FROM mesh WHERE sha256 = ${part.meshSha256}`,
  );
  if (!mesh)
    throw new Refused({
      code: 'UNKNOWN_ID',
      message: 'The part’s file is not stored here.',
      remedy: 'Drop it again.',
      field: `${field}.meshSha256`,
    });
  return { ...partFromMesh(part.name, mesh.measures), meshSha256: part.meshSha256 };
}
