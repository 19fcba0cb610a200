import { type TestProperty, testSpread } from '@north-step/core/cure';
import { plainNumber } from '@north-step/core/units';
import { ErrorBar, Scatter } from 'recharts';
import { AcrossAxis, ChartFrame, STILL, UpAxis } from '../../charts/index.ts';
import { roundTicks } from '../../ui/index.ts';
import { scheduleWords, type Tested, unitOf } from './testWords.ts';

const HEIGHT = 280;

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
    <ChartFrame
      words={words}
      legend="rings: readings · diamonds: means with their 90 % range · open squares: what all tests together say, 90 %"
      width={width}
      height={HEIGHT}
    >
      <AcrossAxis
        of="place"
        ends={[0.5, columns.length + 0.5]}
        ticks={columns.map(({ place }) => place)}
        text={(place) => `set ${place}`}
      />
      <UpAxis ticks={ticks} />
      <Scatter data={readings} dataKey="reading" fill="none" stroke="var(--ink-2)" shape="circle" {...STILL} />
      <Scatter data={means} dataKey="mean" fill="var(--ink)" stroke="var(--ink)" shape="diamond" {...STILL}>
        <ErrorBar dataKey="off" direction="y" width={6} stroke="var(--ink)" strokeWidth={1.8} {...STILL} />
      </Scatter>
      <Scatter
        data={fits}
        dataKey="fit"
        fill="var(--panel)"
        stroke="var(--sea)"
        strokeWidth={2}
        shape="square"
        {...STILL}
      >
        <ErrorBar dataKey="off" direction="y" width={6} stroke="var(--sea)" strokeWidth={2} {...STILL} />
      </Scatter>
    </ChartFrame>
  );
}
