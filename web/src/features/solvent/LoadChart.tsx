import type { BathCare } from '@north-step/contract';
import { percentText, plainNumber } from '@north-step/core/units';
import { Area, CartesianGrid, ComposedChart, Line, ReferenceLine, Scatter, XAxis, YAxis } from 'recharts';
import { dayText } from '../../shell/useNow.ts';
import { midnights, roundTicks } from '../../ui/index.ts';
import { crossing, loadSeries, readingMarks } from './loadSeries.ts';

/** Load against time: line the estimate, band its 90 % range, marks the readings, ticks the batches, dashes what is to come. */
export function LoadChart({
  bath,
  name,
  nowMs,
  sinceMs,
  width,
  height,
}: {
  readonly bath: BathCare;
  readonly name: string;
  readonly nowMs: number;
  readonly sinceMs: number;
  readonly width: number;
  readonly height: number;
}) {
  const points = loadSeries(bath, nowMs, sinceMs);
  const marks = readingMarks(bath, sinceMs);
  const { limitPctW } = bath.limit;
  const top = Math.max(
    limitPctW * 1.25,
    ...points.map((point) => point.band?.[1] ?? 0),
    ...marks.map((mark) => mark.reading!),
  );
  const loads = roundTicks(0, top, 5);
  const crosses = crossing(bath, nowMs);
  const [low, high] = bath.estimate.range90;
  const words = `Load of ${name} over time: now ${percentText(bath.estimate.loadPctW)}, between ${plainNumber(low)} and ${plainNumber(high)} %; limit ${plainNumber(limitPctW)} %. ${marks.length} readings.`;
  return (
    <figure className="m-0" aria-label={words}>
      <ComposedChart
        width={width}
        height={height}
        data={points}
        margin={{ top: 14, right: 30, bottom: 4, left: 0 }}
        accessibilityLayer={false}
      >
        <CartesianGrid vertical={false} stroke="var(--line)" />
        <XAxis
          dataKey="atMs"
          type="number"
          domain={['dataMin', 'dataMax']}
          tickFormatter={dayText}
          ticks={midnights(points[0]?.atMs ?? nowMs, points.at(-1)?.atMs ?? nowMs, 7)}
          stroke="var(--ink-2)"
          tick={{ fontSize: 13, fontFamily: 'var(--font-mono)' }}
        />
        <YAxis
          domain={[0, loads.at(-1)!]}
          ticks={loads}
          tickFormatter={(value: number) => `${value}%`}
          width={46}
          stroke="var(--ink-2)"
          tick={{ fontSize: 13, fontFamily: 'var(--font-mono)' }}
          allowDecimals={false}
        />
        <Area
          dataKey="band"
          stroke="none"
          fill="var(--sea-2)"
          fillOpacity={0.28}
          isAnimationActive={false}
          connectNulls
        />
        <ReferenceLine
          y={limitPctW}
          stroke="var(--brick)"
          strokeWidth={2.5}
          label={{
            value: `limit ${plainNumber(limitPctW)} %`,
            position: 'insideTopLeft',
            fill: 'var(--brick)',
            fontWeight: 700,
            fontSize: 14,
          }}
        />
        <ReferenceLine
          x={nowMs}
          stroke="var(--brick)"
          strokeWidth={2}
          label={{ value: 'now', position: 'insideTopRight', fill: 'var(--ink)', fontSize: 13 }}
        />
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
        <Line dataKey="load" stroke="var(--sea)" strokeWidth={2.5} dot={false} isAnimationActive={false} />
        <Line
          dataKey="ahead"
          stroke="var(--sea)"
          strokeWidth={2}
          strokeDasharray="7 5"
          dot={false}
          isAnimationActive={false}
        />
        <Scatter
          data={marks}
          dataKey="reading"
          fill="var(--panel)"
          stroke="var(--ink)"
          strokeWidth={1.8}
          shape="diamond"
          isAnimationActive={false}
        />
      </ComposedChart>
      <figcaption className="text-sm text-ink-2">
        line: estimate · band: 90 % range · diamonds: readings · ticks: batches washed
        {crosses &&
          ` · reaches the limit ${crosses.lateMs === undefined ? `from ${dayText(crosses.soonMs)} on` : `between ${dayText(crosses.soonMs)} and ${dayText(crosses.lateMs)}`}`}
      </figcaption>
    </figure>
  );
}
