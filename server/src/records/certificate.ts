import type { Outcome } from '@north-step/core/batch';
import type { SealedRecord } from '@north-step/core/record';
import { clockText, plainNumber } from '@north-step/core/units';
import type { Page } from '../pdf/index.ts';
import { wholeBody } from './body.ts';
import type { MadeBody } from './madePage.ts';
import { line, localTime } from './pageParts.ts';
import { type Curve, traceSvg } from './traceSvg.ts';

/** What a certificate says of how it ended. Earlier records do not say: they were sealed as the last step of their route. */
const ENDED: Readonly<Partial<Record<Outcome, string>>> = {
  passed: 'Finished as planned and found good.',
  flagged: 'Finished; the workshop has noted a remark on it.',
  green: 'Handed over uncured: to be trimmed and cured by whoever has it, by the sheet that came with it.',
  scrapped: 'Given up: these parts are not to be used.',
};

export type Correcting = { readonly number: number; readonly body: Readonly<Record<string, string>> };
type Certified = {
  readonly record: SealedRecord;
  readonly corrections: readonly Correcting[];
  readonly anchor?: string;
};

/** What whoever gets the parts is told, on one page: from the record without its internal part. */
export function certificate({ record, corrections, anchor }: Certified): Page {
  const body = wholeBody({ body: record.body }) as unknown as CertifiedBody;
  return {
    info: { title: `Certificate: ${body.batch}` },
    pageSize: 'A4',
    pageMargins: [48, 44, 48, 48],
    defaultStyle: { font: 'Next', fontSize: 9.5 },
    footerText: [body.workshop, `certificate of record ${record.number}`].filter(Boolean).join(' · '),
    content: [
      { columns: [heading(body), { qr: qrText(record), fit: 84, width: 92, alignment: 'right' }], columnGap: 12 },
      ...facts(body).map(([name, text]) => line(name, text)),
      ...corrections.map(({ number, body: { about, wrong, right, because } }) =>
        line('Corrected', `${about}: “${wrong}” should be “${right}” (${because}; record ${number})`),
      ),
      stepTable(body),
      ...curve(body),
      { text: `Record ${record.number}, SHA-256 ${record.hash}`, fontSize: 7.5, margin: [0, 10, 0, 0] },
      ...(anchor ? [{ text: `Chain on the day of printing ${anchor}`, fontSize: 7.5 }] : []),
      {
        text: 'The square code holds the hash of the record. The bundle that comes with this page holds the record and a page (verify.html) that checks it in any browser, with no network.',
        fontSize: 7.5,
        color: '#566166',
      },
      {
        text: 'Loads, light and times are as they were estimated or measured then; ranges hold nine cases of ten. This page states how the parts were processed, not what they are fit for. The data sheet of the resin and local codes come first.',
        fontSize: 7.5,
        color: '#566166',
        margin: [0, 3, 0, 0],
      },
    ],
  };
}

/** What the square code holds. */
export const qrText = ({ number, hash }: SealedRecord): string => `north-step-record:${number}:${hash}`;

type CertifiedBody = MadeBody & {
  readonly outcome?: Outcome;
  readonly pieceCounts?: {
    readonly in: number;
    readonly out: number;
    readonly broken: number;
    readonly reworked: number;
  };
  readonly part: { readonly name: string; readonly meshSha256?: string };
};

const heading = ({ batch, customer, sealed }: CertifiedBody) => ({
  width: '*',
  stack: [
    { text: 'Certificate of post-processing', fontSize: 18, bold: true },
    { text: `${batch}${customer ? ` for ${customer}` : ''}`, fontSize: 12, margin: [0, 2, 0, 0] },
    { text: localTime(sealed), color: '#566166', margin: [0, 0, 0, 10] },
  ],
});

function facts(body: CertifiedBody): readonly (readonly [string, string])[] {
  const { resin, steps, pieceCounts } = body;
  const washes = steps.filter(({ kind }) => kind === 'wash');
  const looks = steps.filter(({ kind, outcome }) => kind.startsWith('look') && outcome);
  const cures = steps.filter(({ kind }) => kind === 'cure');
  const dose = cures.reduce((sum, { lightSeen }) => sum + (lightSeen?.doseJPerCm2 ?? 0), 0);
  const last = washes.at(-1)?.knew;
  return [
    ['Outcome', ENDED[body.outcome ?? 'passed'] ?? 'Finished.'],
    [
      'Pieces',
      pieceCounts
        ? `${body.pieces ?? body.part.name}; ${pieceCounts.out} of ${pieceCounts.in} whole`
        : (body.pieces ?? `${body.count} × ${body.part.name}`),
    ],
    ...(body.part.meshSha256 ? ([['Model', `SHA-256 ${body.part.meshSha256}`]] as const) : []),
    ['Resin', `${resin.name}, card ${resin.card}, lot ${resin.lot}${resin.procedure ? `, by ${resin.procedure}` : ''}`],
    ...(body.route ? ([['Route', `${body.route.name}, version ${body.route.version}`]] as const) : []),
    [
      'Washed',
      `${clockText(body.secondsInSolvent)} in solvent, at most ${clockText(body.exposureLimitS)}${last ? `; last bath ${loadText(last)}` : ''}`,
    ],
    [
      'Cured',
      cures.length === 0
        ? 'not by us'
        : `${clockText(body.secondsOfLight)} of light${dose > 0 ? `, ${plainNumber(dose, 3)} J/cm² by the lamp’s sensor` : ''}`,
    ],
    ['Looked at', looks.map(({ outcome, by }) => `${outcome}${by ? ` (${by})` : ''}`).join(', then ') || 'not by us'],
    ...steps.flatMap(({ title, deviation }) => (deviation ? [['Deviation', `${title}: ${deviation}`] as const] : [])),
    ['Sealed', `${localTime(body.sealed)} by ${body.sealedBy}`],
  ];
}

/** `held 2.1 % resin (1.6 to 2.7)` */
function loadText({
  loadPctW,
  loadLowPctW: low,
  loadHighPctW: high,
}: Readonly<Record<string, string | number>>): string {
  if (typeof loadPctW !== 'number') return 'of unknown load';
  const range =
    typeof low === 'number' && typeof high === 'number' ? ` (${plainNumber(low, 2)} to ${plainNumber(high, 2)})` : '';
  return `held ${plainNumber(loadPctW, 2)} % resin${range}`;
}

/** More rows than that are set smaller, so that all stays on one page. */
const MANY_ROWS = 16;
function stepTable({ steps }: CertifiedBody) {
  const rows = steps.map(({ title, started, tookS, outcome, station }) => [
    title,
    localTime(started),
    clockText(tookS),
    [outcome, station].filter(Boolean).join(', '),
  ]);
  return {
    table: {
      headerRows: 1,
      widths: ['*', 110, 48, '*'],
      body: [['Step', 'Begun', 'Took', 'Seen, where'].map((text) => ({ text, bold: true })), ...rows],
    },
    layout: 'lightHorizontalLines',
    fontSize: rows.length > MANY_ROWS ? 6.5 : 8,
    margin: [0, 8, 0, 8],
  };
}

/** The light that the lamp's own sensor saw, one line for each cure. */
function curve({ steps }: CertifiedBody) {
  const curves = steps.flatMap(({ title, lightSeen }): Curve[] => {
    const trace = (lightSeen as { trace?: Curve['points'] } | undefined)?.trace ?? [];
    return trace.length > 1 ? [{ title, points: trace }] : [];
  });
  return curves.length === 0 ? [] : [{ svg: traceSvg(curves), width: 500, margin: [0, 2, 0, 0] }];
}
