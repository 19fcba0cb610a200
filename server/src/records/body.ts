import type { LightTraceReply } from '@north-step/contract';
import {
  addedS,
  type BatchEvent,
  type BatchState,
  countsOf,
  deviationOf,
  exposureS,
  lightS,
  litStepS,
  outcomeOf,
  piecesText,
  type Step,
  tookS,
} from '@north-step/core/batch';
import { cautionsOf, isUncured } from '@north-step/core/caution';
import type { Moment } from '@north-step/core/decide';
import { canonicalJson, type Json, type SealedRecord } from '@north-step/core/record';
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
  /** of each bath it was washed in, the last reading before */
  readonly readings: readonly Json[];
  /** something that nobody can guess: the hash of what is internal gives nothing away */
  readonly salt: string;
};
export type Sealing = { readonly body: Json; readonly internal: Json };

/**
 * What a record holds: who, what, when, what was known, what was seen. Times are UTC. What was said between people of the
 * workshop, and where its solvent went, is internal: whoever gets the parts need not see it.
 */
export function recordBody(batch: BatchState, now: Moment, around: Around): Sealing {
  const { workshop, events, movements, readings, salt } = around;
  const internal = {
    salt,
    note: batch.note,
    breakages: timed(batch.breakages),
    holds: holdsOf(events),
    undone: undoneOf(events),
    flag: batch.flag,
    flagsAnswered: timed(batch.flagsAnswered),
    movements,
    steps: Object.fromEntries(batch.steps.flatMap((step) => saidOf(step))),
  };
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
    outcome: outcomeOf({ ...batch, recordHash: 'now' }),
    scrapped: batch.scrapped && { because: batch.scrapped.because },
    notDone: batch.scrapped && batch.steps.flatMap(({ state, title }) => (state === 'done' ? [] : [title])),
    broken: batch.broken,
    pieceCounts: countsOf(batch),
    sizes: timed(batch.sizes),
    resin: {
      name: batch.card.name,
      card: batch.card.version,
      family: batch.card.family,
      lot: batch.lot,
      procedure: batch.card.procedure?.reference,
    },
    leftOut: timed(batch.leftOut),
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
      .map((step, i, done) => stepBody(batch, step, isUncured({ steps: done.slice(0, i) }), around)),
    readings,
    constants: 'Resin and wash constants are defaults to be calibrated, not measurements.',
  };
  const plain = (value: unknown) => JSON.parse(canonicalJson(value)) as Json;
  return { body: plain(body), internal: plain(internal) };
}

/** What a record says of a step that was done. @param uncured the part was, when it was begun */
const stepBody = (batch: BatchState, step: Step, uncured: boolean, { stations, trace }: Around) => ({
  id: step.id,
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
  photoSha256: step.photoSha256,
  cautions: cautionsOf(step, uncured),
  colour: step.colour && { ...step.colour },
  deviation: deviationOf(batch, step),
  knew: step.knew,
  lightSeen: lightSeen(trace.filter(({ stepId }) => stepId === step.id)),
});

/** What happened at a time, with that as a record writes it. */
const timed = <T extends { readonly atMs: number }>(all: readonly T[] | undefined) =>
  all?.map(({ atMs, ...one }) => ({ ...one, at: iso(atMs) }));

/** What was noted of a step: for the workshop. */
function saidOf({ id, note, mishaps, stays }: Step): readonly (readonly [string, object])[] {
  if (note === undefined && !mishaps && !stays) return [];
  return [[id, { note, mishaps: timed(mishaps), stays: timed(stays) }]];
}

/** What a record holds, its internal part put back to where it belongs: as records of version 1 hold it. */
export function wholeBody({ body, internal }: Pick<SealedRecord, 'body' | 'internal'>): Json {
  if (internal === undefined) return body;
  const { salt: _, steps: said = {}, ...rest } = internal as { salt?: Json; steps?: Readonly<Record<string, object>> };
  const { steps = [], ...open } = body as { steps?: readonly { readonly id: string }[] };
  return { ...open, ...rest, steps: steps.map((step) => ({ ...step, ...said[step.id] })) } as unknown as Json;
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
