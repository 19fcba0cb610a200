import type { LightTraceReply } from '@north-step/contract';
import {
  addedS,
  type BatchEvent,
  type BatchState,
  deviationOf,
  exposureS,
  lightS,
  litStepS,
  piecesText,
  tookS,
} from '@north-step/core/batch';
import type { Moment } from '@north-step/core/decide';
import { canonicalJson, type Json } from '@north-step/core/record';
import { isCure } from '@north-step/core/route';
import { lightSeen } from './lightSeen.ts';

export const iso = (atMs: number): string => new Date(atMs).toISOString();

/** What a record is made of beside the batch itself. */
export type Around = {
  readonly workshop: string;
  readonly events: readonly BatchEvent[];
  /** names of stations by their ids */
  readonly stations: ReadonlyMap<string, string>;
  readonly movements: readonly Json[];
  readonly trace: LightTraceReply['samples'];
};

/** What a record holds: who, what, when, what was known, what was seen. Times are UTC. */
export function recordBody(batch: BatchState, now: Moment, around: Around): Json {
  const { workshop, events, stations, movements, trace } = around;
  const body = {
    workshop,
    batch: batch.name,
    batchId: batch.id,
    customer: batch.customer,
    due: batch.dueAtMs && iso(batch.dueAtMs),
    part: { ...batch.part },
    pieces: piecesText(batch.part, batch.count),
    count: batch.count,
    route: batch.route && { ...batch.route },
    broken: batch.broken,
    breakages: batch.breakages?.map(({ atMs, ...breakage }) => ({ ...breakage, at: iso(atMs) })),
    sizes: batch.sizes?.map(({ atMs, ...size }) => ({ ...size, at: iso(atMs) })),
    resin: {
      name: batch.card.name,
      card: batch.card.version,
      family: batch.card.family,
      lot: batch.lot,
      procedure: batch.card.procedure?.reference,
    },
    holds: holdsOf(events),
    undone: undoneOf(events),
    flag: batch.flag,
    flagsAnswered: batch.flagsAnswered?.map(({ atMs, ...flag }) => ({ ...flag, at: iso(atMs) })),
    leftOut: batch.leftOut?.map(({ atMs, ...step }) => ({ ...step, at: iso(atMs) })),
    returned: batch.returned && { ...batch.returned },
    created: iso(batch.createdAtMs),
    sealed: iso(now.atMs),
    sealedBy: now.by,
    lateS:
      batch.dueAtMs !== undefined && now.atMs > batch.dueAtMs
        ? Math.round((now.atMs - batch.dueAtMs) / 1000)
        : undefined,
    secondsInSolvent: Math.round(exposureS(batch, now.atMs)),
    exposureLimitS: batch.card.exposureCapS,
    secondsOfLight: Math.round(lightS(batch)),
    light: batch.light && { ...batch.light },
    steps: batch.steps
      .filter((step) => step.state === 'done')
      .map((step) => ({
        title: step.title,
        kind: step.kind,
        station: stations.get(step.station) ?? step.station,
        plannedS: step.plannedS,
        addedS: addedS(step) || undefined,
        lightS: isCure(step) ? Math.round(litStepS(step)) : undefined,
        added: step.added?.map(({ atMs, idleS, ...more }) => ({ ...more, idleS: Math.round(idleS), at: iso(atMs) })),
        tookS: Math.round(tookS(step)),
        started: iso(step.startedAtMs!),
        ended: iso(step.endedAtMs!),
        by: step.by,
        outcome: step.outcome,
        note: step.note,
        photoSha256: step.photoSha256,
        mishaps: step.mishaps?.map(({ atMs, ...mishap }) => ({ ...mishap, at: iso(atMs) })),
        stays: step.stays?.map(({ atMs, ...stay }) => ({ ...stay, at: iso(atMs) })),
        colour: step.colour && { ...step.colour },
        deviation: deviationOf(batch, step),
        knew: step.knew,
        lightSeen: lightSeen(trace.filter(({ stepId }) => stepId === step.id)),
      })),
    movements,
    constants: 'Resin and wash constants are defaults to be calibrated, not measurements.',
  };
  return JSON.parse(canonicalJson(body)) as Json;
}

type Hold = { reason: string; from: string; by: string; until?: string; releasedBy?: string };
/** When nothing might be begun on it, and why. */
function holdsOf(events: readonly BatchEvent[]): readonly Hold[] | undefined {
  const holds: Hold[] = [];
  for (const event of events) {
    if (event.type === 'held') holds.push({ reason: event.reason, from: iso(event.atMs), by: event.by });
    const last = holds.at(-1);
    if (event.type === 'released' && last && !last.until) {
      last.until = iso(event.atMs);
      last.releasedBy = event.by;
    }
  }
  return holds.length > 0 ? holds : undefined;
}

/** Presses that were taken back: that they were made is kept. */
function undoneOf(events: readonly BatchEvent[]): readonly Json[] | undefined {
  const undone = events.filter(({ type }) => type === 'undone').map(({ atMs, by }) => ({ at: iso(atMs), by }));
  return undone.length > 0 ? undone : undefined;
}
