import { percentText, rangeText } from '@north-step/core/units';

type LoadLadderProps = {
  readonly loadPctW: number;
  readonly limitPctW: number;
  /** 90 % range, drawn as a thick bar along the ladder */
  readonly range90?: readonly [number, number] | undefined;
  readonly heightPx?: number | undefined;
};

/** Beside a tube: where the load stands between nothing and half as much again as its limit, and how sure that is. */
export function LoadLadder({ loadPctW, limitPctW, range90, heightPx = 150 }: LoadLadderProps) {
  const top = limitPctW * 1.4;
  const y = (pct: number) => 8 + (1 - Math.max(0, Math.min(1, pct / top))) * (heightPx - 20);
  const at = y(loadPctW);
  const max = y(limitPctW);
  const range = range90 ? `, ${rangeText(range90, loadPctW)}` : '';
  return (
    <svg
      role="img"
      aria-label={`load ${percentText(loadPctW)}${range}, act at ${percentText(limitPctW)}`}
      width={58}
      height={heightPx}
      viewBox={`0 0 58 ${heightPx}`}
    >
      <line x1={12} x2={12} y1={4} y2={heightPx - 8} stroke="var(--ink)" strokeWidth={1.5} />
      {range90 && (
        <rect
          x={8}
          y={y(range90[1])}
          width={8}
          height={Math.max(3, y(range90[0]) - y(range90[1]))}
          fill="var(--sea-2)"
        />
      )}
      <line x1={4} x2={26} y1={max} y2={max} stroke="var(--brick)" strokeWidth={3} />
      <text x={29} y={max + 4} fontSize={12} fontWeight={700} fill="var(--brick)">
        max
      </text>
      <path d={`M18 ${at}l12 -6v12z`} fill="var(--ink)" />
    </svg>
  );
}
