import type { AirReply } from '@north-step/contract';
import type { AirSetting } from '@north-step/core/air';
import { plainNumber } from '@north-step/core/units';
import { Line, ReferenceLine, Scatter } from 'recharts';
import { AcrossAxis, ChartFrame, STILL, UpAxis } from '../../charts/index.ts';
import { clockOfDay } from '../../shell/useNow.ts';
import { roundTicks, useWidth } from '../../ui/index.ts';
import { type AirHour, sensorPpm } from './dayOfAir.ts';

const HEIGHT = 260;
const MOST_DOTS = 120;
type ChartProps = { readonly hours: readonly AirHour[]; readonly sensor: AirReply['sensor']; readonly air: AirSetting };

/** Vapour over the day: the line by the book, the dots by the sensor, the limits as bars. */
export function AirChart({ hours, sensor, air }: ChartProps) {
  const { element, width } = useWidth(700);
  const every = Math.ceil(sensor.length / MOST_DOTS) || 1;
  const dots = sensor.filter((_, i) => i % every === 0).map(({ atMs, pctLel }) => ({ atMs, seen: sensorPpm(pctLel) }));
  const top = Math.max(air.shortPpm * 1.15, ...hours.map(({ ppm }) => ppm), ...dots.map(({ seen }) => seen));
  const ticks = roundTicks(0, top, 5);
  const most = Math.max(0, ...hours.map(({ ppm }) => ppm));
  return (
    <ChartFrame
      element={element}
      className="min-w-0 overflow-hidden"
      words={`Vapour today: at most ${plainNumber(most, 3)} ppm by the book, ${sensor.length} samples of the sensor.`}
      title={
        <h2 className="text-lg font-bold">
          Vapour today{' '}
          <span className="ml-2 text-sm font-normal text-ink-2">
            line: by the book · dots: by the sensor, all vapours
          </span>
        </h2>
      }
      width={width}
      height={HEIGHT}
      data={hours}
      margin={{ right: 110 }}
    >
      <AcrossAxis of="atMs" scale="time" text={clockOfDay} />
      <UpAxis ticks={ticks} text={(ppm) => `${ppm} ppm`} width={72} />
      <ReferenceLine
        y={air.meanPpm}
        stroke="var(--amber)"
        strokeWidth={2}
        strokeDasharray="6 4"
        label={{ value: '8 h mean', position: 'right', fontSize: 13, fill: 'var(--ink)' }}
      />
      <ReferenceLine
        y={air.shortPpm}
        stroke="var(--brick)"
        strokeWidth={2}
        label={{ value: 'short term', position: 'right', fontSize: 13, fill: 'var(--ink)' }}
      />
      <Line dataKey="ppm" stroke="var(--sea)" strokeWidth={2.5} dot={false} {...STILL} />
      <Scatter data={dots} dataKey="seen" fill="var(--ink)" {...STILL} />
    </ChartFrame>
  );
}
