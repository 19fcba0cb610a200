import type { LampView } from '@north-step/contract';
import { plainNumber } from '@north-step/core/units';
import { CartesianGrid, ComposedChart, Line, Scatter, XAxis, YAxis } from 'recharts';
import { roundTicks } from '../../ui/index.ts';

const WIDTH = 400;
const HEIGHT = 190;
const POINTS = 24;

/** Light against hours: the line is the fading of the description, the diamonds are meter checks. */
export function DriftChart({ lamp: { lamp, events } }: { readonly lamp: LampView }) {
  const checks = events
    .filter(({ kind, scale }) => kind === 'metered' && scale !== undefined)
    .map(({ hours, scale }) => ({ hours, checked: 100 * scale! }));
  const ticks = roundTicks(0, Math.max(lamp.hours * 1.1, 100), 5);
  const lastH = ticks.at(-1)!;
  const line = Array.from({ length: POINTS + 1 }, (_, i) => {
    const hours = (lastH * i) / POINTS;
    return { hours, expected: 100 * (1 - lamp.fadesPer1000h) ** (hours / 1000) };
  });
  const words = `Light of the lamp against hours. ${checks.length} meter checks${checks[0] ? `, the last ${plainNumber(checks[0].checked, 3)} % of the description at ${plainNumber(checks[0].hours, 3)} h` : ''}.`;
  const checked = checks.map((check) => check.checked);
  const shares = roundTicks(Math.min(80, ...checked.map((share) => share - 3)), Math.max(100, ...checked), 4);
  return (
    <figure className="m-0 mt-4" aria-label={words}>
      <h2 className="text-lg font-bold">Drift</h2>
      <ComposedChart
        width={WIDTH}
        height={HEIGHT}
        data={line}
        margin={{ top: 8, right: 16, bottom: 4, left: 0 }}
        accessibilityLayer={false}
      >
        <CartesianGrid vertical={false} stroke="var(--line)" />
        <XAxis
          dataKey="hours"
          type="number"
          domain={[0, lastH]}
          ticks={ticks}
          tickFormatter={(h: number) => `${h} h`}
          stroke="var(--ink-2)"
          tick={{ fontSize: 13 }}
        />
        <YAxis
          domain={[shares[0]!, shares.at(-1)!]}
          ticks={shares}
          width={46}
          tickFormatter={(value: number) => `${value}%`}
          stroke="var(--ink-2)"
          tick={{ fontSize: 13 }}
        />
        <Line
          dataKey="expected"
          stroke="var(--sea)"
          strokeWidth={2}
          strokeDasharray="7 5"
          dot={false}
          isAnimationActive={false}
        />
        <Scatter
          data={checks}
          dataKey="checked"
          fill="var(--panel)"
          stroke="var(--ink)"
          strokeWidth={1.8}
          shape="diamond"
          isAnimationActive={false}
        />
      </ComposedChart>
      <figcaption className="text-[13px] text-ink-2">
        dashes: fading as described · diamonds: meter checks, % of the description
      </figcaption>
    </figure>
  );
}
