import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { BenchNow } from '@north-step/core/bench';
import { titleOf } from '@north-step/core/plan';
import { type BoundRoute, type Finding, type RouteStep, stepType } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
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
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  const title = titleOf({ ...step, station }, bench);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`border-b border-line last:border-b-0 ${isDragging ? 'relative z-10 bg-liquid' : ''} ${chosen ? 'bg-liquid' : ''}`}
    >
      <div className="flex items-center">
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${title}, step ${index + 1}`}
          className="min-h-11 w-11 touch-none cursor-grab text-lg text-ink-2"
        >
          ⠿
        </button>
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
      </div>
      {chosen && <StepSettings step={step} where={whereOptions(bound, index, bench)} onChange={props.onChange} />}
    </li>
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
