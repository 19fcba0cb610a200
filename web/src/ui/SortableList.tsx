import {
  type Announcements,
  closestCenter,
  DndContext,
  KeyboardSensor,
  MeasuringStrategy,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { ReactNode } from 'react';

type SortableListProps = {
  /** in order */
  readonly ids: readonly string[];
  readonly label: string;
  /** what one of them is: a step, a station */
  readonly what: string;
  readonly nameOf: (id: string) => string;
  readonly onStart?: (() => void) | undefined;
  readonly onMove: (from: number, to: number) => void;
  readonly className?: string;
  readonly children: ReactNode;
};

/** A list in an order that is changed by dragging the handle of a row, or with the keyboard on it. */
export function SortableList({ ids, label, what, nameOf, onStart, onMove, className, children }: SortableListProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const place = (id: unknown) => `${what} ${ids.indexOf(String(id)) + 1} of ${ids.length}`;
  const named = (id: unknown) => nameOf(String(id));
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${named(active.id)} picked up, ${place(active.id)}.`,
    onDragOver: ({ active, over }) => (over ? `${named(active.id)} is at ${place(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => (over ? `${named(active.id)} put down at ${place(over.id)}.` : undefined),
    onDragCancel: ({ active }) => `${named(active.id)} left where it was.`,
  };
  const howTo = `Press Space or Enter to pick the ${what} up, the arrow keys to move it, Space to put it down, Escape to leave it where it was.`;
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={() => onStart?.()}
      measuring={{ droppable: { strategy: MeasuringStrategy.Always } }}
      onDragEnd={({ active, over }) => {
        if (over && active.id !== over.id) onMove(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
      }}
      accessibility={{ announcements, screenReaderInstructions: { draggable: howTo } }}
    >
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        <ol aria-label={label} className={className}>
          {children}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

type SortableRowProps = {
  readonly id: string;
  /** said of its handle */
  readonly handle: string;
  readonly chosen?: boolean;
  readonly children: ReactNode;
  /** below the row, while it is open */
  readonly below?: ReactNode;
};
/** A row of such a list with its handle. */
export function SortableRow({ id, handle, chosen = false, children, below }: SortableRowProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`border-b border-line last:border-b-0 ${isDragging ? 'relative z-10' : ''} ${isDragging || chosen ? 'bg-liquid' : ''}`}
    >
      <div className="flex items-center">
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={handle}
          className="min-h-11 w-11 shrink-0 touch-none cursor-grab text-lg text-ink-2"
        >
          ⠿
        </button>
        {children}
      </div>
      {below}
    </li>
  );
}
