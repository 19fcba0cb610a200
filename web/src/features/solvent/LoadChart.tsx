import type { BathCare } from '@north-step/contract';
import { percentText, plainNumber } from '@north-step/core/units';
import { Area, Line, ReferenceLine } from 'recharts';
import { AcrossAxis, ChartFrame, Diamonds, STILL, UpAxis } from '../../charts/index.ts';
import { dayText } from '../../shell/useNow.ts';
import { midnights, roundTicks } from '../../ui/index.ts';
import { type Crossing, crossing, loadSeries, readingMarks } from './loadSeries.ts';

type LoadChartProps = {
  readonly bath: BathCare;
  readonly name: string;
  readonly nowMs: number;
  readonly sinceMs: number;
  readonly width: number;
  readonly height: number;
};

/** Load against time: line the estimate, band its 90 % range, marks the readings, ticks the batches, dashes what is to come. */
export function LoadChart({ bath, name, nowMs, sinceMs, width, height }: LoadChartProps) {
  const points = loadSeries(bath, nowMs, sinceMs);
  const marks = readingMarks(bath, sinceMs);
  const { limitPctW } = bath.limit;
  const top = Math.max(
    limitPctW * 1.25,
    ...points.map((point) => point.band?.[1] ?? 0),
    ...marks.map((mark) => mark.reading!),
  );
  const crosses = crossing(bath, nowMs);
  const [low, high] = bath.estimate.range90;
  return (
    <ChartFrame
      words={`Load of ${name} over time: now ${percentText(bath.estimate.loadPctW)}, between ${plainNumber(low)} and ${plainNumber(high)} %; limit ${plainNumber(limitPctW)} %. ${marks.length} readings.`}
      legend={`line: estimate · band: 90 % range · diamonds: readings · ticks: batches washed${crosses ? crossWords(crosses) : ''}`}
      width={width}
      height={height}
      data={points}
      margin={{ top: 14, right: 30 }}
    >
      <AcrossAxis
        of="atMs"
        ticks={midnights(points[0]?.atMs ?? nowMs, points.at(-1)?.atMs ?? nowMs, 7)}
        text={dayText}
      />
      <UpAxis ticks={roundTicks(0, top, 5)} text={(value) => `${value}%`} />
      <Area dataKey="band" stroke="none" fill="var(--sea-2)" fillOpacity={0.28} connectNulls {...STILL} />
      <ReferenceLine y={limitPctW} stroke="var(--brick)" strokeWidth={2.5} label={limitLabel(limitPctW)} />
      <ReferenceLine x={nowMs} stroke="var(--brick)" strokeWidth={2} label={NOW_LABEL} />
      {bath.washes
        .filter((wash) => wash.atMs >= sinceMs)
        .map((wash, index) => (
          <ReferenceLine
            key={`${wash.batchId}${index}`}
            segment={[
              { x: wash.atMs, y: 0 },
              { x: wash.atMs, y: top * 0.035 },
            ]}
            stroke="var(--resin)"
            strokeWidth={1.5}
          />
        ))}
      <Line dataKey="load" stroke="var(--sea)" strokeWidth={2.5} dot={false} {...STILL} />
      <Line dataKey="ahead" stroke="var(--sea)" strokeWidth={2} strokeDasharray="7 5" dot={false} {...STILL} />
      <Diamonds of="reading" data={marks} />
    </ChartFrame>
  );
}

const NOW_LABEL = { value: 'now', position: 'insideTopRight', fill: 'var(--ink)', fontSize: 13 } as const;
const limitLabel = (limitPctW: number) =>
  ({
    value: `limit ${plainNumber(limitPctW)} %`,
    position: 'insideTopLeft',
    fill: 'var(--brick)',
    fontWeight: 700,
    fontSize: 14,
  }) as const;
const crossWords = ({ soonMs, lateMs }: Crossing): string =>
  ` · reaches the limit ${lateMs === undefined ? `from ${dayText(soonMs)} on` : `between ${dayText(soonMs)} and ${dayText(lateMs)}`}`;
