import type { PartSize } from '@north-step/contract';
import { isOut, offMm, offShare } from '@north-step/core/caliper';
import { ReferenceLine, Scatter } from 'recharts';
import { AcrossAxis, ChartFrame, STILL, UpAxis } from '../../charts/index.ts';
import { roundTicks, useWidth } from '../../ui/index.ts';
import { mmText } from './words.ts';

const HEIGHT = 220;
const SHAPES = ['circle', 'square', 'triangle', 'diamond', 'cross', 'star'] as const;

/** How far each size is off, of what its tolerance allows, from the oldest to the newest: between the lines is in. */
export function SizeChart({ sizes }: { readonly sizes: readonly PartSize[] }) {
  const { element, width } = useWidth(640);
  const inOrder = [...sizes].reverse();
  const names = [...new Set(inOrder.map(({ name }) => name))];
  const most = Math.max(1.2, ...inOrder.map((size) => Math.abs(offShare(size))));
  const ticks = roundTicks(-100 * most, 100 * most, 5);
  const last = inOrder.at(-1)!;
  const words = `${sizes.length} sizes from the oldest to the newest, as a share of their tolerance: ${inOrder.filter(isOut).length} out; the last, ${last.name}, ${mmText(offMm(last))} mm off.`;
  return (
    <ChartFrame
      element={element}
      className="mt-3"
      words={words}
      legend={
        <span className="flex flex-wrap gap-x-5">
          <span>off, % of the tolerance; between the dashes is in; oldest left</span>
          {names.map((name, i) => (
            <span key={name}>
              {MARKS[i % MARKS.length]} {name}
            </span>
          ))}
        </span>
      }
      width={width}
      height={HEIGHT}
    >
      <AcrossAxis of="no" ends={[0, inOrder.length + 1]} bare />
      <UpAxis of="share" ticks={ticks} width={64} text={(share) => `${share < 0 ? '−' : ''}${Math.abs(share)} %`} />
      {[-100, 0, 100].map((y) => (
        <ReferenceLine key={y} y={y} stroke="var(--ink)" strokeDasharray={y === 0 ? '2 4' : '7 5'} />
      ))}
      {names.map((name, i) => (
        <Scatter
          key={name}
          name={name}
          data={inOrder.flatMap((size, at) =>
            size.name === name ? [{ no: at + 1, share: 100 * offShare(size) }] : [],
          )}
          fill={i % 2 === 0 ? 'var(--sea)' : 'var(--panel)'}
          stroke="var(--ink)"
          strokeWidth={1.4}
          shape={SHAPES[i % SHAPES.length]!}
          {...STILL}
        />
      ))}
    </ChartFrame>
  );
}
const MARKS = ['●', '□', '▲', '◇', '✚', '☆'];
