import type { Asked, BenchReply } from '@north-step/contract';
import { applyEvent, type BatchState, currentStep, stepById } from '@north-step/core/batch';
import {
  decideBroke,
  decideEdit,
  decideElsewhere,
  decideExtend,
  decideFinish,
  decideFlag,
  decideHold,
  decideLeaveOut,
  decideLifted,
  decideLook,
  decideMeasure,
  decideMishap,
  decideRecount,
  decideStart,
  decideStay,
  type Moment,
  type Occupancy,
} from '@north-step/core/decide';
import type { Command } from '../../app/outbox.ts';

/**
 * The bench as it will be when what was pressed has reached the server: the same rules, run here. What they refuse is left
 * to the server to refuse. Solvent and records are not foreseen: a seal waits for the server.
 * @param clockOffsetMs the server's clock against this screen's
 */
export function ahead(reply: BenchReply, pending: readonly Command[], clockOffsetMs: number): BenchReply {
  let open = reply.open;
  for (const command of pending) {
    const batchId = 'batchId' in command.params ? command.params.batchId : undefined;
    const batch = open.find(({ id }) => id === batchId);
    if (!batch) continue;
    const now: Moment = { atMs: command.madeMs + clockOffsetMs, by: command.by ?? 'workshop' };
    const decided = foresee(batch, command, { reply, open, now });
    const events = decided?.ok ? decided.value : [];
    const after = events.reduce<BatchState>((state, event) => applyEvent(state, event), batch);
    open = open.map((one) => (one.id === batch.id ? after : one));
  }
  return open === reply.open ? reply : { ...reply, open };
}

type Scene = { readonly reply: BenchReply; readonly open: readonly BatchState[]; readonly now: Moment };

/** What a command will do to a batch. @returns undefined for what only the server can tell */
function foresee(batch: BatchState, command: Asked, scene: Scene): ReturnType<typeof decideFlag> | undefined {
  const { reply, open, now } = scene;
  const { bench } = reply;
  switch (command.type) {
    case 'batch.flag':
      return decideFlag(batch, command.body, now);
    case 'batch.hold':
      return decideHold(batch, command.body.reason, now);
    case 'batch.mishap':
      return decideMishap(batch, command.body, bench, now);
    case 'batch.broke':
      return decideBroke(batch, command.body, now);
    case 'batch.measure':
      return decideMeasure(batch, command.body, now);
    case 'batch.recount':
      return decideRecount(batch, command.body, now);
    case 'batch.edit':
      return decideEdit(command.body, now);
    case 'step.start':
      return decideStart(batch, command.params.stepId, bench, busy(reply, open, batch.id), now);
    case 'step.finish':
      return foreseeFinish(batch, command, scene);
    case 'step.extend':
      return decideExtend(batch, command.params.stepId, command.body.addS, now);
    case 'step.elsewhere': {
      const { stationId } = command.body;
      return decideElsewhere(batch, { stepId: command.params.stepId, stationId }, bench, now);
    }
    case 'step.leave-out':
      return decideLeaveOut(batch, command.params.stepId, command.body.because, bench, now);
    case 'step.stay':
      return decideStay(batch, command.params.stepId, command.body.because, now);
    case 'step.look':
      return decideLook(batch, command.params.stepId, command.body, bench, now);
    // needs what only the server has: other batches, earlier facts, photos, records
    case 'batch.create':
    case 'batch.undo':
    case 'batch.later':
    case 'batch.scrap':
    case 'record.correct':
    case 'sheet.take':
    case 'batch.split':
    case 'batch.merge':
    case 'batch.repeat':
    case 'batch.colour':
    case 'batch.cure-plan':
    case 'batch.part-note':
    case 'solvent.fill':
    case 'solvent.rotate':
    case 'solvent.refill':
    case 'solvent.discard':
    case 'solvent.count':
    case 'solvent.blend':
    case 'reclaim.begin':
    case 'reclaim.start':
    case 'reclaim.finish':
    case 'reclaim.look':
    case 'reclaim.filter':
    case 'reclaim.weather':
    case 'reclaim.cover':
    case 'reclaim.give-up':
    case 'waste.open':
    case 'waste.add':
    case 'waste.harden':
    case 'waste.hand-over':
    case 'air.set':
    case 'air.check':
    case 'solvent.reverse':
    case 'solvent.lid':
    case 'solvent.limit':
    case 'solvent.vessel':
    case 'reading.take':
    case 'reading.verdict':
    case 'lamp.describe':
    case 'lamp.meter':
    case 'lamp.sky':
    case 'coupon.ladder':
    case 'cure.test':
    case 'resin.card':
    case 'resin.lot':
    case 'route.save':
    case 'shop.set-up':
    case 'room.set':
    case 'layout.add':
    case 'layout.change':
    case 'layout.retire':
    case 'layout.put-back':
    case 'layout.order':
    case 'layout.line':
    case 'person.save':
    case 'person.leave':
    case 'clock.take':
    case 'shift.note':
      return undefined;
    default:
      return command satisfies never;
  }
}

function foreseeFinish(batch: BatchState, { params, body }: Asked<'step.finish'>, { reply, now }: Scene) {
  if (stepById(batch, params.stepId)?.kind === 'seal') return undefined;
  return body.liftedAtMs === undefined
    ? decideFinish(batch, params.stepId, reply.bench, now)
    : decideLifted(batch, params.stepId, body.liftedAtMs, reply.bench, now);
}

function busy({ stations }: BenchReply, open: readonly BatchState[], exceptId: string): Occupancy {
  return Object.fromEntries(
    stations.map(({ id, capacity }) => [
      id,
      {
        capacity,
        batches: open
          .filter((other) => other.id !== exceptId)
          .filter((other) => {
            const step = currentStep(other);
            return step?.state === 'running' && step.station === id;
          })
          .map(({ name }) => name),
      },
    ]),
  );
}
