import { clockText } from '@north-step/core/units';
import { useId } from 'react';

type WindowBarProps = {
  readonly handleS: number;
  readonly maxS?: number | undefined;
  /** light so far */
  readonly nowS?: number | undefined;
  readonly looksS?: readonly number[] | undefined;
  readonly handleRangeS?: readonly [number, number] | undefined;
  readonly maxRangeS?: readonly [number, number] | undefined;
  readonly widthPx?: number | undefined;
  readonly heightPx?: number | undefined;
};

/** Two times nearer than this are written as one. */
const TEXT_PX = 46;

/** Cure window: dotted is tacky, plain is good, hatched is over. Soft bars below show how unsure both edges are. */
export function WindowBar({
  handleS,
  maxS,
  nowS,
  looksS = [],
  handleRangeS,
  maxRangeS,
  widthPx = 150,
  heightPx = 16,
}: WindowBarProps) {
  const id = useId();
  const endS = maxS === undefined ? handleS * 2.2 : Math.max(maxS * 1.25, handleS * 1.1, (nowS ?? 0) * 1.05);
  const x = (seconds: number) => Math.max(0, Math.min(1, seconds / endS)) * (widthPx - 2) + 1;
  const closed = maxS !== undefined && maxS <= handleS;
  const top = 16;
  const apart = maxS === undefined || Math.abs(x(maxS) - x(handleS)) > TEXT_PX;
  const below = top + heightPx;
  const words = closed
    ? `Cure window closed: over after ${clockText(maxS)}, tacky until ${clockText(handleS)}`
    : `Cure window: tacky until ${clockText(handleS)}, good${maxS === undefined ? '' : ` until ${clockText(maxS)}, then over`}${nowS === undefined ? '' : `; now ${clockText(nowS)}`}`;
  return (
    <svg role="img" aria-label={words} width={widthPx} height={below + 30} viewBox={`0 0 ${widthPx} ${below + 30}`}>
      <defs>
        <pattern id={`${id}dots`} width={6} height={6} patternUnits="userSpaceOnUse">
          <circle cx={2} cy={2} r={1} fill="var(--ink)" />
        </pattern>
        <pattern id={`${id}hatch`} width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1={0} x2={0} y1={0} y2={6} stroke="var(--brick)" strokeWidth={3.4} />
        </pattern>
      </defs>
      <rect x={0} y={top} width={x(handleS)} height={heightPx} fill={`url(#${id}dots)`} />
      {!closed && (
        <rect x={x(handleS)} y={top} width={x(maxS ?? endS) - x(handleS)} height={heightPx} fill="var(--moss)" />
      )}
      {maxS !== undefined && (
        <rect x={x(maxS)} y={top} width={widthPx - x(maxS)} height={heightPx} fill={`url(#${id}hatch)`} />
      )}
      <rect
        x={0.75}
        y={top}
        width={widthPx - 1.5}
        height={heightPx}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
      {looksS.map((lookS) => (
        <line key={lookS} x1={x(lookS)} x2={x(lookS)} y1={top - 6} y2={top} stroke="var(--ink)" strokeWidth={2} />
      ))}
      {nowS !== undefined && <path d={`M${x(nowS)} ${top - 2}l-6 -10h12z`} fill="var(--ink)" />}
      {[handleRangeS, maxRangeS].map(
        (range, index) =>
          range && (
            <rect
              key={index}
              x={x(range[0])}
              y={below + 3}
              width={Math.max(2, x(range[1]) - x(range[0]))}
              height={5}
              fill="var(--sea-2)"
              opacity={0.6}
            />
          ),
      )}
      <text
        x={Math.min(x(handleS), widthPx - 76)}
        y={below + 24}
        fontSize={13}
        textAnchor={x(handleS) < 30 ? 'start' : 'middle'}
        fill="var(--ink)"
        fontFamily="var(--font-mono)"
      >
        {apart ? clockText(handleS) : `${clockText(handleS)}–${clockText(maxS!)}`}
      </text>
      {maxS !== undefined && apart && (
        <text
          x={Math.min(x(maxS), widthPx - 24)}
          y={below + 24}
          fontSize={13}
          textAnchor="middle"
          fill="var(--ink)"
          fontFamily="var(--font-mono)"
        >
          {clockText(maxS)}
        </text>
      )}
    </svg>
  );
}
