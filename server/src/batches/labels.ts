import type { BatchState } from '@north-step/core/route';
import { pdfMake } from '../pdf/index.ts';

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
export function labelsPdf(batch: BatchState, { copies, skip }: LabelSheet): Promise<Buffer> {
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
    layout: {
      defaultBorder: false,
      paddingLeft: zero,
      paddingRight: zero,
      paddingTop: zero,
      paddingBottom: zero,
      hLineWidth: zero,
      vLineWidth: zero,
    },
  }));
  return pdfMake()
    .createPdf({
      pageSize: 'A4',
      pageMargins: [0, 0.5 * PT_PER_MM, 0, 0],
      info: { title: `Labels of ${batch.name}` },
      defaultStyle: { font: 'Next', fontSize: 8 },
      content: sheets,
    })
    .getBuffer();
}

const zero = () => 0;

function label(batch: BatchState, number: number, of: number) {
  const day = new Date(batch.createdAtMs).toISOString().slice(0, 10);
  const lines = [
    batch.part.name,
    `${batch.card.name}, lot ${batch.lot}`,
    [batch.customer, `hung ${day}`].filter(Boolean).join(' · '),
    `${number} of ${of}${batch.recordHash ? '' : ' · uncured: gloves, keep from light'}`,
  ];
  return {
    margin: [12, 14, 8, 6],
    columns: [
      { qr: `#${batch.name}`, fit: QR_PT, width: QR_PT + 6, eccLevel: 'M' },
      {
        width: '*',
        stack: [{ text: batch.name, bold: true, fontSize: 15 }, ...lines.map((text) => ({ text, maxHeight: 20 }))],
      },
    ],
  };
}
