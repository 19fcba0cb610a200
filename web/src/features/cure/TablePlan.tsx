import {
  checkPlaces,
  crowded,
  footprint,
  type Lamp,
  motionOf,
  movedBy,
  type Placement,
  topOf,
} from '@north-step/core/light';
import { useMemo, useRef, useState } from 'react';
import type { CurePart } from './useCureParts.ts';

type TablePlanProps = {
  readonly parts: readonly CurePart[];
  /** of their outlines from above, by kind, mm */
  readonly radiiMm: readonly number[];
  readonly placements: readonly Placement[];
  readonly lamp: Lamp;
  readonly onChange: (placements: readonly Placement[]) => void;
};
/** Dragged parts snap to this. */
const SNAP_MM = 5;
const TURN_DEG = 15;
const SIZE_PX = 190;

/** The table from above: parts are dragged, or moved with the arrow keys and turned with R. */
export function TablePlan({ parts, radiiMm, placements, lamp, onChange }: TablePlanProps) {
  const [held, setHeld] = useState<number>();
  const svg = useRef<SVGSVGElement>(null);
  const { outlines, tops } = useMemo(() => {
    // places of an earlier choice of parts are about to be spread anew
    const placed = placements.flatMap((placement) => {
      const positions = parts[placement.part]?.positions;
      return positions ? [movedBy(positions, motionOf(positions, placement))] : [];
    });
    return { outlines: placed.map(footprint), tops: placed.map(topOf) };
  }, [parts, placements]);
  const nameOf = (i: number) =>
    parts.length > 1 ? `Part ${i + 1}, ${parts[placements[i]!.part]?.name}` : `Part ${i + 1}`;
  const problems = checkPlaces(outlines, tops, lamp);
  const bad = new Set(problems.map(({ placement }) => placement));
  const radius = lamp.tableRadiusMm;
  const view = radius * 1.12;
  const set = (index: number, change: Partial<Placement>) =>
    onChange(placements.map((placement, i) => (i === index ? { ...placement, ...change } : placement)));
  const move = (index: number, dx: number, dy: number) => {
    const { xMm, yMm } = placements[index]!;
    set(index, { xMm: snap(xMm + dx), yMm: snap(yMm + dy) });
  };
  const mmAt = (event: React.PointerEvent): readonly [number, number] => {
    const frame = svg.current!.getBoundingClientRect();
    return [
      ((event.clientX - frame.left) / frame.width - 0.5) * 2 * view,
      -((event.clientY - frame.top) / frame.height - 0.5) * 2 * view,
    ];
  };
  return (
    <div>
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing that holds parts which can be moved */}
      <svg
        ref={svg}
        role="group"
        aria-label="The table from above"
        width={SIZE_PX}
        height={SIZE_PX}
        viewBox={`${-view} ${-view} ${2 * view} ${2 * view}`}
        className="touch-none"
        onPointerMove={(event) => {
          if (held === undefined) return;
          const [x, y] = mmAt(event);
          set(held, { xMm: snap(x), yMm: snap(y) });
        }}
        onPointerUp={() => setHeld(undefined)}
        onPointerLeave={() => setHeld(undefined)}
      >
        <Rim radius={radius} />
        {outlines.map((outline, i) => (
          <PlacedPart
            key={i}
            name={nameOf(i)}
            outline={outline}
            bad={bad.has(i)}
            held={held === i}
            onHold={(pointerId) => {
              svg.current?.setPointerCapture?.(pointerId);
              setHeld(i);
            }}
            onMove={(dx, dy) => move(i, dx, dy)}
            onTurn={() => set(i, { turnDeg: (placements[i]!.turnDeg + TURN_DEG) % 360 })}
          />
        ))}
      </svg>
      <HowTheyStand problem={problems[0]?.message} placements={placements} radiiMm={radiiMm} />
    </div>
  );
}

type HowTheyStandProps = Pick<TablePlanProps, 'placements' | 'radiiMm'> & { readonly problem: string | undefined };
function HowTheyStand({ problem, placements, radiiMm }: HowTheyStandProps) {
  if (problem !== undefined)
    return (
      <p role="alert" className="border-l-4 border-brick pl-2 text-sm">
        {problem}
      </p>
    );
  const close = crowded(placements.map(({ xMm, yMm, part }) => ({ xMm, yMm, radiusMm: radiiMm[part] ?? 0 })));
  return close ? (
    <p className="text-[13px] text-ink-2">They stand close and shadow each other; two loads would be more even.</p>
  ) : null;
}

const snap = (mm: number): number => Math.round(mm / SNAP_MM) * SNAP_MM;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-SNAP_MM, 0],
  ArrowRight: [SNAP_MM, 0],
  ArrowUp: [0, SNAP_MM],
  ArrowDown: [0, -SNAP_MM],
};

const Rim = ({ radius }: { readonly radius: number }) => (
  <circle
    r={radius}
    fill="var(--panel)"
    stroke="var(--ink)"
    strokeWidth={1.5}
    strokeDasharray="5 4"
    vectorEffect="non-scaling-stroke"
  />
);

type PlacedPartProps = {
  readonly name: string;
  readonly outline: readonly (readonly [number, number])[];
  readonly bad: boolean;
  readonly held: boolean;
  readonly onHold: (pointerId: number) => void;
  readonly onMove: (dxMm: number, dyMm: number) => void;
  readonly onTurn: () => void;
};
/** A part from above, dragged or moved by keys. */
function PlacedPart({ name, outline, bad, held, onHold, onMove, onTurn }: PlacedPartProps) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: a part on the plan is a shape, not a button element
    <polygon
      role="button"
      tabIndex={0}
      aria-label={`${name}${bad ? ', badly placed' : ''}: arrow keys move it, R turns it`}
      points={outline.map(([x, y]) => `${x},${-y}`).join(' ')}
      fill={bad ? 'var(--brick)' : 'var(--liquid)'}
      stroke="var(--ink)"
      strokeWidth={held ? 3 : 1.5}
      vectorEffect="non-scaling-stroke"
      className="cursor-grab"
      onPointerDown={(event) => onHold(event.pointerId)}
      onKeyDown={(event) => {
        const by = ARROWS[event.key];
        if (by) onMove(...by);
        else if (event.key === 'r' || event.key === 'R') onTurn();
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
    >
      <title>{name}</title>
    </polygon>
  );
}
