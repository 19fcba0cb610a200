import type { SealedRecord } from '@north-step/core/record';
import type { Page } from '../pdf/index.ts';
import { wholeBody } from './body.ts';
import { type MadeBody, madePage } from './madePage.ts';
import { line, localTime } from './pageParts.ts';

type LaterBody = {
  batch: string;
  part: string;
  seen: string;
  count: number;
  pieces?: string;
  of: number;
  cameBack: boolean;
  note?: string;
  hoursAfterLight?: number;
  likely: { cause: string; share: number }[];
  record: string;
  by: string;
  at: string;
};

/** What a later look adds behind the record of a batch. */
const laterPage = (number: number, body: LaterBody) => [
  { text: `${body.batch}: later inspection, record ${number}`, fontSize: 16, bold: true },
  line('Part', body.part),
  line(
    'Seen',
    `${body.seen}, ${body.count} of ${body.of}${body.pieces ? ` (${body.pieces})` : ''}${body.cameBack ? ', came back' : ''}`,
  ),
  ...(body.note ? [line('Note', body.note)] : []),
  ...(body.hoursAfterLight === undefined ? [] : [line('After', `${body.hoursAfterLight} h since its light`)]),
  ...(body.likely.length > 0
    ? [line('Likely', body.likely.map(({ cause, share }) => `${cause} ${Math.round(100 * share)} %`).join(', '))]
    : []),
  line('When', `${localTime(body.at)} by ${body.by}`),
  line('About', body.record),
];

/** What a record tells people, as the content of its page. */
export const recordPage = (record: SealedRecord) => {
  const { kind } = record.body as { kind?: string };
  return kind === 'later look'
    ? laterPage(record.number, record.body as unknown as LaterBody)
    : madePage(record.number, wholeBody(record) as unknown as MadeBody);
};

/** What was done to a batch, for whoever holds the part. @param anchor of the chain when it is printed */
export function recordPaper(record: SealedRecord, anchor?: string): Page {
  const { batch, workshop = '' } = record.body as { batch: string; workshop?: string };
  return {
    info: { title: `Record ${record.number}: ${batch}` },
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 48],
    defaultStyle: { font: 'Next', fontSize: 8.5 },
    footerText: [workshop, `record ${record.number}`].filter(Boolean).join(' · '),
    content: [
      ...recordPage(record),
      { text: `Hash ${record.hash}`, fontSize: 7, margin: [0, 8, 0, 0] },
      { text: `Follows ${record.prevHash}`, fontSize: 7 },
      ...(anchor ? [{ text: `Chain when printed ${anchor}`, fontSize: 7 }] : []),
      {
        text: 'Uncured resin and solvent are hazardous. The data sheets and local codes decide.',
        fontSize: 7,
        margin: [0, 6, 0, 0],
      },
    ],
  };
}
