import type { WhereReply } from '@north-step/contract';
import { Layer, Rectangle, Sankey } from 'recharts';
import { useWidth } from '../../ui/index.ts';
import { type Part, partOf } from '../../ui/periods.ts';
import { kgText, ROW_WORDS } from './words.ts';

const HEIGHT = 460;
/** A strand thinner than this cannot be drawn; it is in the table. */
const LEAST_SHARE = 0.002;

export type Flow = { readonly name: string; readonly mg: number };
/** What moved: in, and out, each as much as the other; what vessels held more or less at the end is on one of the sides. */
export function flowsOf(
  { opening, rows, closing }: WhereReply,
  part: Part,
): {
  readonly into: readonly Flow[];
  readonly out: readonly Flow[];
} {
  const gained = partOf(closing, part) - partOf(opening, part);
  const all: readonly Flow[] = [
    ...rows.map(({ row, mg }) => ({ name: ROW_WORDS[row], mg: partOf(mg, part) })),
    { name: gained > 0 ? 'more in the vessels' : 'out of the vessels', mg: -gained },
  ];
  return {
    into: all.filter(({ mg }) => mg > 0),
    out: all.filter(({ mg }) => mg < 0).map(({ name, mg }) => ({ name, mg: -mg })),
  };
}

/** A flow picture of a period: widths are grams. */
type FlowProps = { readonly data: WhereReply; readonly name: string; readonly part: Part };
export function FlowPicture({ data, name, part }: FlowProps) {
  const { element, width } = useWidth(600);
  const { into, out } = flowsOf(data, part);
  const all = into.reduce((total, { mg }) => total + mg, 0);
  const drawn = (flows: readonly Flow[]) => flows.filter(({ mg }) => mg >= LEAST_SHARE * all);
  const [left, right] = [drawn(into), drawn(out)];
  if (all === 0) return <p className="text-ink-2">Nothing moved in {name}.</p>;
  const hub = left.length;
  const nodes = [...left, { name: 'the workshop', mg: all }, ...right].map((flow) => ({
    name: flow.name,
    grams: kgText(flow.mg / 1000),
  }));
  const links = [
    ...left.map(({ mg }, i) => ({ source: i, target: hub, value: mg / 1000 })),
    ...right.map(({ mg }, i) => ({ source: hub, target: hub + 1 + i, value: mg / 1000 })),
  ];
  return (
    <figure
      ref={element}
      className="m-0 min-w-0 overflow-hidden"
      aria-label={`Flow of ${part === 'together' ? 'liquid' : part} in ${name}: ${wordsOf(into)} came in; ${wordsOf(out)} went out or is there.`}
    >
      <Sankey
        width={width}
        height={HEIGHT}
        data={{ nodes, links }}
        node={<FlowNode hub={hub} />}
        nodePadding={38}
        nodeWidth={12}
        sort={false}
        margin={{ top: 16, right: 215, bottom: 24, left: 150 }}
        link={{ stroke: 'var(--sea-2)', strokeOpacity: 0.45 }}
      />
    </figure>
  );
}
const wordsOf = (flows: readonly Flow[]): string =>
  flows.map(({ name, mg }) => `${name} ${kgText(mg / 1000)}`).join(', ');

type NodeProps = {
  readonly hub: number;
  readonly x?: number;
  readonly y?: number;
  readonly width?: number;
  readonly height?: number;
  readonly index?: number;
  readonly payload?: { readonly name: string; readonly grams: string };
};
/** A node with its name and grams beside it: outside, to the left of what came in and to the right of what went. */
function FlowNode({ hub, x = 0, y = 0, width = 0, height = 0, index = 0, payload }: NodeProps) {
  const isHub = index === hub;
  const toLeft = index < hub;
  return (
    <Layer>
      <Rectangle x={x} y={y} width={width} height={Math.max(1, height)} fill="var(--ink)" />
      {!isHub && (
        <text
          x={toLeft ? x - 8 : x + width + 8}
          y={y + height / 2}
          textAnchor={toLeft ? 'end' : 'start'}
          dominantBaseline="middle"
          fontSize={13}
          fill="var(--ink)"
        >
          <tspan x={toLeft ? x - 8 : x + width + 8} dy="-0.45em">
            {payload?.name}
          </tspan>
          <tspan x={toLeft ? x - 8 : x + width + 8} dy="1.15em" fontFamily="var(--font-mono)">
            {payload?.grams}
          </tspan>
        </text>
      )}
    </Layer>
  );
}
