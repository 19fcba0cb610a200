import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  MeasuringStrategy,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import type { BenchNow } from '@north-step/core/bench';
import { titleOf } from '@north-step/core/plan';
import type { BoundRoute, Finding } from '@north-step/core/route';
import { StepRow } from './StepRow.tsx';
import type { RouteDraft } from './useRouteDraft.ts';

const HOW_TO =
  'Press Space or Enter to pick the step up, the arrow keys to move it, Space to put it down, Escape to leave it where it was.';

type StepListProps = {
  readonly draft: RouteDraft;
  readonly findings: readonly Finding[];
  readonly bound: BoundRoute;
  readonly bench: BenchNow;
};

/** The steps in order. They are moved by dragging the handle, or with the keyboard on it. */
export function StepList({ draft, findings, bound, bench }: StepListProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const indexOf = (id: unknown) => draft.steps.findIndex(({ key }) => key === id);
  const nameOf = (id: unknown) => {
    const one = draft.steps[indexOf(id)];
    return one ? titleOf(bound.steps[indexOf(id)] ?? one.step, bench) : 'The step';
  };
  const place = (id: unknown) => `step ${indexOf(id) + 1} of ${draft.steps.length}`;
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${nameOf(active.id)} picked up, ${place(active.id)}.`,
    onDragOver: ({ active, over }) => (over ? `${nameOf(active.id)} is at ${place(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => (over ? `${nameOf(active.id)} put down at ${place(over.id)}.` : undefined),
    onDragCancel: ({ active }) => `${nameOf(active.id)} left where it was.`,
  };
  const end = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) draft.move(indexOf(active.id), indexOf(over.id));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      // an open step is tall and would stand in its own way
      onDragStart={() => draft.setChosen(undefined)}
      measuring={{ droppable: { strategy: MeasuringStrategy.Always } }}
      onDragEnd={end}
      accessibility={{ announcements, screenReaderInstructions: { draggable: HOW_TO } }}
    >
      <SortableContext items={draft.steps.map(({ key }) => key)} strategy={verticalListSortingStrategy}>
        <ol aria-label="Steps of the route" className="frame bg-panel">
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
        </ol>
      </SortableContext>
    </DndContext>
  );
}
