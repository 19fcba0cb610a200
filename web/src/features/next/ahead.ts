import type { Asked, BenchReply } from '@north-step/contract';
import { applyEvent, type BatchState, currentStep, stepById } from '@north-step/core/batch';
import {
  DEEDS,
  type Decided,
  type Deed,
  type DeedType,
  decide,
  type Moment,
  type Occupancy,
  type Scene,
} from '@north-step/core/decide';
import type { Command } from '../../commands/outbox.ts';

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
    const decided = foresee(batch, command, { bench: reply.bench, busy: () => othersAt(reply, open, batch.id), now });
    const events = decided?.ok ? decided.value : [];
    const after = events.reduce<BatchState>((state, event) => applyEvent(state, event), batch);
    open = open.map((one) => (one.id === batch.id ? after : one));
  }
  return open === reply.open ? reply : { ...reply, open };
}

/** What a command will do to a batch. @returns undefined for what only the server can tell: a seal, and what is no deed */
function foresee(batch: BatchState, command: Asked, scene: Scene): Decided | undefined {
  if (!isDeed(command)) return undefined;
  if (command.type === 'step.finish' && stepById(batch, command.params.stepId)?.kind === 'seal') return undefined;
  // each takes what its own command says: the contract holds them to it
  const deed: Deed<never> = DEEDS[command.type];
  const { batchId: _, ...of } = command.params;
  return decide(deed, batch, { ...of, ...command.body } as never, scene);
}

const isDeed = (command: Asked): command is Asked<DeedType> => Object.hasOwn(DEEDS, command.type);

/** Who is at each station now, a batch left out. */
function othersAt({ stations }: BenchReply, open: readonly BatchState[], exceptId: string): Occupancy {
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
