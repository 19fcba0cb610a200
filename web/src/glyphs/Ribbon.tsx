import type { Bar } from '@north-step/core/schedule';

type RibbonProps = {
  readonly rows: readonly { readonly id: string; readonly name: string }[];
  readonly bars: readonly Bar[];
  readonly spanS: number;
  /** clock text of a moment that many seconds from now */
  readonly clockAt: (seconds: number) => string;
};

const LABEL = 90;
const WIDTH = 1244;
const ROW = 36;
const TICKS = 8;

/** What comes next, rows for people and stations, a brick line for now at its left. */
export function Ribbon({ rows, bars, spanS, clockAt }: RibbonProps) {
  const x = (seconds: number) => LABEL + (Math.max(0, Math.min(spanS, seconds)) / spanS) * (WIDTH - LABEL - 4);
  const height = rows.length * ROW + 24;
  return (
    <svg
      role="img"
      aria-label={`What comes next: ${bars
        .slice(0, 12)
        .map((bar) => `${clockAt(bar.startS)} ${bar.stepTitle} ${bar.batchName}`)
        .join(', ')}`}
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="block w-full"
    >
      {Array.from({ length: TICKS + 1 }, (_, i) => {
        const atS = (spanS * i) / TICKS;
        return (
          <g key={i}>
            <line x1={x(atS)} x2={x(atS)} y1={0} y2={rows.length * ROW} stroke="var(--line)" strokeWidth={1.5} />
            <text
              x={Math.min(x(atS), WIDTH - 42)}
              y={height - 6}
              fontSize={13}
              fill="var(--ink-2)"
              fontFamily="var(--font-mono)"
            >
              {clockAt(atS)}
            </text>
          </g>
        );
      })}
      {rows.map((row, index) => (
        <text key={row.id} x={0} y={index * ROW + 23} fontSize={14} fontWeight={700} fill="var(--ink)">
          {row.name}
        </text>
      ))}
      {bars
        .filter((bar) => bar.startS < spanS)
        .map((bar, index) => {
          const rowIndex = rows.findIndex((row) => row.id === bar.row);
          if (rowIndex < 0) return null;
          const width = Math.max(3, x(bar.endS) - x(bar.startS));
          const fits = width > bar.batchName.length * 7.6 + 10;
          return (
            <g key={index}>
              <rect
                x={x(bar.startS)}
                y={rowIndex * ROW + 6}
                width={width}
                height={26}
                fill="var(--panel)"
                stroke="var(--ink)"
                strokeWidth={1.5}
              />
              {fits && (
                <text x={x(bar.startS) + 6} y={rowIndex * ROW + 24} fontSize={13} fill="var(--ink)">
                  {bar.batchName}
                </text>
              )}
            </g>
          );
        })}
      <line x1={x(0)} x2={x(0)} y1={0} y2={rows.length * ROW + 2} stroke="var(--brick)" strokeWidth={2.5} />
    </svg>
  );
}
