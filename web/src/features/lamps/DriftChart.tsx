import type { LampView } from '@north-step/contract';
import { plainNumber } from '@north-step/core/units';
import { Line } from 'recharts';
import { AcrossAxis, ChartFrame, Diamonds, STILL, UpAxis } from '../../charts/index.ts';
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
    <ChartFrame
      className="mt-4"
      words={words}
      title={<h2 className="text-lg font-bold">Drift</h2>}
      legend="dashes: fading as described · diamonds: meter checks, % of the description"
      width={WIDTH}
      height={HEIGHT}
      data={line}
    >
      <AcrossAxis of="hours" ends={[0, lastH]} ticks={ticks} text={(hours) => `${hours} h`} />
      <UpAxis ticks={shares} text={(share) => `${share}%`} />
      <Line dataKey="expected" stroke="var(--sea)" strokeWidth={2} strokeDasharray="7 5" dot={false} {...STILL} />
      <Diamonds of="checked" data={checks} />
    </ChartFrame>
  );
}
