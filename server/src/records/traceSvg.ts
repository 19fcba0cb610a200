import { clockText, plainNumber } from '@north-step/core/units';

/** Light over time: [seconds from the start, mW/cm²]. */
export type Curve = { readonly title: string; readonly points: readonly (readonly [number, number])[] };

const [WIDTH, HEIGHT, LEFT, BOTTOM, TOP] = [500, 110, 44, 18, 14] as const;
const DASHES = ['', '6 3', '2 2', '8 2 2 2'] as const;

/** Curves of light in one frame, for a page: axes with their ends, each line with its own dashes and its name. */
export function traceSvg(curves: readonly Curve[]): string {
  const spanS = Math.max(1, ...curves.flatMap(({ points }) => points.map(([seconds]) => seconds)));
  const top = Math.max(1e-6, ...curves.flatMap(({ points }) => points.map(([, light]) => light)));
  const x = (seconds: number) => (LEFT + ((WIDTH - LEFT - 6) * seconds) / spanS).toFixed(1);
  const y = (light: number) => (HEIGHT - BOTTOM - ((HEIGHT - BOTTOM - TOP) * light) / top).toFixed(1);
  const text = (at: string, anchor: string, words: string) =>
    `<text ${at} font-size="8" text-anchor="${anchor}" fill="#566166">${words}</text>`;
  const lines = curves.map(
    ({ points }, i) =>
      `<polyline fill="none" stroke="#12465A" stroke-width="1.2" stroke-dasharray="${DASHES[i % DASHES.length]}" points="${points.map(([s, l]) => `${x(s)},${y(l)}`).join(' ')}"/>`,
  );
  const names = curves.map(({ title }) => escaped(title)).join('; ');
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}">`,
    `<path d="M${LEFT} ${TOP} V${HEIGHT - BOTTOM} H${WIDTH - 6}" fill="none" stroke="#172226" stroke-width="0.8"/>`,
    text(`x="${LEFT}" y="9"`, 'start', `Light by the lamp’s sensor: ${names}`),
    text(`x="${LEFT - 4}" y="${TOP + 6}"`, 'end', `${plainNumber(top, 2)}`),
    text(`x="${LEFT - 4}" y="${HEIGHT - BOTTOM}"`, 'end', 'mW/cm²'),
    text(`x="${WIDTH - 6}" y="${HEIGHT - 6}"`, 'end', clockText(spanS)),
    ...lines,
    '</svg>',
  ].join('');
}
const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
