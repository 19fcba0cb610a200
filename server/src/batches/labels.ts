import { type BatchState, isMixed, lightS, piecesOf, piecesText } from '@north-step/core/batch';
import type { Page } from '../pdf/index.ts';

/** A sheet of 3 × 8 labels of 70 × 37 mm on A4. */
const COLUMNS = 3;
const ROWS = 8;
export const LABELS_A_SHEET = COLUMNS * ROWS;
const PT_PER_MM = 72 / 25.4;
/** A hair less than the label, so that rounding does not push the last row onto another page. */
const [WIDTH_PT, HEIGHT_PT] = [70 * PT_PER_MM, 36.9 * PT_PER_MM] as const;
const QR_PT = 62;

export type LabelSheet = {
  /** labels to print */
  readonly copies: number;
  /** labels of the first sheet that are used up */
  readonly skip: number;
};

/** Labels of one batch, each with a square code that a scanner reads as # and the batch's name. */
export function labelSheets(batch: BatchState, { copies, skip }: LabelSheet): Page {
  const labels = [
    ...Array.from({ length: skip }, () => ({ text: '' })),
    ...Array.from({ length: copies }, (_, i) => label(batch, i + 1, copies)),
  ];
  const rows = Math.ceil(labels.length / COLUMNS);
  const sheets = Array.from({ length: Math.ceil(rows / ROWS) }, (_, sheet) => ({
    pageBreak: sheet > 0 ? 'before' : undefined,
    table: {
      widths: Array(COLUMNS).fill(WIDTH_PT),
      heights: HEIGHT_PT,
      body: Array.from({ length: Math.min(ROWS, rows - sheet * ROWS) }, (_, row) =>
        Array.from({ length: COLUMNS }, (_, column) => labels[(sheet * ROWS + row) * COLUMNS + column] ?? { text: '' }),
      ),
    },
    layout: 'bare',
  }));
  return {
    pageSize: 'A4',
    pageMargins: [0, 0.5 * PT_PER_MM, 0, 0],
    info: { title: `Labels of ${batch.name}` },
    defaultStyle: { font: 'Next', fontSize: 8 },
    content: sheets,
  };
}

/** `2026-11-30`, the day that the calendar on the workshop's wall shows. */
const localDate = (atMs: number): string => new Date(atMs).toLocaleDateString('sv-SE');

/** Text beside the code, pt. */
const [TEXT_WIDTH_PT, TEXT_HEIGHT_PT] = [WIDTH_PT - QR_PT - 26, HEIGHT_PT - 34] as const;
const SIZES_PT = [8, 7.5, 7, 6.5, 6, 5.5, 5] as const;
/** Mean width of a letter and height of a line, as shares of the type size. */
const [LETTER_SHARE, LINE_SHARE] = [0.56, 1.22] as const;

/** The largest type in which all lines stand on the label. */
export function sizeFor(lines: readonly string[]): number {
  const heightPt = (sizePt: number) =>
    lines.reduce((sum, text) => sum + Math.ceil((text.length * LETTER_SHARE * sizePt) / TEXT_WIDTH_PT), 0) *
    sizePt *
    LINE_SHARE;
  return SIZES_PT.find((sizePt) => heightPt(sizePt) <= TEXT_HEIGHT_PT) ?? SIZES_PT.at(-1)!;
}

/** How far the pieces are, and what that asks of whoever takes them up. */
function stateText(batch: BatchState): string {
  const lit = lightS(batch) > 0;
  if (batch.recordHash !== undefined) return lit ? 'cured, record sealed' : 'sealed without light: gloves';
  return lit ? 'in curing: gloves until it is sealed' : 'uncured: gloves, eye cover, keep from light';
}

/** What one label says: its own piece, which of how many, the batch, resin, customer and state. */
export function labelLines(batch: BatchState, number: number, of: number): readonly string[] {
  const pieces = piecesOf(batch.part, batch.count).flatMap(({ part, count }) =>
    Array.from({ length: count }, (_, i) => `${part.name} ${i + 1} of ${count}`),
  );
  // more labels than pieces: what is over names the whole batch
  const own = pieces[number - 1] ?? `${piecesText(batch.part, batch.count)}, label ${number} of ${of}`;
  return [
    own,
    ...(isMixed(batch) ? [`of ${piecesText(batch.part, batch.count)}`] : []),
    `${batch.card.name}, lot ${batch.lot}`,
    ...(batch.customer ? [batch.customer] : []),
    stateText(batch),
  ];
}

function label(batch: BatchState, number: number, of: number) {
  const lines = labelLines(batch, number, of);
  const fontSize = sizeFor(lines);
  return {
    margin: [10, 9, 6, 4],
    columns: [
      {
        width: QR_PT + 6,
        stack: [
          { qr: `#${batch.name}`, fit: QR_PT, eccLevel: 'M' },
          {
            text: `hung ${localDate(batch.createdAtMs)}`,
            fontSize: 6.5,
            margin: [0, 2, 0, 0],
          },
        ],
      },
      {
        width: '*',
        stack: [
          { text: batch.name, bold: true, fontSize: 14 },
          ...lines.map((text, i) => ({ text, fontSize, bold: i === 0 })),
        ],
      },
    ],
  };
}
