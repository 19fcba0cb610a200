import type { BenchReply } from '@north-step/contract';
import {
  applyEvent,
  type BatchEvent,
  type BatchState,
  currentStep,
  decideExtend,
  decideFinish,
  decideLeaveOut,
  decideLifted,
  decideLook,
  decideMishap,
  decideStart,
  decideStay,
  type Happened,
  type Look,
  type Moment,
  type Occupancy,
  stepById,
} from '@north-step/core/route';
import type { Command } from '../../app/outbox.ts';

const STEP_URL = /^\/api\/batches\/([^/]+)\/steps\/([^/]+)\/(start|finish|extend|stay|leave-out|look)$/;
const BATCH_URL = /^\/api\/batches\/([^/]+)\/(flag|mishap)$/;

/**
 * The bench as it will be when what was pressed has reached the server: the same rules, run here. What they refuse is left
 * to the server to refuse. Solvent and records are not foreseen: a seal waits for the server.
 * @param clockOffsetMs the server's clock against this screen's
 */
export function ahead(reply: BenchReply, pending: readonly Command[], clockOffsetMs: number): BenchReply {
  let open = reply.open;
  for (const command of pending) {
    const at = STEP_URL.exec(command.url) ?? BATCH_URL.exec(command.url);
    const batch = open.find(({ id }) => id === at?.[1]);
    if (!at || !batch) continue;
    const now: Moment = { atMs: command.madeMs + clockOffsetMs, by: String(command.body.by ?? 'workshop') };
    const events = foresee(batch, at, command.body, { reply, open, now });
    const after = events.reduce<BatchState>((state, event) => applyEvent(state, event), batch);
    open = open.map((one) => (one.id === batch.id ? after : one));
  }
  return open === reply.open ? reply : { ...reply, open };
}

type Scene = { readonly reply: BenchReply; readonly open: readonly BatchState[]; readonly now: Moment };

function foresee(
  batch: BatchState,
  at: RegExpExecArray,
  body: Command['body'],
  { reply, open, now }: Scene,
): readonly BatchEvent[] {
  const { bench } = reply;
  if (at[2] === 'flag')
    return [
      typeof body.note === 'string' ? { ...now, type: 'flagged', note: body.note } : { ...now, type: 'unflagged' },
    ];
  if (at[2] === 'mishap') return told(decideMishap(batch, body as Happened, bench, now));
  const stepId = at[2]!;
  switch (at[3]) {
    case 'start':
      return told(decideStart(batch, stepId, bench, busy(reply, open, batch.id), now));
    case 'finish':
      if (stepById(batch, stepId)?.kind === 'seal') return [];
      return told(
        typeof body.liftedAtMs === 'number'
          ? decideLifted(batch, stepId, body.liftedAtMs, bench, now)
          : decideFinish(batch, stepId, bench, now),
      );
    case 'extend':
      return told(decideExtend(batch, stepId, Number(body.addS), now));
    case 'leave-out':
      return told(decideLeaveOut(batch, stepId, String(body.because), bench, now));
    case 'stay':
      return told(decideStay(batch, stepId, String(body.because), now));
    default:
      return told(decideLook(batch, stepId, body as Look, bench, now));
  }
}

const told = (decided: ReturnType<typeof decideFinish>): readonly BatchEvent[] => (decided.ok ? decided.value : []);

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
