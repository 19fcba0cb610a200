import type { Seen } from '@north-step/core/look';
import { type ReactNode, useId } from 'react';

const INK = {
  fill: 'none',
  stroke: 'var(--ink)',
  strokeWidth: 1.6,
  strokeLinejoin: 'round',
  strokeLinecap: 'round',
} as const;
const FACES = (
  <g {...INK} fill="var(--panel)">
    <path d="M14 24h52v28H14z" />
    <path d="M14 24l10-11h52L66 24z" />
    <path d="M66 24l10-11v28L66 52z" />
  </g>
);
const STIPPLE: readonly (readonly [number, number])[] = [
  [20, 30],
  [28, 34],
  [37, 29],
  [46, 33],
  [55, 30],
  [61, 36],
  [22, 41],
  [31, 45],
  [40, 40],
  [49, 44],
  [58, 46],
  [25, 48],
  [43, 48],
  [30, 18],
  [42, 20],
  [53, 17],
  [65, 18],
  [70, 28],
  [71, 38],
];
const dots = (radius: number) =>
  STIPPLE.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={radius} fill="var(--ink-2)" />);
const TICK = <path d="M74 54l6 7 12-15" {...INK} stroke="var(--moss)" strokeWidth={3.4} />;
/** A finger that comes down on the top face, and what it draws with it. */
const STRINGS = (
  <g {...INK}>
    <path d="M40 2v4a6 6 0 0 0 12 0V2" fill="var(--panel)" />
    <path d="M42 11q-1 4-4 7M46 12v6M50 11q1 4 4 7" strokeWidth={1.3} />
  </g>
);

/** What a look can find, drawn: by shape and hatch, never by colour alone. The word stands beside it. */
export function LookPicture({ of }: { readonly of: Seen }) {
  const hatch = useId();
  return (
    <svg width={96} height={66} viewBox="0 0 96 66" aria-hidden="true" data-look={of}>
      <pattern id={hatch} width={4} height={4} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1={0} x2={0} y1={0} y2={4} stroke="var(--ink)" strokeWidth={1.6} />
      </pattern>
      {DRAWN[of](`url(#${hatch})`)}
    </svg>
  );
}

const whole = (more?: ReactNode) => (
  <>
    {FACES}
    {more}
  </>
);
const tack = () => whole(STRINGS);
const good = () =>
  whole(
    <>
      {dots(0.9)}
      {TICK}
    </>,
  );
const DRAWN: Readonly<Record<Seen, (hatch: string) => ReactNode>> = {
  matte: () => whole(dots(0.9)),
  good,
  sound: good,
  shine: () =>
    whole(
      <g {...INK}>
        <path d="M20 46L36 28M26 48l20-22M52 48l8-9" strokeWidth={3} stroke="var(--ink-2)" />
        <path d="M50 18l4-2 2-4 2 4 4 2-4 2-2 4-2-4z" fill="var(--ink)" strokeWidth={0.8} />
      </g>,
    ),
  tack,
  tacky: tack,
  'white marks': () =>
    whole(
      <g {...INK} strokeDasharray="2 2.4">
        <path d="M20 34q4-7 11-3t7 6-8 6-10-9zM44 44q6-6 12-3t2 7-12 1z" fill="var(--panel)" />
        <path d="M32 18q6-4 12-1t-2 4-10-3z" />
      </g>,
    ),
  grit: () =>
    whole(
      <g fill="var(--ink)">
        {STIPPLE.map(([x, y], i) => (
          <path key={`${x} ${y}`} d={`M${x - 2} ${y + 1}l1.5-3 3 ${i % 2 ? 1 : 0.2} 0.6 2.6-3 1z`} />
        ))}
      </g>,
    ),
  tinted: (hatch) => (
    <>
      {FACES}
      <g {...INK}>
        <path d="M14 24h52v28H14z" fill={hatch} />
        <path d="M14 24l10-11h52L66 24z" fill={hatch} />
        <path d="M78 46h14v14H78z" fill="var(--panel)" />
      </g>
    </>
  ),
  cracked: () => whole(<path d="M30 18l4 6-3 8 6 5-4 7 3 8M34 32l8-3M37 37l9 3" {...INK} strokeWidth={2.2} />),
  warped: (hatch) => (
    <g {...INK}>
      <path d="M8 54h80" strokeWidth={2.2} />
      <path d="M10 54q38-34 76 0z" fill={hatch} stroke="none" />
      <path d="M10 54q38-34 76 0v-11q-38-34-76 0z" fill="var(--panel)" />
    </g>
  ),
  'soft underside': (hatch) => (
    <g {...INK}>
      <path d="M14 20l10-11h52L66 20zM66 20l10-11v26L66 46z" fill="var(--panel)" />
      <path d="M14 20h52v26H48q-3-9-8 0H14z" fill="var(--panel)" />
      <path d="M14 38h27q3-3 6 0h19v8H48q-3-9-8 0H14z" fill={hatch} strokeWidth={1} />
      <path d="M39 64v-7a5 6 0 0 1 10 0v7" fill="var(--panel)" />
    </g>
  ),
  // the swatch of an uncured one beside it, in the same hatch
  'colour unchanged': (hatch) => (
    <>
      {FACES}
      <g {...INK}>
        <path d="M14 24h52v28H14z" fill={hatch} />
        <path d="M78 46h14v14H78z" fill={hatch} />
        <path d="M80 26a6 6 0 1 1 6 6v5M86 41v.5" strokeWidth={2.2} />
      </g>
    </>
  ),
  'sticky trace': () =>
    whole(
      <g {...INK}>
        <path d="M38 12q-1 4-4 7M43 13v5" strokeWidth={1.3} />
        <path d="M52 6l14 14 6-6L58 0z" fill="var(--panel)" />
        <path d="M52 6q-8 6-4 16 12 6 18-2z" fill="var(--ink-2)" />
      </g>,
    ),
  'grey film': (hatch) =>
    whole(
      <g {...INK}>
        <path d="M14 24h52v28H14z" fill={hatch} stroke="none" />
        <path d="M24 46q10-18 34-16l2 8q-18-2-28 12z" fill="var(--panel)" strokeWidth={1.2} />
        <path d="M14 24h52v28H14z" />
      </g>,
    ),
  dust: () =>
    whole(
      <g {...INK} strokeWidth={1.3}>
        <path d="M20 32q4-3 7 1t7 0M44 30q3 4 8 1M24 44q5 3 9-1M46 44q2-5 8-3M32 19q5-2 8 1" />
        <path d="M38 38l3 3M56 36l2-3M20 40l2 1M60 47l-3 1" strokeWidth={2} />
      </g>,
    ),
  swollen: () => (
    <g {...INK}>
      <path d="M14 24h52v28H14zM14 24l10-11h52L66 24M76 13v28L66 52" strokeDasharray="3 3" strokeWidth={1.2} />
      <path d="M12 22q28-9 56 0 6 16 0 32-28 9-56 0-6-16 0-32z" fill="var(--panel)" />
      <path d="M12 22q4-9 12-12 28-6 54 0-4 8-10 12M78 10q8 16 0 33l-10 11" />
    </g>
  ),
  'detail lost': (hatch) =>
    whole(
      <g {...INK}>
        <path d="M20 30h12v5H20zM20 39h12v5H20z" />
        <path d="M23 32.5h6M23 41.5h6" strokeWidth={1} />
        <path d="M42 32q8-5 16 0 5 8-2 13-9 3-14-2-4-6 0-11z" fill={hatch} strokeWidth={1} />
      </g>,
    ),
  scar: (hatch) =>
    whole(
      <g {...INK}>
        <path d="M24 24l3 6 4-3 3 4 4-7" fill="var(--panel)" />
        <path d="M48 40l3-5 5-1 5 4-1 6-6 3-5-2z" fill={hatch} />
        <path d="M27 24V12M35 24V15" strokeDasharray="2 3" />
      </g>,
    ),
  broken: () => (
    <g {...INK} fill="var(--panel)">
      <path d="M10 24h24l-4 8 6 7-5 6 3 7H10z" />
      <path d="M10 24l10-11h24l-4 6-6 5z" />
      <path d="M48 28h24v28H50l-4-8 6-5-6-7z" />
      <path d="M48 28l6-5-2-5h30L72 28zM72 28l10-10v28L72 56z" />
      <path d="M38 58l4-3 3 4-4 3z" />
    </g>
  ),
};
