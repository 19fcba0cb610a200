import { demandsOf, type Step } from '@north-step/core/batch';
import type { PartFacts } from '@north-step/core/part';
import { type BatchPlan, type BatchRequest, layRoute, type WhyTopic, washTopic } from '@north-step/core/plan';
import { type Finding, isCure, isDrying, isLookAfter, isLookBefore, isWash, kindShape } from '@north-step/core/route';
import { chanceText, clockText, percentText, plainNumber } from '@north-step/core/units';
import type { ReactNode } from 'react';
import { Why } from '../../ui/index.ts';

type Props = {
  readonly request: BatchRequest | undefined;
  readonly plan: BatchPlan | undefined;
  /** stains, grit and weak solvent it would meet */
  readonly warnings: readonly string[];
  /** what the rules say of the route for this part and resin */
  readonly findings: readonly Pick<Finding, 'level' | 'code' | 'message' | 'remedy'>[];
};
type Line = { readonly id: string; readonly time: ReactNode; readonly title: string; readonly more: string };

const EDGE = { refused: 'border-brick', warned: 'border-amber', advised: 'border-sea-2' } as const;

/** Every step with its time, in order; dotted figures explain themselves. */
export function WhatWillHappen({ request, plan, warnings, findings }: Props) {
  return (
    <section aria-label="What will happen" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">What will happen</h2>
      {!request || !plan ? (
        <p className="mt-3 text-ink-2">
          Times appear as soon as the part is known, from its surface, its walls, the resin and the baths as they are
          now.
        </p>
      ) : (
        <>
          {findings.map(({ level, code, message, remedy }) => (
            <p key={code + message} className={`my-2 border-l-4 pl-3 ${EDGE[level]}`}>
              {message} <b>{remedy}</b>
            </p>
          ))}
          {warnings.map((warning) => (
            <p key={warning} className="my-2 border-l-4 border-brick pl-3">
              {warning}
            </p>
          ))}
          {demandsOf(request.part).length > 0 && (
            <p className="my-2 border-l-4 border-sea-2 pl-3">
              Made for the most demanding: {demandsText(request.part)}.
            </p>
          )}
          <ol>
            {linesOf(request, plan).map((line) => (
              <li key={line.id} className="grid grid-cols-[82px_1fr] gap-2 border-b border-line py-[5px]">
                <span className="font-mono text-xl leading-6">{line.time}</span>
                <span>
                  <b className="block leading-5">{line.title}</b>
                  <span className="text-[13px] text-ink-2">{line.more}</span>
                </span>
              </li>
            ))}
          </ol>
          <p className="mt-2 text-[13px] text-ink-2">
            Gloves, eye cover and extraction from the first step to the matte look. Resin constants are defaults to be
            calibrated, not measurements. The data sheet decides.
          </p>
        </>
      )}
    </section>
  );
}

const demandsText = (part: PartFacts): string =>
  demandsOf(part)
    .map(({ what, name, mm }) => `${what} of ${name}, ${plainNumber(mm)} mm`)
    .join('; ');

function linesOf(request: BatchRequest, plan: BatchPlan): readonly Line[] {
  const { card } = request;
  const { doses } = plan.cure;
  let dried = 0;
  let lit = 0;
  return layRoute(request, plan).map((step, index): Line => {
    const stage = plan.stages.findIndex((one) => one.index === index);
    const clock = step.plannedS === undefined ? '–' : clockText(step.plannedS);
    const why = (topic: WhyTopic, text = clock) => (
      <Why topic={topic} request={request}>
        {text}
      </Why>
    );
    const line = (time: ReactNode, title: string, more: string): Line => ({ id: step.id, time, title, more });
    if (isWash(step) && stage >= 0) {
      const { bath } = plan.stages[stage]!;
      const topic = washTopic(stage);
      return line(
        plan.wash.ok ? why(topic) : why(topic, '–'),
        washTitle(step, bath.name),
        `${washMore(request, plan, stage)}${typedText(step)}`,
      );
    }
    if (isDrying(step))
      return line(
        dried++ === 0 ? why('dry') : clock,
        step.title,
        `until evenly matte; channels dry last${typedText(step)}`,
      );
    if (isCure(step)) {
      const first = lit++ === 0;
      return line(
        first ? why('cure', doses ? clock : '–') : clock,
        step.title,
        first ? `${windowText(request, plan.cure)}${typedText(step)}` : step.hint,
      );
    }
    if (isLookAfter(step))
      return line(
        'look',
        step.title,
        doses && !card.procedure
          ? `${passText(plan.cure)}; tacky: add ${clockText(doses.addS)}`
          : 'as the procedure says',
      );
    if (isLookBefore(step))
      return line('look', 'Matte, no shine, no tack', 'else back to clean solvent, with a new time');
    const timed = step.mode === 'timed' && step.plannedS !== undefined;
    return line(timed ? clock : kindShape(step.kind).short, step.title, step.hint);
  });
}

function washMore({ card }: BatchRequest, plan: BatchPlan, stage: number): string {
  const { bath } = plan.stages[stage]!;
  if (!plan.wash.ok)
    return stage === 0 ? `${plan.wash.refusal.message} ${plan.wash.refusal.remedy ?? ''}` : 'see above';
  const load = `at ${percentText(bath.loadPctW)} load`;
  if (stage < plan.stages.length - 1) return load;
  const totalS = plan.wash.value.stagesS.reduce((a, b) => a + b, 0);
  return `${load}; leaves ${plainNumber(plan.wash.value.residueUm)} of ${plainNumber(card.residueTolUm)} µm · ${clockText(totalS)} of ${clockText(card.exposureCapS)} allowance`;
}
function passText({ passes = 0 }: BatchPlan['cure']): string {
  return `${chanceText(passes)} pass at the first look${passes < SELDOM ? ', which is meant to be low' : ''}`;
}
function windowText({ card }: BatchRequest, { window, from }: BatchPlan['cure']): string {
  if (window.handleS === undefined) return 'not reached in six hours here: warm the chamber or change the medium';
  const end =
    window.maxS === undefined
      ? ''
      : `, ${window.maxBy === 'tint' ? 'tints' : 'brittle'} after ${clockText(window.maxS)}`;
  const exact = card.procedure ? ` · exact time of ${card.procedure.reference}` : '';
  const even = from === 'even light' ? ' · even light is assumed until it is mapped' : '';
  return `handles from ${clockText(window.handleS)}${end}${exact}${even}`;
}

/** Fewer first looks than this pass: the plan starts low, and says so. */
const SELDOM = 0.5;
/** A typed time stands; what the models would take instead is told where it is another. */
const typedText = ({ fixed, modelS, plannedS }: Step): string =>
  fixed && modelS !== undefined && Math.abs(modelS - (plannedS ?? modelS)) > 0.1 * modelS
    ? ` · typed: the models would take ${clockText(modelS)}`
    : '';

/** The step and the bath it is done in, when the step is not called after the bath. */
const washTitle = (step: Step, bath: string): string => (step.title === bath ? bath : `${step.title}, ${bath}`);
