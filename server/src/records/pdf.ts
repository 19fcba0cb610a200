import type { SealedRecord } from '@north-step/core/record';
import { clockText } from '@north-step/core/units';
import { pdfMake } from '../pdf/index.ts';

type Body = {
  batch: string;
  customer?: string;
  count: number;
  broken: number;
  flag?: string;
  sealed: string;
  sealedBy: string;
  secondsInSolvent: number;
  exposureLimitS: number;
  secondsOfLight: number;
  constants: string;
  part: { name: string; areaMm2: number; wallMm: number };
  resin: { name: string; card: number; family: string; lot: string; procedure?: string };
  steps: {
    title: string;
    plannedS?: number;
    tookS: number;
    started: string;
    by?: string;
    outcome?: string;
    note?: string;
    colour?: { deltaDb: number; against: string };
    knew?: Record<string, string | number>;
  }[];
};
const local = (isoText: string): string => isoText.slice(0, 16).replace('T', ' ');
const colourText = (colour: { deltaDb: number; against: string } | undefined): string =>
  colour ? `b* ${colour.deltaDb} over ${colour.against}` : '';
const known = (knew: Record<string, string | number> | undefined): string =>
  Object.entries(knew ?? {})
    .map(([name, value]) => `${name} ${value}`)
    .join(', ');

type LaterBody = {
  batch: string;
  part: string;
  seen: string;
  count: number;
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
const laterContent = (number: number, body: LaterBody) => [
  { text: `${body.batch}: later look, record ${number}`, fontSize: 16, bold: true },
  line('Part', body.part),
  line('Seen', `${body.seen}, ${body.count} of ${body.of}${body.cameBack ? ', came back' : ''}`),
  ...(body.note ? [line('Note', body.note)] : []),
  ...(body.hoursAfterLight === undefined ? [] : [line('After', `${body.hoursAfterLight} h since its light`)]),
  ...(body.likely.length > 0
    ? [line('Likely', body.likely.map(({ cause, share }) => `${cause} ${Math.round(100 * share)} %`).join(', '))]
    : []),
  line('When', `${local(body.at)} UTC by ${body.by}`),
  line('About', body.record),
];

const line = (name: string, value: string) => ({
  text: [{ text: `${name}  `, color: '#566166' }, value],
  margin: [0, 1, 0, 1],
});

/** One page: what was done to this batch, for whoever holds the part. @returns PDF bytes with the font embedded */
export async function recordPdf(record: SealedRecord): Promise<Buffer> {
  const { kind, batch } = record.body as { kind?: string; batch: string };
  const content =
    kind === 'later look'
      ? laterContent(record.number, record.body as unknown as LaterBody)
      : madeContent(record.number, record.body as unknown as Body);
  const definition = {
    info: { title: `Record ${record.number}: ${batch}` },
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 40],
    defaultStyle: { font: 'Next', fontSize: 8.5 },
    content: [
      ...content,
      { text: `Hash ${record.hash}`, fontSize: 7, margin: [0, 8, 0, 0] },
      { text: `Follows ${record.prevHash}`, fontSize: 7 },
      {
        text: 'Uncured resin and solvent are hazardous. The data sheets and local codes decide.',
        fontSize: 7,
        margin: [0, 6, 0, 0],
      },
    ],
  };
  return pdfMake().createPdf(definition).getBuffer();
}

function madeContent(number: number, body: Body) {
  const head = ['Step', 'Started (UTC)', 'Planned', 'Took', 'Seen / known', 'Who'].map((text) => ({
    text,
    bold: true,
  }));
  const rows = body.steps.map((step) => [
    step.title,
    local(step.started),
    step.plannedS === undefined ? '' : clockText(step.plannedS),
    clockText(step.tookS),
    [step.outcome, step.note, colourText(step.colour), known(step.knew)].filter(Boolean).join('; '),
    step.by ?? '',
  ]);
  return [
    { text: `${body.batch}: post-processing record ${number}`, fontSize: 16, bold: true },
    line('Part', `${body.count} × ${body.part.name}${body.broken ? `, ${body.broken} broken` : ''}`),
    line(
      'Resin',
      `${body.resin.name}, card ${body.resin.card} (${body.resin.family}), lot ${body.resin.lot}${body.resin.procedure ? `, ${body.resin.procedure}` : ''}`,
    ),
    line('For', body.customer ?? '–'),
    line('In solvent', `${clockText(body.secondsInSolvent)} of at most ${clockText(body.exposureLimitS)}`),
    line('Light', clockText(body.secondsOfLight)),
    line('Sealed', `${local(body.sealed)} UTC by ${body.sealedBy}`),
    ...(body.flag ? [line('Flag', body.flag)] : []),
    {
      table: { headerRows: 1, widths: [72, 72, 40, 36, '*', 48], body: [head, ...rows] },
      layout: 'lightHorizontalLines',
      margin: [0, 10, 0, 10],
      fontSize: 7.5,
    },
    { text: body.constants, color: '#566166' },
  ];
}
