import type { BenchNow } from '@north-step/core/bench';
import { layRoute, planBatch } from '@north-step/core/plan';
import type { ResinCard } from '@north-step/core/resin';
import { agitationOf, bindRoute, isCure, isWash, kindOf, type Route, templateById } from '@north-step/core/route';
import { clockText, plainNumber } from '@north-step/core/units';
import { ROUTES_OF } from './routes.ts';
import { WORKSHOP } from './workshop.ts';

/** What people call normal for a kind of work, s. */
export type Band = readonly [lowS: number, highS: number];
export type BandRow = {
  readonly resin: string;
  readonly what: string;
  readonly plannedS: number;
  readonly band: Band;
  /** why it lies outside, found by planning again with that one thing changed; nothing where no such thing was found */
  readonly because?: string | undefined;
};

const MIN = 60;
const MACHINE: Band = [2 * MIN, 6 * MIN];
const DRY: Band = [5 * MIN, 60 * MIN];
const DIP: Band = [20, 60];
const LIGHT: Readonly<Record<ResinCard['family'], Band>> = {
  'standard opaque': [2 * MIN, 8 * MIN],
  flexible: [2 * MIN, 8 * MIN],
  'water-wash': [2 * MIN, 12 * MIN],
  filled: [2 * MIN, 8 * MIN],
  clear: [10, 2 * MIN],
  'skin-contact clear': [10, 2 * MIN],
  tough: [15 * MIN, 30 * MIN],
  'casting pattern': [15 * MIN, 90 * MIN],
  'high-temperature': [15 * MIN, 30 * MIN],
};
const PART = { name: 'block', areaMm2: 9000, heightMm: 45, wallMm: 3 };
const DRIP_S = 300;
/** A good box, and a strong lamp for clear parts, mW/cm². */
const [GOOD_BOX, STRONG_LAMP] = [20, 60] as const;

/** The workshop after a rotation: its baths as they usually are. */
export function usualBench(): BenchNow {
  const { stations, vessels, lines, bench } = WORKSHOP;
  const at = (vesselId: string) => stations.find((station) => station.vesselId === vesselId)!.id;
  const loads: Readonly<Record<string, number>> = { 'bath-1': 4, 'bath-2': 0.6 };
  const { workshop: _, ...room } = bench;
  return {
    ...room,
    stations,
    lines: lines.map(({ id, name, baths }) => ({ id, name, baths: baths.map(at) })),
    baths: Object.fromEntries(
      vessels
        .filter(({ kind }) => kind === 'bath')
        .map(({ id, name, solvent = 'isopropanol', agitation = 'impeller' }) => [
          at(id),
          { name, solvent, agitation, loadPctW: loads[id] ?? 0.3, strengthPctW: 96 },
        ]),
    ),
  };
}

type Planned = {
  readonly washS: number;
  readonly dryS: number;
  readonly lightS: number;
  readonly dipS?: number | undefined;
};
function planned(card: ResinCard, route: Route, bench: BenchNow): Planned {
  const bound = bindRoute(route, bench, { card });
  const request = {
    card,
    part: PART,
    count: 6,
    dripS: DRIP_S,
    plateAreaMm2: 9000,
    bench,
    route: bound,
  };
  const steps = layRoute(request, planBatch(request));
  const sum = (of: (step: (typeof steps)[number]) => boolean) =>
    steps.filter(of).reduce((all, { plannedS = 0 }) => all + plannedS, 0);
  const look = steps.findIndex(({ kind }) => kind === 'look-cured');
  return {
    washS: sum(isWash),
    dryS: steps.find(({ kind }) => kind === 'dry')?.plannedS ?? 0,
    lightS: steps.slice(0, look).reduce((all, step) => all + (isCure(step) ? (step.plannedS ?? 0) : 0), 0),
    dipS: steps.find(({ kind }) => kind === 'warm-dip')?.plannedS,
  };
}

/** What is planned for each resin of the workshop by its usual route, next to what people call normal. */
export function bands(): readonly BandRow[] {
  const bench = usualBench();
  return WORKSHOP.resins
    .filter(({ card }) => !card.procedure)
    .flatMap(({ card }): readonly BandRow[] => {
      const route = templateById(ROUTES_OF[card.id]![0]!)!;
      const now = planned(card, route, bench);
      const row = (what: string, plannedS: number, band: Band, because: () => string | undefined): BandRow => ({
        resin: card.name,
        what,
        plannedS,
        band,
        ...(isInside(plannedS, band) ? {} : { because: because() }),
      });
      return [
        row(`wash, ${route.name}`, now.washS, MACHINE, () => whyWash(card, route, bench, now)),
        row('dry', now.dryS, DRY, () => whyDry(card, route, bench)),
        row('first light', now.lightS, LIGHT[card.family], () => whyLight(card, route, bench)),
        row('warm dip', planned(card, templateById('warm-peel')!, bench).dipS!, DIP, () => undefined),
      ];
    });
}
export const isInside = (seconds: number, [lowS, highS]: Band): boolean => seconds >= lowS && seconds <= highS;

/** Thick resin keeps a thick film, and some ways to wash are quick by nature. */
function whyWash(card: ResinCard, route: Route, bench: BenchNow, { washS }: Planned): string | undefined {
  const ways = route.steps.filter((step) => kindOf(step) === 'wash').map(agitationOf);
  const byMachine = ways.includes('impeller');
  if (washS < MACHINE[0])
    return byMachine ? undefined : 'By hand or with a brush after mopping: one to four minutes are usual.';
  const thin = planned({ ...card, viscosityMPaS25: 300 }, route, bench).washS;
  if (isInside(thin, MACHINE))
    return `It pours at ${card.viscosityMPaS25} mPa·s and keeps a thick film; one of 300 mPa·s would take ${clockText(thin)}.`;
  return byMachine ? undefined : 'Moved by hand, not by a machine: it is washed more slowly.';
}

function whyDry(card: ResinCard, route: Route, bench: BenchNow): string | undefined {
  const fan = planned(card, route, { ...bench, dryAir: 'fan' }).dryS;
  return isInside(fan, DRY) ? `In still air, wet with water; a safe fan would make it ${clockText(fan)}.` : undefined;
}

/** The lamp box is a middling one: under a stronger lamp the same resin is inside. */
function whyLight(card: ResinCard, route: Route, bench: BenchNow): string | undefined {
  const strength = card.family.includes('clear') ? STRONG_LAMP : GOOD_BOX;
  const box = bench.lamps['lamp-box']!;
  const stronger = {
    ...bench,
    lamps: { ...bench.lamps, 'lamp-box': { ...box, mWPerCm2: strength, timerStepS: 10 } },
  };
  const under = planned(card, route, stronger).lightS;
  return isInside(under, LIGHT[card.family])
    ? `The lamp box gives ${plainNumber(box.mWPerCm2)} mW/cm² in steps of ${clockText(box.timerStepS)}; under ${strength} it would be ${clockText(under)}.`
    : undefined;
}
