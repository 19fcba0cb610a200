import type { TrendsReply } from '@north-step/contract';
import { plainNumber } from '@north-step/core/units';
import { Bar, BarChart, CartesianGrid, ErrorBar, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import { dayText } from '../../shell/useNow.ts';
import { useWidth } from '../../ui/index.ts';

const HEIGHT = 220;
const TICK = { fontSize: 13, fontFamily: 'var(--font-mono)' };
const AXIS = { stroke: 'var(--ink-2)', tick: TICK };
const MARGIN = { top: 10, right: 16, bottom: 4, left: 0 };

/** Batches looked at after light in each week: good at once, and not. */
export function YieldChart({ weeks }: Pick<TrendsReply, 'weeks'>) {
  const { element, width } = useWidth(520);
  const rows = weeks.map(({ fromMs, looked, good }) => ({ week: dayText(fromMs), good, not: looked - good }));
  const words = rows.map(({ week, good, not }) => `week of ${week}: ${good} of ${good + not}`).join('; ');
  return (
    <figure className="m-0" aria-label={`Good at the first look. ${words}`}>
      <div ref={element} />
      <BarChart width={width} height={HEIGHT} data={rows} margin={MARGIN} accessibilityLayer={false}>
        <CartesianGrid vertical={false} stroke="var(--line)" />
        <XAxis dataKey="week" {...AXIS} />
        <YAxis allowDecimals={false} width={40} {...AXIS} />
        <Bar dataKey="good" stackId="looked" fill="var(--moss)" maxBarSize={70} isAnimationActive={false} />
        <Bar dataKey="not" stackId="looked" fill="var(--brick)" maxBarSize={70} isAnimationActive={false} />
      </BarChart>
      <figcaption className="text-sm text-ink-2">Below: good at once. Above: sent back.</figcaption>
    </figure>
  );
}

/** Share of sticky batches by load, with where it is in nine of ten cases. */
export function TackChart({ bins }: { readonly bins: TrendsReply['tack'] }) {
  const { element, width } = useWidth(520);
  const rows = bins
    .filter(({ batches }) => batches > 0)
    .map(({ fromPctW, toPctW, batches, tacky, range90: [low, high] }) => {
      const pct = (100 * tacky) / batches;
      const load = `${fromPctW === 0 ? '0' : plainNumber(fromPctW, 2)}–${plainNumber(toPctW, 2)}`;
      return { load, pct, batches, off: [pct - 100 * low, 100 * high - pct] as const };
    });
  const words = rows.map(({ load, pct, batches }) => `${load} % resin: ${Math.round(pct)} % of ${batches}`).join('; ');
  return (
    <figure className="m-0" aria-label={`Sticky at the first look, by load. ${words}`}>
      <div ref={element} />
      <BarChart width={width} height={HEIGHT} data={rows} margin={MARGIN} accessibilityLayer={false}>
        <CartesianGrid vertical={false} stroke="var(--line)" />
        <XAxis dataKey="load" {...AXIS} />
        <YAxis domain={[0, 100]} tickFormatter={(value: number) => `${value}%`} width={50} {...AXIS} />
        <Bar dataKey="pct" fill="var(--sea-2)" maxBarSize={70} isAnimationActive={false}>
          <ErrorBar dataKey="off" width={8} stroke="var(--ink)" strokeWidth={1.5} />
        </Bar>
      </BarChart>
      <figcaption className="text-sm text-ink-2">
        Load of the last bath, % by weight. Lines: where the share is in nine of ten cases.
      </figcaption>
    </figure>
  );
}

/** How much yellower parts became, against the light on their coldest place. */
export function TintChart({ points }: { readonly points: TrendsReply['tint'] }) {
  const { element, width } = useWidth(520);
  const words = points.map(
    ({ name, doseJPerCm2, tintDeltaB }) =>
      `${name}: ${plainNumber(tintDeltaB, 2)} after ${plainNumber(doseJPerCm2, 2)} J/cm²`,
  );
  return (
    <figure className="m-0" aria-label={`Yellowing against light. ${words.join('; ')}`}>
      <div ref={element} />
      <ScatterChart width={width} height={HEIGHT} margin={MARGIN} accessibilityLayer={false}>
        <CartesianGrid stroke="var(--line)" />
        <XAxis dataKey="doseJPerCm2" type="number" name="light" {...AXIS} />
        <YAxis dataKey="tintDeltaB" type="number" width={40} {...AXIS} />
        <Scatter data={[...points]} fill="var(--amber)" stroke="var(--ink)" isAnimationActive={false} />
      </ScatterChart>
      <figcaption className="text-sm text-ink-2">Across: J/cm² on the coldest place. Up: yellower in b*.</figcaption>
    </figure>
  );
}
