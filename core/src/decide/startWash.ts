import { type BatchEvent, type BatchState, exposureS, type Knew, type Step } from '../batch/index.ts';
import type { BathNow, BenchNow } from '../bench/index.ts';
import { isAlcohol } from '../liquids/index.ts';
import {
  bathNowFor,
  endsRun,
  planStages,
  requestOf,
  rinsesResin,
  round,
  stageOf,
  washRequest,
  washStageOf,
  wrongSolvent,
} from '../plan/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { isDrying, isWash, typeOfStep } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import type { Moment } from './moment.ts';

/** Why a batch is not washed in baths: what is in one of them. */
export function wrongLiquid({ card }: BatchState, baths: readonly BathNow[]): Refusal | undefined {
  const wrong = wrongSolvent(card, baths);
  return wrong && { code: wrong.refusal.code, message: wrong.refusal.message, remedy: wrong.refusal.remedy };
}

/** Starts a wash: its time and those that follow in its run are planned again with the baths as they are. */
export function startWash(batch: BatchState, step: Step, bench: BenchNow, now: Moment): Result<BatchEvent[], Refusal> {
  const bath = bathNowFor(step, bench);
  const run = runFrom(batch, step, ({ kind }) => endsRun(kind));
  const spell = runFrom(batch, step);
  const trimmedNext = spell.slice(run.length).some(isWash);
  const ahead = run.filter((other) => isWash(other) && other.state === 'waiting');
  const stages = withRinse(ahead, run, bench);
  const baths = stages.map((other) => bathNowFor(other, bench));
  const wrong = wrongLiquid(batch, baths.slice(0, ahead.length));
  if (wrong) return refuse(wrong);
  const leftS = batch.card.exposureCapS - exposureS(batch, now.atMs);
  const knew = {
    loadPctW: round(bath.loadPctW, 2),
    ...(bath.range90 && { loadLowPctW: round(bath.range90[0], 2), loadHighPctW: round(bath.range90[1], 2) }),
    ...(bath.limitPctW !== undefined && { limitPctW: round(bath.limitPctW, 2) }),
    // of alcohol in its water; other liquids have none
    ...(isAlcohol(bath.solvent) ? { strengthPctW: round(bath.strengthPctW, 1) } : {}),
    roomC: bench.roomC,
  };
  if (leftS < 10) {
    return refuse({
      code: 'EXPOSURE_SPENT',
      message: `${batch.name} has used its ${clockText(batch.card.exposureCapS)} in solvent; more would swell and soften it.`,
      remedy: 'Mop it with a dry brush and leave this wash out, or hold it and ask the lead.',
    });
  }
  if (batch.card.procedure) return ok([{ ...now, type: 'started', stepId: step.id, knew }]);
  const startedFor = (plannedS: number, more: Knew = {}): BatchEvent => ({
    ...now,
    type: 'started',
    stepId: step.id,
    plannedS,
    knew: { ...knew, wantedS: plannedS, ...more },
  });
  const again = batch.steps.some((other) => isDrying(other) && other.state === 'done');
  // what the route fixes stays fixed, to the second
  if (step.fixed && step.plannedS !== undefined) return ok([startedFor(step.plannedS)]);
  // a wash before trimming stands as it was laid: what comes after makes it clean
  if (again || trimmedNext) return ok([startedFor(Math.min(step.plannedS ?? leftS, leftS))]);
  const plan = planStages(
    {
      ...washRequest(requestOf(batch, bench, 0), batch.filmUm),
      recessFilmUm: batch.recessUm ?? batch.filmUm,
      exposureCapS: leftS,
    },
    stages.map((other, i) => washStageOf(stageAhead(other, baths[i]!, batch.card))),
  );
  if (!plan.ok) {
    const { code, message, remedy, residueUm } = plan.refusal;
    // wet parts do not wait for a better bath: what is left of their time in solvent is used
    if (code !== 'EXPOSURE_CAP' || !isWetNow(batch, step)) return refuse({ code, message, remedy });
    const shareS = Math.min(stageOf(bath, batch.card).capS ?? leftS, Math.floor(leftS / stages.length));
    return ok([
      startedFor(shareS, { plannedResidueUm: round(residueUm, 3) }),
      { ...now, type: 'flagged', note: `${message} It is washed for as long as it may.` },
    ]);
  }
  const times = Object.fromEntries(stages.map((other, index) => [other.id, plan.value.stagesS[index]!]));
  return ok([
    { ...now, type: 'planned', times },
    {
      ...now,
      type: 'started',
      stepId: step.id,
      plannedS: Math.min(times[step.id]!, leftS),
      knew: { ...knew, wantedS: times[step.id]!, plannedResidueUm: round(plan.value.residueUm, 3) },
    },
  ]);
}

/** Whether a wash came since they last dried: then the parts are wet. */
const isWetNow = ({ steps }: BatchState, step: Step): boolean => {
  const before = steps.slice(0, steps.indexOf(step));
  return before.slice(before.findLastIndex(isDrying) + 1).some(isWash);
};

/** Washes ahead, and the rinse behind a detergent: it goes on taking resin off. */
function withRinse(ahead: readonly Step[], run: readonly Step[], bench: BenchNow): readonly Step[] {
  const last = ahead.at(-1);
  const next = last && run[run.indexOf(last) + 1];
  const rinses = next?.kind === 'rinse' && rinsesResin(bathNowFor(last, bench).solvent);
  return rinses ? [...ahead, next] : ahead;
}

const stageAhead = (step: Step, bath: BathNow, card: ResinCard) => ({
  bath,
  card,
  ...(step.fixed ? { fixedS: step.plannedS } : typeOfStep(step)?.seconds === undefined ? {} : { capS: step.plannedS }),
});

/** A step and what follows it until the parts next dry, or are trimmed. */
export function runFrom(batch: BatchState, step: Step, ends: (other: Step) => boolean = isDrying): readonly Step[] {
  const from = batch.steps.slice(batch.steps.indexOf(step));
  const end = from.findIndex(ends);
  return end < 0 ? from : from.slice(0, end);
}
