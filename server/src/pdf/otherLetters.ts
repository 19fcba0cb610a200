/** Letters that our own font does not draw: the micro sign, letters with rarer accents, Greek, Cyrillic. */
const OTHER = /([\u00b5\u0100-\u1fff]+)/u;
export const OTHER_FONT = 'Others';

/** A text of a page in runs, each in a font that draws its letters. */
const runsOf = (text: string): string | readonly (string | { readonly text: string; readonly font: string })[] =>
  OTHER.test(text)
    ? text
        .split(OTHER)
        .filter((run) => run !== '')
        .map((run) => (OTHER.test(run) ? { text: run, font: OTHER_FONT } : run))
    : text;

/**
 * The same page with every letter in a font that draws it. Texts are looked for where pages have them: in lists, in rows of
 * tables, under `text`.
 */
export function inFontsThatDraw(node: unknown): unknown {
  if (Array.isArray(node))
    return node.map((one) =>
      typeof one === 'string' && OTHER.test(one) ? { text: runsOf(one) } : inFontsThatDraw(one),
    );
  if (typeof node !== 'object' || node === null) return node;
  return Object.fromEntries(
    Object.entries(node).map(([key, value]) => [
      key,
      key === 'text' && typeof value === 'string' ? runsOf(value) : inFontsThatDraw(value),
    ]),
  );
}
