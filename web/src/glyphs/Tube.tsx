type TubeProps = {
  readonly fillShare: number;
  readonly loadPctW: number;
  readonly limitPctW: number;
  readonly label: string;
  readonly heightPx?: number;
};

const WIDTH = 64;
const MOST_LINES = 24;

/** A vessel: height is volume, resin lines stand closer the nearer its load is to the limit. */
export function Tube({ fillShare, loadPctW, limitPctW, label, heightPx = 150 }: TubeProps) {
  const levelPx = Math.max(0, Math.min(1, fillShare)) * (heightPx - 6);
  const lines = Math.min(Math.floor(levelPx / 5), Math.round(Math.min(1.2, loadPctW / limitPctW) * MOST_LINES));
  const gap = levelPx / (lines + 1);
  return (
    <svg role="img" aria-label={label} width={WIDTH} height={heightPx} viewBox={`0 0 ${WIDTH} ${heightPx}`}>
      <rect x={3} y={heightPx - 2 - levelPx} width={WIDTH - 6} height={levelPx} fill="var(--liquid)" />
      {Array.from({ length: lines }, (_, i) => (
        <line
          key={i}
          x1={6}
          x2={WIDTH - 6}
          y1={heightPx - 2 - gap * (i + 1)}
          y2={heightPx - 2 - gap * (i + 1)}
          stroke="var(--resin)"
          strokeWidth={1.6}
        />
      ))}
      <path d={`M2 0V${heightPx - 1.5}H${WIDTH - 2}V0`} fill="none" stroke="var(--ink)" strokeWidth={2.5} />
    </svg>
  );
}
