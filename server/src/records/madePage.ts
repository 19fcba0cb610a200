import { isOut, type SizeFound } from '@north-step/core/caliper';
import { knownWords, plannedText } from '@north-step/core/record';
import { clockText, plainNumber } from '@north-step/core/units';
import { clockAfter, colourText, line, localTime, zoneAt } from './pageParts.ts';

type When = { readonly at: string; readonly by: string };
/** The parts of a record's body that its page tells. What earlier versions did not write is left out. */
export type MadeBody = {
  workshop?: string;
  batch: string;
  customer?: string;
  due?: string;
  lateS?: number;
  count: number;
  pieces?: string;
  broken: number;
  sizes?: (When & SizeFound)[];
  breakages?: (When & { count: number; glued?: number; which?: string; corrects?: string; note?: string })[];
  route?: { name: string; version: number };
  flag?: string;
  flagsAnswered?: (When & { note: string; answer?: string })[];
  holds?: { reason: string; from: string; by: string; until?: string; releasedBy?: string }[];
  leftOut?: (When & { title: string; because: string })[];
  undone?: When[];
  returned?: { from: string; what: string };
  sealed: string;
  sealedBy: string;
  secondsInSolvent: number;
  exposureLimitS: number;
  secondsOfLight: number;
  constants: string;
  part: { name: string };
  resin: { name: string; card: number; family: string; lot: string; procedure?: string };
  steps: Step[];
};
type Step = {
  title: string;
  kind: string;
  station?: string;
  plannedS?: number;
  addedS?: number;
  lightS?: number;
  tookS: number;
  started: string;
  by?: string;
  outcome?: string;
  note?: string;
  deviation?: string;
  mishaps?: (When & { what: string; offS?: number; note?: string })[];
  stays?: (When & { because: string })[];
  colour?: { deltaDb: number; against: string };
  knew?: Record<string, string | number>;
  lightSeen?: { doseJPerCm2: number; hottestC?: number; doorOpenS: number };
};

/** What was done to a batch, for whoever holds the part. */
export function madePage(number: number, body: MadeBody) {
  return [
    { text: `${body.batch}: post-processing record ${number}`, fontSize: 16, bold: true },
    ...headLines(body),
    ...cameBetween(body).map(([name, text]) => line(name, text)),
    {
      table: {
        headerRows: 1,
        widths: [86, 68, 46, 36, '*', 44],
        body: [
          headRow(body.steps[0]?.started ?? body.sealed),
          ...body.steps.map((step, i) => stepRow(step, body.steps[i - 1]?.started)),
        ],
      },
      layout: 'lightHorizontalLines',
      margin: [0, 10, 0, 10],
      fontSize: 7.5,
    },
    { text: body.constants, color: '#566166' },
  ];
}

function headLines(body: MadeBody) {
  const { resin, route } = body;
  return [
    ...(body.workshop ? [line('Workshop', body.workshop)] : []),
    line(
      'Part',
      `${body.pieces ?? `${body.count} × ${body.part.name}`}${body.broken ? `; ${body.broken} broken` : ''}`,
    ),
    line(
      'Resin',
      `${resin.name}, card ${resin.card} (${resin.family}), lot ${resin.lot}${resin.procedure ? `, ${resin.procedure}` : ''}`,
    ),
    line('For', body.customer ?? '–'),
    ...(route ? [line('Route', `${route.name}, version ${route.version}`)] : []),
    ...(body.due
      ? [line('Due', `${localTime(body.due)}${body.lateS ? `, sealed ${clockText(body.lateS)} late` : ', kept'}`)]
      : []),
    line('In solvent', `${clockText(body.secondsInSolvent)} of at most ${clockText(body.exposureLimitS)}`),
    line('Light', lightText(body)),
    line('Sealed', `${localTime(body.sealed)} by ${body.sealedBy}`),
  ];
}

/** Light planned and given, and which lamps gave it. */
function lightText({ steps, secondsOfLight }: MadeBody): string {
  const cures = steps.filter(({ kind }) => kind === 'cure');
  if (cures.length === 0) return 'none';
  const plannedS = cures.reduce((sum, { plannedS: own = 0, addedS = 0 }) => sum + own + addedS, 0);
  const lamps = [...new Set(cures.flatMap(({ station }) => station ?? []))].join(', ');
  return `given ${clockText(secondsOfLight)} of ${clockText(plannedS)} planned${lamps ? `, ${lamps}` : ''}`;
}

/** What came between: breakages, holds, flags, mishaps, steps left out, deviations. */
function cameBetween(body: MadeBody): readonly (readonly [name: string, text: string])[] {
  const when = ({ at, by }: When) => `${localTime(at)}, ${by}`;
  return [
    ...(body.returned ? [['Came back', `of ${body.returned.from}: ${body.returned.what}`] as const] : []),
    ...(body.breakages ?? []).map((one) => ['Broke', `${brokeText(one)} (${when(one)})`] as const),
    ...(body.sizes ?? []).map((one) => [isOut(one) ? 'Size, out' : 'Size', `${sizeText(one)} (${when(one)})`] as const),
    ...(body.holds ?? []).map(
      ({ reason, from, by, until, releasedBy }) =>
        [
          'Held',
          `${reason} (${localTime(from)}, ${by}${until ? `; released ${localTime(until)}, ${releasedBy}` : ''})`,
        ] as const,
    ),
    ...(body.flagsAnswered ?? []).map(
      (flag) => ['Flag', `${flag.note}${flag.answer ? `: ${flag.answer}` : ''} (${when(flag)})`] as const,
    ),
    ...(body.flag ? [['Flag', body.flag] as const] : []),
    ...(body.leftOut ?? []).map((step) => ['Left out', `${step.title}: ${step.because} (${when(step)})`] as const),
    ...body.steps.flatMap(({ title, mishaps = [], stays = [], deviation }) => [
      ...mishaps.map(
        (one) =>
          [
            'Came between',
            `${title}: ${one.what}${one.offS ? `, stood ${clockText(one.offS)}` : ''}${one.note ? `, ${one.note}` : ''} (${when(one)})`,
          ] as const,
      ),
      ...stays.map((one) => ['Left in', `${title}: ${one.because} (${when(one)})`] as const),
      ...(deviation ? [['Deviation', `${title}: ${deviation}`] as const] : []),
    ]),
    ...((body.undone ?? []).length > 0
      ? [
          [
            'Taken back',
            `${body.undone!.length} ${body.undone!.length === 1 ? 'press' : 'presses'} at the bench`,
          ] as const,
        ]
      : []),
  ];
}

const sizeText = ({ which, piece, name, foundMm, nominalMm, toleranceMm }: SizeFound): string =>
  `${which ? `${which}: ` : ''}${name}${piece === undefined ? '' : `, piece ${piece}`}: ${foundMm} mm of ${nominalMm} ± ${toleranceMm} mm`;

function brokeText({ count, glued = 0, which, corrects, note }: NonNullable<MadeBody['breakages']>[number]): string {
  if (corrects !== undefined) return `counted anew, ${Math.abs(count)} ${count < 0 ? 'fewer' : 'more'}: ${corrects}`;
  return [`${count}${which ? ` × ${which}` : ''}`, glued > 0 && `${glued} of them glued`, note]
    .filter(Boolean)
    .join(', ');
}

const headRow = (started: string) =>
  ['Step', `Started (${zoneAt(started)})`, 'Planned', 'Took', 'Seen and known', 'Who'].map((text) => ({
    text,
    bold: true,
  }));

function stepRow(step: Step, before: string | undefined): readonly string[] {
  const { lightSeen } = step;
  const said = [
    step.outcome,
    step.note,
    step.station,
    step.lightS === undefined ? undefined : `light given ${clockText(step.lightS)}`,
    step.colour && colourText(step.colour),
    ...knownWords(step.knew),
    lightSeen && `its sensor saw ${plainNumber(lightSeen.doseJPerCm2)} J/cm²`,
    lightSeen?.hottestC === undefined ? undefined : `at most ${plainNumber(lightSeen.hottestC, 2)} °C`,
    lightSeen && lightSeen.doorOpenS > 0 ? `door open ${clockText(lightSeen.doorOpenS)}` : undefined,
  ];
  return [
    step.title,
    clockAfter(step.started, before),
    plannedText(step.plannedS, step.addedS),
    clockText(step.tookS),
    said.filter(Boolean).join('; '),
    step.by ?? '',
  ];
}
