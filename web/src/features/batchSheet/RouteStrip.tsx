import { type BatchState, currentStep, exposureS, STATIONS, type Step } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { clockOfDay } from '../../app/useNow.ts';

const SHORT: Readonly<Record<Step['kind'], string>> = {
  drip: 'Drip',
  'off-plate': 'off',
  wash: 'Wash',
  dry: 'Blow off, dry',
  'look-matte': 'look',
  trim: 'Clip',
  cure: 'Lamp box',
  'look-cured': 'look',
  seal: 'seal',
};
const WIDTH: Readonly<Record<Step['kind'], number>> = {
  drip: 10,
  'off-plate': 5,
  wash: 8,
  dry: 12,
  'look-matte': 6,
  trim: 9,
  cure: 9,
  'look-cured': 6,
  seal: 5,
};
const nameOf = (step: Step): string =>
  step.kind === 'wash' ? (step.station === STATIONS.wash1 ? 'Wash 1' : 'Wash 2') : SHORT[step.kind];
const sideOf = (step: Step): string => {
  if (step.station === STATIONS.lamp) return 'LIGHT SIDE';
  return step.station === STATIONS.dry || step.station === STATIONS.trim ? 'DRY & TRIM' : 'WET SIDE';
};

/** The route from left to right: done is plain, now is dark, to come is hatched. Below: time in solvent against its limit. */
export function RouteStrip({ batch, nowMs }: { readonly batch: BatchState; readonly nowMs: number }) {
  const current = currentStep(batch);
  const soakedS = exposureS(batch, nowMs);
  const capS = batch.card.exposureCapS;
  const share = Math.min(1, soakedS / capS);
  return (
    <section aria-label="Route" className="mt-4">
      <ol className="flex">
        {batch.steps.map((step, index) => {
          const side = sideOf(step);
          const first = index === 0 || sideOf(batch.steps[index - 1]!) !== side;
          return (
            <li key={step.id} style={{ flexGrow: WIDTH[step.kind], flexBasis: 0 }} className="min-w-0">
              <span className="zone block h-5 whitespace-nowrap">{first ? side : ''}</span>
              <StepBlock step={step} current={step.id === current?.id} />
            </li>
          );
        })}
      </ol>
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
