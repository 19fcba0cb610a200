type DripCurveProps = {
  readonly grams: readonly (readonly [minutes: number, grams: number])[];
  readonly minutes: number;
  readonly chosenGrams: number;
};

const WIDTH = 310;
const HEIGHT = 118;
const LEFT = 24;
const BOTTOM = 22;
const LAST_MIN = 12;

/** Grams of resin left on parts and plate by minutes of dripping. */
export function DripCurve({ grams, minutes, chosenGrams }: DripCurveProps) {
  const most = Math.max(...grams.map(([, g]) => g)) * 1.05;
  const x = (minute: number) => LEFT + (minute / LAST_MIN) * (WIDTH - LEFT - 8);
  const y = (g: number) => 6 + (1 - g / most) * (HEIGHT - BOTTOM - 6);
  const path = grams
    .map(([minute, g], i) => `${i === 0 ? 'M' : 'L'}${x(minute).toFixed(1)} ${y(g).toFixed(1)}`)
    .join('');
  return (
    <svg
      role="img"
      aria-label={`Resin left after dripping: ${chosenGrams.toFixed(1)} g after ${minutes} minutes`}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
    >
      <line x1={LEFT} x2={WIDTH - 8} y1={HEIGHT - BOTTOM} y2={HEIGHT - BOTTOM} stroke="var(--ink)" strokeWidth={1.5} />
      <path d={path} fill="none" stroke="var(--sea)" strokeWidth={2.5} />
      <line
        x1={x(minutes)}
        x2={x(minutes)}
        y1={y(chosenGrams)}
        y2={HEIGHT - BOTTOM}
        stroke="var(--ink)"
        strokeDasharray="3 3"
      />
      <circle cx={x(minutes)} cy={y(chosenGrams)} r={6} fill="var(--panel)" stroke="var(--ink)" strokeWidth={2} />
      {[0, 2, 4, 6, 8, 10, 12].map((minute) => (
        <text
          key={minute}
          x={x(minute)}
          y={HEIGHT - 5}
          fontSize={12}
          textAnchor="middle"
          fill="var(--ink-2)"
          fontFamily="var(--font-mono)"
        >
          {minute}
        </text>
      ))}
      <text x={x(4.6)} y={16} fontSize={12} fill="var(--ink-2)">
        grams left on parts and plate
      </text>
    </svg>
  );
}
