import type { BenchReply, PaceReply } from '@north-step/contract';
import { type BatchPlan, type BatchRequest, fitOf, newBatch, planBatch, routeOf } from '@north-step/core/plan';
import { checkRoute } from '@north-step/core/route';
import { useMemo } from 'react';
import { planOf } from '../next/index.ts';
import type { Draft } from './useNewBatch.ts';

/** The batch that is being described, among those that hang. */
const DRAFT_ID = 'draft';

/** What will happen to a batch that is being described: its own times, what its route and its size run into, and when it is done. */
export function useOutlook(
  { request, dueAtMs, choices: { priority } }: Draft,
  bench: BenchReply | undefined,
  pace: PaceReply | undefined,
  nowMs: number,
) {
  const plan = useMemo(() => request && planBatch(request), [request]);
  const names = useMemo(() => Object.fromEntries((bench?.stations ?? []).map(({ id, name }) => [id, name])), [bench]);
  const findings = useMemo(() => (request && plan ? routeFindings(request, plan) : []), [request, plan]);
  const fit = useMemo(() => (request ? fitOf(request, names) : []), [request, names]);
  const done = useMemo(() => {
    if (!request || !plan || !bench) return undefined;
    const hung = newBatch(
      request,
      { id: DRAFT_ID, name: 'this batch', lot: '', createdAtMs: nowMs, dueAtMs, priority },
      plan,
    );
    const { endMs, lateOf } = planOf(bench, [...bench.open, hung], nowMs, pace);
    return { atMs: endMs[DRAFT_ID], late: lateOf({ id: DRAFT_ID, dueAtMs }) };
  }, [request, plan, bench, nowMs, pace, dueAtMs, priority]);
  const first = request && routeOf(request).steps[0]?.station;
  return { plan, findings, fit, done, firstPlace: names[first ?? '']?.toLowerCase() ?? 'bench' };
}
export type Outlook = ReturnType<typeof useOutlook>;

const routeFindings = ({ route, card, part, bench }: BatchRequest, { film }: BatchPlan) =>
  route ? checkRoute(route, { card, part, filmUm: film.meanFilmUm, bench }) : [];
