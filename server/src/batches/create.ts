import type { NewBatch } from '@north-step/contract';
import { type BatchEvent, type BatchState, type Priority, takenBy } from '@north-step/core/batch';
import type { MeshMeasures } from '@north-step/core/mesh';
import { joinParts, type PartFacts, partFromMesh, plateAreaMm2, TYPICAL_WALL_MM } from '@north-step/core/part';
import { type BatchPlan, type BatchRequest, dripSOf, newBatch, planBatch } from '@north-step/core/plan';
import type { ResinCard } from '@north-step/core/resin';
import { ownOrder, routeRefusal, usualRoute } from '@north-step/core/route';
import { benchNow, openBatches } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler, Said } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { cardAt, unknownLot } from '../resins/index.ts';
import { newestRoute } from '../routes/index.ts';
import { batchName, record } from './store.ts';

export const createBatch: Handler<'batch.create'> = async ({ tx, context, command }) => {
  const card = await cardAt(tx, command.cardId);
  const lot = await tx.maybeOne<{ used_up: boolean }>(
    sql`SELECT used_up_at IS NOT NULL AS used_up FROM lot WHERE card_id = ${command.cardId} AND code = ${command.lot}`,
  );
  if (!lot) throw unknownLot(card.name, command.lot);
  if (lot.used_up)
    throw new Refused({
      code: 'LOT_USED_UP',
      message: `Lot “${command.lot}” of ${card.name} is used up.`,
      remedy: 'Take another lot, or put this one back on the shelf on its resin’s page.',
      field: 'lot',
    });
  const pieces = [{ part: command.part, count: command.count }, ...(command.more ?? [])];
  const { part, count } = joinParts(
    await Promise.all(
      pieces.map(async (one, i) => ({
        part: await partFacts(tx, one.part, i === 0 ? 'part' : `more.${i - 1}.part`),
        count: one.count,
      })),
    ),
  );
  const after = await hang(context, tx, { ...command, card, part, count });
  return {
    reply: { batch: after },
    about: after.id,
    patch: { batch: after },
    topics: ['bench', 'batches', `batch:${after.id}`, `hung:${after.id}`],
  };
};

/** The same parts once more, by the newest card of the resin and the newest version of the route. */
export async function hangAgain(
  context: Context,
  tx: Queryable,
  batch: BatchState,
  command: Said,
): Promise<BatchState> {
  const card = await cardAt(tx, batch.card.id);
  const { part, count, lot, customer } = batch;
  return hang(context, tx, {
    ...command,
    card,
    part,
    count,
    routeId: batch.route?.id,
    lot,
    customer,
    dripS: dripSOf(batch),
  });
}

type Hang = Said & {
  readonly card: ResinCard;
  readonly part: PartFacts;
  readonly count: number;
  /** without one, the usual route of this bench */
  readonly routeId?: string | undefined;
  readonly lot: string;
  readonly dripS: number;
  readonly customer?: string | undefined;
  readonly dueAtMs?: number | undefined;
  readonly priority?: Priority | undefined;
  readonly note?: string | undefined;
};

/** Plans a batch at the bench as it is now and writes its first fact. */
async function hang(context: Context, tx: Queryable, wanted: Hang): Promise<BatchState> {
  const { card, part, count, dripS } = wanted;
  const atMs = context.nowMs();
  const bench = await benchNow(tx, context.nowMs());
  const route = ownOrder(card, await newestRoute(tx, wanted.routeId ?? usualRoute({ card, part, bench }).id));
  const taken = takenBy(await openBatches(tx));
  const request = { card, part, count, dripS, plateAreaMm2: plateAreaMm2(part, count), bench, route, taken };
  const plan = planBatch(request);
  refuseUnfit(request, plan);
  // split batches carry the name of the one they came from, with a letter
  const { n } = await tx.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM batch WHERE name !~ '[b-z]$'`);
  const batch = newBatch(
    request,
    {
      id: context.newId(),
      name: batchName(Number(n)),
      lot: wanted.lot,
      createdAtMs: atMs,
      customer: wanted.customer,
      dueAtMs: wanted.dueAtMs,
      priority: wanted.priority,
      note: wanted.note,
    },
    plan,
  );
  const created: BatchEvent = { type: 'created', atMs, by: wanted.by, batch };
  return record(tx, undefined, [created], wanted.commandId);
}

/** A route that this bench, card and part cannot run is refused with the sentence that the rules give. */
function refuseUnfit(request: BatchRequest, plan: BatchPlan): void {
  const { route, card, part, bench } = request;
  if (!route) return;
  const refusal = routeRefusal(route, { card, part, filmUm: plan.film.meanFilmUm, bench });
  if (refusal) throw new Refused({ ...refusal, field: 'routeId' });
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
