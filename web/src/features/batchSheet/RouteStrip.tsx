import { type BatchState, currentStep, exposureS, type Step } from '@north-step/core/batch';
import { clockText } from '@north-step/core/units';
import { clockOfDay } from '../../shell/useNow.ts';

/** Kinds whose place on the strip says enough with one word; the rest go by their title. */
const SHORT: Readonly<Partial<Record<Step['kind'], string>>> = {
  'off-plate': 'off',
  'look-matte': 'look',
  trim: 'Clip',
  'look-cured': 'look',
  seal: 'seal',
};
const WIDTH: Readonly<Partial<Record<Step['kind'], number>>> = {
  drip: 10,
  wash: 8,
  rinse: 8,
  dry: 12,
  trim: 9,
  cure: 9,
  oven: 9,
  'off-plate': 5,
  seal: 5,
};
const USUAL_WIDTH = 6;
const nameOf = (step: Step): string => SHORT[step.kind] ?? step.title;
const SIDES: Readonly<Record<string, string>> = { dry: 'DRY & TRIM', light: 'LIGHT SIDE' };
const sideOf = (step: Step, sides: Readonly<Record<string, string>>): string =>
  SIDES[sides[step.station] ?? ''] ?? 'WET SIDE';

const widthOf = ({ kind }: Step): number => WIDTH[kind] ?? USUAL_WIDTH;
const grow = (flexGrow: number) => ({ flexGrow, flexBasis: 0 });

/** Steps in their order, those that follow each other at one side of the bench together. */
function sideRuns(steps: readonly Step[], sides: RouteStripProps['sides']) {
  const runs: { side: string; steps: Step[] }[] = [];
  for (const step of steps) {
    const side = sideOf(step, sides);
    if (runs.at(-1)?.side === side) runs.at(-1)!.steps.push(step);
    else runs.push({ side, steps: [step] });
  }
  return runs;
}

type RouteStripProps = {
  readonly batch: BatchState;
  readonly nowMs: number;
  /** side of the bench that each station stands at */
  readonly sides: Readonly<Record<string, string>>;
};

/** The route from left to right: done is plain, now is dark, to come is hatched. Below: time in solvent against its limit. */
export function RouteStrip({ batch, nowMs, sides }: RouteStripProps) {
  const current = currentStep(batch);
  const soakedS = exposureS(batch, nowMs);
  const capS = batch.card.exposureCapS;
  const share = Math.min(1, soakedS / capS);
  return (
    <section aria-label="Route" className="mt-4">
      <div className="flex">
        {sideRuns(batch.steps, sides).map(({ side, steps }) => (
          <div key={steps[0]!.id} style={grow(steps.reduce((sum, step) => sum + widthOf(step), 0))} className="min-w-0">
            <h3 className="zone h-5 truncate pr-1" title={side}>
              {side}
            </h3>
            <ol className="flex">
              {steps.map((step) => (
                <li key={step.id} style={grow(widthOf(step))} className="min-w-0">
                  <StepBlock step={step} current={step.id === current?.id} />
                </li>
              ))}
            </ol>
          </div>
        ))}
      </div>
      <div className="mt-2 flex items-center gap-3">
        <div
          className="h-3 w-52 border-[1.5px] border-ink bg-panel"
          role="img"
          aria-label={`In solvent ${clockText(soakedS)} of ${clockText(capS)}`}
        >
          <div className={`h-full ${share >= 1 ? 'bg-brick' : 'bg-sea-2'}`} style={{ width: `${share * 100}%` }} />
        </div>
        <span className="text-sm">
          in solvent {clockText(soakedS)} of {clockText(capS)}
        </span>
        <span className="ml-auto font-mono text-ink-2">
          hung {clockOfDay(batch.createdAtMs)} · now <b className="text-brick">{clockOfDay(nowMs)}</b>
        </span>
      </div>
    </section>
  );
}

function StepBlock({ step, current }: { readonly step: Step; readonly current: boolean }) {
  const look = current
    ? 'bg-sea text-on-sea'
    : step.state === 'done'
      ? 'bg-liquid'
      : 'bg-[repeating-linear-gradient(-45deg,transparent_0_5px,var(--line)_5px_6.5px)]';
  const words = current ? 'now' : step.state === 'done' ? 'done' : 'to come';
  return (
    <div
      className={`flex h-12 items-center overflow-hidden border-[1.5px] border-ink px-1.5 ${look}`}
      title={`${step.title}: ${words}`}
    >
      <span className={`truncate text-[13px] font-bold ${!current && step.state !== 'done' ? 'bg-ground px-0.5' : ''}`}>
        {nameOf(step)}
        <span className="sr-only"> ({words})</span>
      </span>
    </div>
  );
}
