import { given } from '@north-step/core/given';
import type { ReactNode, Ref } from 'react';
import { CartesianGrid, ComposedChart, Scatter, XAxis, YAxis } from 'recharts';

/** Every axis: its line, and figures that are read at arm's length. */
const AXIS = { stroke: 'var(--ink-2)', tick: { fontSize: 13, fontFamily: 'var(--font-mono)' } } as const;
/** A chart at the bench stands still. */
export const STILL = { isAnimationActive: false } as const;
const MARGIN = { top: 10, right: 16, bottom: 4, left: 0 };

type ChartFrameProps = {
  /** all of it in words, for who does not see it */
  readonly words: string;
  readonly width: number;
  readonly height: number;
  /** where the width is taken from */
  readonly element?: Ref<HTMLElement>;
  readonly title?: ReactNode;
  /** what the marks stand for */
  readonly legend?: ReactNode;
  readonly data?: readonly object[];
  readonly margin?: Partial<typeof MARGIN>;
  readonly className?: string;
  readonly children: ReactNode;
};

/** A figure with its words, its grid, its marks, and what they stand for. */
export function ChartFrame(props: ChartFrameProps) {
  const { words, width, height, element, title, legend, data, margin, className = '', children } = props;
  return (
    <figure ref={element} className={`m-0 ${className}`} aria-label={words}>
      {title}
      <ComposedChart
        width={width}
        height={height}
        {...(data && { data: [...data] })}
        margin={{ ...MARGIN, ...margin }}
        accessibilityLayer={false}
      >
        <CartesianGrid vertical={false} stroke="var(--line)" />
        {children}
      </ComposedChart>
      {legend && <figcaption className="text-[13px] text-ink-2">{legend}</figcaption>}
    </figure>
  );
}

type ScaleProps = {
  /** round figures from the least to the most, in order */
  readonly ticks: readonly number[];
  readonly text?: (value: number) => string;
  readonly width?: number;
  readonly of?: string;
};
/** The scale at the left. */
export const UpAxis = ({ ticks, text, width = 46, of }: ScaleProps) => (
  <YAxis
    {...AXIS}
    {...given({ dataKey: of, tickFormatter: text })}
    type="number"
    domain={[ticks[0]!, ticks.at(-1)!]}
    ticks={[...ticks]}
    width={width}
  />
);

type AcrossProps = {
  readonly of: string;
  /** from the first to the last; default those of the data */
  readonly ends?: readonly [number, number];
  readonly ticks?: readonly number[];
  readonly text?: (value: number) => string;
  readonly scale?: 'linear' | 'time';
  /** no figures: what stands there is only in order */
  readonly bare?: boolean;
};
/** The scale below. */
export const AcrossAxis = ({ of, ends, ticks, text, scale = 'linear', bare }: AcrossProps) => (
  <XAxis
    {...AXIS}
    {...(ticks && { ticks: [...ticks] })}
    {...(text && { tickFormatter: text })}
    {...(bare && { tick: false, height: 12 })}
    dataKey={of}
    type="number"
    scale={scale}
    domain={ends ? [...ends] : ['dataMin', 'dataMax']}
  />
);

/** What was measured, over what is calculated. */
export const Diamonds = ({ of, data }: { readonly of: string; readonly data: readonly object[] }) => (
  <Scatter
    data={[...data]}
    dataKey={of}
    fill="var(--panel)"
    stroke="var(--ink)"
    strokeWidth={1.8}
    shape="diamond"
    {...STILL}
  />
);
