import type { BenchNow } from '@north-step/core/bench';
import { titleOf } from '@north-step/core/plan';
import type { BoundRoute, Finding } from '@north-step/core/route';
import { SortableList } from '../../ui/index.ts';
import { StepRow } from './StepRow.tsx';
import type { RouteDraft } from './useRouteDraft.ts';

type StepListProps = {
  readonly draft: RouteDraft;
  readonly findings: readonly Finding[];
  readonly bound: BoundRoute;
  readonly bench: BenchNow;
};

/** The steps in order. They are moved by dragging the handle, or with the keyboard on it. */
export function StepList({ draft, findings, bound, bench }: StepListProps) {
  const indexOf = (id: unknown) => draft.steps.findIndex(({ key }) => key === id);
  const nameOf = (id: unknown) => {
    const one = draft.steps[indexOf(id)];
    return one ? titleOf(bound.steps[indexOf(id)] ?? one.step, bench) : 'The step';
  };
  return (
    <SortableList
      ids={draft.steps.map(({ key }) => key)}
      label="Steps of the route"
      what="step"
      nameOf={nameOf}
      // an open step is tall and would stand in its own way
      onStart={() => draft.setChosen(undefined)}
      onMove={draft.move}
      className="frame bg-panel"
    >
      {draft.steps.map(({ key, step }, index) => (
        <StepRow
          key={key}
          id={key}
          index={index}
          step={step}
          findings={findings.filter((finding) => finding.step === index)}
          bound={bound}
          bench={bench}
          chosen={draft.chosen === key}
          onChoose={() => draft.setChosen(draft.chosen === key ? undefined : key)}
          onChange={(over) => draft.change(key, over)}
          onRemove={() => draft.remove(key)}
        />
      ))}
    </SortableList>
  );
}
