import { ok, type Result } from '../result/index.ts';
import {
  planWash,
  type WashPlan,
  type WashRefusal,
  type WashRequest,
  type WashStage,
  washResidue,
} from '../wash/index.ts';

/** Times of washes in a row, and what the models would take where something is typed. */
export type StagesPlan = WashPlan & {
  /** by stage, s; nothing where no times work */
  readonly modelS: readonly (number | undefined)[];
};

/**
 * Plans washes in a row around the times that stand. A typed time is kept though the models would do otherwise, and the other
 * washes make up for it as far as they can.
 * @returns refused only where a time has to be found and none works
 */
export function planStages(
  request: Omit<WashRequest, 'stages'>,
  stages: readonly WashStage[],
): Result<StagesPlan, WashRefusal> {
  const free = planWash({ ...request, stages: stages.map(({ fixedS: _, ...stage }) => stage) });
  const modelS = stages.map((_, i) => (free.ok ? free.value.stagesS[i] : undefined));
  if (stages.every(({ fixedS }) => fixedS === undefined)) return free.ok ? ok({ ...free.value, modelS }) : free;
  const around = planWash({ ...request, stages });
  if (around.ok) return ok({ ...around.value, modelS });
  const times = stages.map(({ fixedS }, i) => fixedS ?? modelS[i]);
  if (times.some((seconds) => seconds === undefined)) return around;
  const stagesS = times as readonly number[];
  const { residueUm } = washResidue(request.filmUm, stages, stagesS, request);
  return ok({ stagesS, residueUm, limitsPctW: around.refusal.limitsPctW, modelS });
}
