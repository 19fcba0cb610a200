import type { BatchState } from '../batch/index.ts';
import { lampOf } from './cureSetting.ts';
import { layRoute } from './layRoute.ts';
import { type BatchPlan, planBatch } from './planBatch.ts';
import type { BatchRequest } from './request.ts';
import { routeOf } from './routeOf.ts';

/** What a batch is called and for whom; the rest follows from its request. */
export type Naming = Pick<
  BatchState,
  'id' | 'name' | 'lot' | 'createdAtMs' | 'customer' | 'dueAtMs' | 'priority' | 'note'
>;

/** A batch as it is hung: its route laid out, its times planned at the bench as it is now. */
export function newBatch(request: BatchRequest, named: Naming, plan: BatchPlan = planBatch(request)): BatchState {
  const { card, part, count, plateAreaMm2 } = request;
  const { id, name, version, dose } = routeOf(request);
  const { doses, window } = plan.cure;
  return {
    ...named,
    card,
    count,
    part,
    plateAreaMm2,
    route: { id, name, version, ...(dose === 'look' ? {} : { dose }) },
    steps: layRoute(request, plan),
    filmUm: plan.filmUm,
    clingingMg: ['0', '0', '0'],
    handleS: window.handleS,
    addS: doses?.addS ?? lampOf(request).timerStepS,
    lastS: doses && Number.isFinite(doses.lastS) ? doses.lastS : undefined,
    broken: 0,
  };
}
