import { type TestProperty, testSpread } from '@north-step/core/cure';
import { plainNumber } from '@north-step/core/units';
import { CartesianGrid, ComposedChart, ErrorBar, Scatter, XAxis, YAxis } from 'recharts';
import { roundTicks } from '../../ui/index.ts';
import { scheduleWords, type Tested, unitOf } from './testWords.ts';

const HEIGHT = 280;
const tick = { fontSize: 13, fontFamily: 'var(--font-mono)' };

/** Every reading, each set's mean with its 90 % range, and what the fit says of that schedule. */
export function TestChart({
  tested,
  property,
  width,
}: {
  readonly tested: Tested;
  readonly property: TestProperty;
  readonly width: number;
}) {
  const columns = tested.sets.map(({ readings, expected }, i) => {
    const { mean, range90 } = testSpread(property, readings);
    const said = tested.fit.at(expected);
    return { place: i + 1, readings, mean, range90, said };
  });
  const readings = columns.flatMap(({ place, readings: all }) =>
    all.map((reading) => ({ place: place - 0.12, reading })),
  );
  const means = columns.map(({ place, mean, range90 }) => ({
    place,
    mean,
    off: [mean - range90[0], range90[1] - mean],
  }));
  const fits = columns.map(({ place, said }) => ({
    place: place + 0.18,
    fit: said.value,
    off: [said.value - said.range90[0], said.range90[1] - said.value],
  }));
  const all = [
    ...readings.map(({ reading }) => reading),
    ...columns.flatMap(({ said, range90 }) => [...said.range90, ...range90]),
  ];
  const ticks = roundTicks(Math.max(0, Math.min(...all) - 2), Math.max(...all) + 2, 5);
  const words = `${unitOf(property)} of ${columns.length} sets of samples: ${columns
    .map(({ mean }, i) => `${scheduleWords(tested.sets[i]!.schedule)}: ${plainNumber(mean, 3)}`)
    .join('; ')}.`;
  return (
    <figure className="m-0" aria-label={words}>
      <ComposedChart
        width={width}
        height={HEIGHT}
        margin={{ top: 10, right: 16, bottom: 4, left: 0 }}
        accessibilityLayer={false}
      >
        <CartesianGrid vertical={false} stroke="var(--line)" />
        <XAxis
          dataKey="place"
          type="number"
          domain={[0.5, columns.length + 0.5]}
          ticks={columns.map(({ place }) => place)}
          tickFormatter={(place: number) => `set ${place}`}
          stroke="var(--ink-2)"
          tick={tick}
        />
        <YAxis domain={[ticks[0]!, ticks.at(-1)!]} ticks={ticks} width={46} stroke="var(--ink-2)" tick={tick} />
        <Scatter
          data={readings}
          dataKey="reading"
          fill="none"
          stroke="var(--ink-2)"
          shape="circle"
          isAnimationActive={false}
        />
        <Scatter
          data={means}
          dataKey="mean"
          fill="var(--ink)"
          stroke="var(--ink)"
          shape="diamond"
          isAnimationActive={false}
        >
          <ErrorBar
            dataKey="off"
            direction="y"
            width={6}
            stroke="var(--ink)"
            strokeWidth={1.8}
            isAnimationActive={false}
          />
        </Scatter>
        <Scatter
          data={fits}
          dataKey="fit"
          fill="var(--panel)"
          stroke="var(--sea)"
          strokeWidth={2}
          shape="square"
          isAnimationActive={false}
        >
          <ErrorBar
            dataKey="off"
            direction="y"
            width={6}
            stroke="var(--sea)"
            strokeWidth={2}
            isAnimationActive={false}
          />
        </Scatter>
      </ComposedChart>
      <figcaption className="text-[13px] text-ink-2">
        rings: readings · diamonds: means with their 90 % range · open squares: what all tests together say, 90 %
      </figcaption>
    </figure>
  );
}
