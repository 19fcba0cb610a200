import type { BenchNow } from '@north-step/core/bench';
import { titleOf } from '@north-step/core/plan';
import { type BoundRoute, type Finding, type RouteStep, stepType } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { SortableRow } from '../../ui/index.ts';
import { whereOptions, whereText } from './places.ts';
import { StepSettings } from './StepSettings.tsx';

type StepRowProps = {
  readonly id: string;
  readonly index: number;
  readonly step: RouteStep;
  readonly findings: readonly Finding[];
  readonly bound: BoundRoute;
  readonly bench: BenchNow;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  readonly onChange: (over: Partial<RouteStep>) => void;
  readonly onRemove: () => void;
};
export const LEVEL_LOOK = {
  refused: 'border-brick text-brick',
  warned: 'border-amber',
  advised: 'border-sea-2',
} as const;

/** One step: its handle, its name, what it sets, what speaks against it; open, its settings. */
export function StepRow(props: StepRowProps) {
  const { id, index, step, findings, bound, bench, chosen } = props;
  const { station } = bound.steps[index]!;
  const title = titleOf({ ...step, station }, bench);
  return (
    <SortableRow
      id={id}
      handle={`Move ${title}, step ${index + 1}`}
      chosen={chosen}
      below={chosen && <StepSettings step={step} where={whereOptions(bound, index, bench)} onChange={props.onChange} />}
    >
      <button
        type="button"
        aria-expanded={chosen}
        className="flex min-h-11 min-w-0 flex-1 items-center gap-3 text-left"
        onClick={props.onChoose}
      >
        <span className="w-6 text-right font-mono text-ink-2">{index + 1}</span>
        <b className="shrink-0">{title}</b>
        <span className="truncate text-[13px] text-ink-2">{settingsText(step, whereText(station, step, bench))}</span>
        {findings[0] && (
          <span className={`ml-auto shrink-0 border-l-4 pl-2 text-[13px] font-bold ${LEVEL_LOOK[findings[0].level]}`}>
            {findings[0].level}
          </span>
        )}
      </button>
      <button
        type="button"
        className="min-h-11 w-11 text-lg"
        aria-label={`Remove ${title}, step ${index + 1}`}
        onClick={props.onRemove}
      >
        ×
      </button>
    </SortableRow>
  );
}

function settingsText(step: RouteStep, where: string): string {
  const { agitation } = step;
  return [
    where,
    step.seconds !== undefined && clockText(step.seconds),
    agitation && agitation !== stepType(step.type).agitation && agitation,
    step.medium && `in ${step.medium}`,
    step.tempC !== undefined && `${step.tempC} °C`,
    step.air && `${step.air} air`,
    step.inTank && 'solvent in the tank',
  ]
    .filter(Boolean)
    .join(' · ');
}
