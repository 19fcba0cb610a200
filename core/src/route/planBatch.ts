import {
  type CureSetting,
  type CureWindow,
  cureDoses,
  cureWindow,
  cureWindowRange,
  type Doses,
  type WindowRange,
} from '../cure/index.ts';
import { type Air, dryTime } from '../dry/index.ts';
import { cureConstantsOf, type ResinCard } from '../resin/index.ts';
import { type Result, refuse } from '../result/index.ts';
import {
  type Agitation,
  type CarryOver,
  carryOver,
  planWash,
  type Solvent,
  type WashPlan,
  type WashRefusal,
  type WashRequest,
} from '../wash/index.ts';
import type { PartFacts } from './types.ts';

/** A bath as the bench finds it now. */
export type BathNow = {
  readonly name: string;
  readonly loadPctW: number;
  readonly strengthPctW: number;
  readonly agitation: Agitation;
  readonly solvent: Solvent;
};

/** The room, the baths and the lamp as they are now. */
export type BenchNow = {
  readonly roomC: number;
  readonly humidityPct: number;
  readonly dryAir: Air;
  readonly first: BathNow;
  readonly clean: BathNow;
  readonly lamp: {
    readonly name: string;
    readonly mWPerCm2: number;
    readonly heatsK: number;
    readonly timerStepS: number;
    readonly cutOutS?: number;
  };
};

export type BatchRequest = {
  readonly card: ResinCard;
  readonly part: PartFacts;
  readonly count: number;
  readonly dripS: number;
  readonly plateAreaMm2: number;
  readonly bench: BenchNow;
};

export type BatchPlan = {
  readonly film: CarryOver;
  readonly wash: Result<WashPlan, WashRefusal>;
  readonly dryS: number;
  readonly cure: { readonly window: CureWindow; readonly range?: WindowRange; readonly doses?: Doses };
};

/** At the bench a bath is given five exchange times of the clinging liquid. */
const LEAST_WASH_S = 30;
/** Corners keep a puddle of this depth after blowing off. An engineering guess. */
const CORNER_PUDDLE_MM = 0.1;

/** Everything that will happen to a batch, from the models, at the bench as it is now. */
export function planBatch(request: BatchRequest): BatchPlan {
  const film = filmOf(request);
  const wash = wrongSolvent(request) ?? planWash(washRequest(request, film.meanFilmUm));
  const soakedS = wash.ok ? wash.value.stagesS.reduce((sum, s) => sum + s, 0) : request.card.exposureCapS;
  const { procedure } = request.card;
  const setting = cureSetting(request);
  const window = cureWindow(setting);
  const { lamp } = request.bench;
  const doses = procedure
    ? { firstS: procedure.cureS, addS: procedure.cureS, lastS: procedure.cureS }
    : cureDoses(window, { stepS: lamp.timerStepS, cutOutS: lamp.cutOutS });
  return {
    film,
    wash:
      procedure && wash.ok
        ? { ok: true, value: { ...wash.value, stagesS: [procedure.wash1S, procedure.wash2S] } }
        : wash,
    dryS: procedure ? procedure.dryS : dryS(request.bench, soakedS),
    cure: { window, range: cureWindowRange(setting), doses },
  };
}

/** A bath of a liquid that the card does not allow washes nothing. */
export function wrongSolvent({
  card,
  bench,
}: Pick<BatchRequest, 'card' | 'bench'>): { ok: false; refusal: WashRefusal } | undefined {
  const bath = [bench.first, bench.clean].find(({ solvent }) => !card.solvents.includes(solvent));
  if (!bath) return undefined;
  return refuse({
    code: 'WRONG_SOLVENT',
    message: `${bath.name} holds ${bath.solvent}; the card of ${card.name} allows only ${card.solvents.join(' or ')}.`,
    remedy: 'Fill two baths with a liquid that the card allows.',
    residueUm: 0,
    limitsPctW: [],
  });
}

export const filmOf = (request: BatchRequest): CarryOver =>
  carryOver(
    { viscosityMPaS25: request.card.viscosityMPaS25, densityGPerMl: request.card.densityGPerMl },
    {
      areaMm2: request.part.areaMm2 * request.count,
      heightMm: request.part.heightMm,
      dripS: request.dripS,
      plateAreaMm2: request.plateAreaMm2,
      tempC: request.bench.roomC,
    },
  );

export function washRequest(request: BatchRequest, filmUm: number): WashRequest {
  const { first, clean, roomC } = request.bench;
  return {
    filmUm,
    solvent: clean.solvent,
    viscosityMPaS: request.card.viscosityMPaS25,
    tempC: roomC,
    exposureCapS: request.card.exposureCapS,
    residueTolUm: request.card.residueTolUm,
    leastStageS: LEAST_WASH_S,
    stages: [first, clean].map(({ agitation, loadPctW }) => ({ agitation, loadPctW })),
  };
}

/** Evaporation of corner puddles, then as long again as solvent had to soak in. @returns s, rounded up to half a minute */
export function dryS(bench: BenchNow, soakedS: number): number {
  const { seconds } = dryTime({
    solvent: bench.clean.solvent,
    air: bench.dryAir,
    tempC: bench.roomC,
    humidityPct: bench.humidityPct,
    puddleMm: CORNER_PUDDLE_MM,
  });
  return Math.ceil((seconds + soakedS) / 30) * 30;
}

/** Even light over the part, its mean from the lamp's last meter reading; the light map comes later. */
export const cureSetting = (request: BatchRequest): CureSetting => ({
  constants: cureConstantsOf(request.card),
  wallMm: request.part.wallMm,
  coldMWPerCm2: request.bench.lamp.mWPerCm2 * EVEN_LIGHT.cold,
  hotMWPerCm2: request.bench.lamp.mWPerCm2 * EVEN_LIGHT.hot,
  medium: request.card.cureMedium,
  tempC: request.bench.roomC,
  lampHeatsK: request.bench.lamp.heatsK,
});

/** Share of the metered light at the coldest and hottest spot while no light map is made. Engineering guesses for a turntable box. */
export const EVEN_LIGHT = { cold: 0.85, hot: 1.15 } as const;
