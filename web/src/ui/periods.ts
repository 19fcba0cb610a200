/** A stretch of time that a book is closed for. */
export const PERIODS = ['week', 'month', 'quarter'] as const;
export type PeriodKind = (typeof PERIODS)[number];
/** What of it is told: one of its parts, or all. */
export const PARTS = ['solvent', 'water', 'resin', 'together'] as const;
export type Part = (typeof PARTS)[number];
/** mg of a part. */
export const partOf = (mg: readonly number[], part: Part): number =>
  part === 'together' ? mg.reduce((sum, one) => sum + one, 0) : mg[PARTS.indexOf(part)]!;
export type Span = { readonly fromMs: number; readonly toMs: number; readonly name: string };

const MONTHS: Readonly<Record<Exclude<PeriodKind, 'week'>, number>> = { month: 1, quarter: 3 };

/** The period of a kind that a moment lies in, or one so many before it. */
export function spanOf(kind: PeriodKind, atMs: number, before = 0): Span {
  const at = new Date(atMs);
  if (kind === 'week') {
    const monday = new Date(at.getFullYear(), at.getMonth(), at.getDate() - ((at.getDay() + 6) % 7) - 7 * before);
    const next = new Date(monday.getFullYear(), monday.getMonth(), monday.getDate() + 7);
    return { fromMs: monday.getTime(), toMs: next.getTime(), name: `week of ${dayOf(monday)}` };
  }
  const months = MONTHS[kind];
  const first = Math.floor(at.getMonth() / months) * months - months * before;
  const from = new Date(at.getFullYear(), first, 1);
  const to = new Date(at.getFullYear(), first + months, 1);
  const name =
    kind === 'month'
      ? from.toLocaleDateString('en-GB', { month: 'long', year: 'numeric' })
      : `quarter ${Math.floor(from.getMonth() / 3) + 1} of ${from.getFullYear()}`;
  return { fromMs: from.getTime(), toMs: to.getTime(), name };
}
const dayOf = (date: Date): string =>
  date.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
/** `2026-11-01`: as an address holds it. */
export const isoDay = (ms: number): string => new Date(ms).toLocaleDateString('sv-SE');
