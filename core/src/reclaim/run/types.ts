import type { Solvent } from '../../liquids/index.ts';
import type { StopPoint } from '../distil.ts';
import type { Weather } from '../pan.ts';
import type { RunKind } from './kinds/index.ts';
import type { HeatEnd, RunLook, RunStep } from './steps.ts';

/** One pass that is over. Masses with the resin in them. */
export type PassDone = {
  readonly beforeG: number;
  readonly beforePctW: number;
  readonly backG: number;
  readonly afterPctW: number;
  /** whether the load after it was read, and the volume that came back measured */
  readonly loadWasRead: boolean;
  readonly backWasMeasured: boolean;
  /** what the papers held already as it began, g; how long it stood in light, s; what the look before it showed */
  readonly filterHeldG: number;
  readonly stoodS: number;
  readonly seen: RunLook;
  readonly atMs: number;
};

/** Where the liquid of a run went, g: it adds up to what was taken and what rained in. */
export type RunBalance = {
  readonly reclaimedG: number;
  readonly evaporatedG: number;
  readonly sludgeG: number;
  readonly unaccountedG: number;
};
export const NO_BALANCE: RunBalance = { reclaimedG: 0, evaporatedG: 0, sludgeG: 0, unaccountedG: 0 };

export type RunVessel = { readonly id: string; readonly name: string };
/** What a still is set to, and what the model expects of it. */
export type StillPlan = {
  readonly powerW: number;
  readonly altitudeM: number;
  readonly stop: StopPoint;
  readonly minutes: number;
  readonly yield: number;
  readonly strengthPctW: number;
  readonly potC: readonly [number, number];
};
export type WeatherSpell = Weather & { readonly fromMs: number; readonly toMs: number };

export type RunState = {
  readonly id: string;
  /** `Reclaim 12` */
  readonly name: string;
  readonly kind: RunKind;
  readonly solvent: Solvent;
  readonly createdAtMs: number;
  readonly by: string;
  /** where the liquid comes from, what it stands in, and where what comes back goes */
  readonly from: RunVessel;
  readonly inside: RunVessel;
  readonly to?: RunVessel;
  readonly amountMl: number;
  /** as it was taken */
  readonly takenG: number;
  readonly loadPctW: number;
  readonly strengthPctW: number;
  readonly steps: readonly RunStep[];
  readonly passes: readonly PassDone[];
  /** resin that the filter has caught since it was new, g; and how often it was changed */
  readonly filterCaughtG: number;
  readonly filtersChanged: number;
  readonly still?: StillPlan;
  readonly weather: readonly WeatherSpell[];
  readonly covered: boolean;
  readonly rainG: number;
  readonly balance: RunBalance;
  readonly endedAtMs?: number;
  /** given up: poured back */
  readonly givenUp?: string;
};

type Told = { readonly atMs: number; readonly by: string };
/** Facts about a run, in order. Its state is nothing but their sum. */
export type RunEvent = Told &
  (
    | { readonly type: 'begun'; readonly run: RunState }
    | { readonly type: 'started'; readonly stepId: string }
    | {
        readonly type: 'poured';
        readonly stepId: string;
        readonly takenG: number;
        readonly loadPctW: number;
        readonly strengthPctW: number;
        readonly still?: StillPlan;
      }
    | {
        readonly type: 'finished';
        readonly stepId: string;
        readonly pass?: PassDone;
        readonly heatEnd?: HeatEnd;
        /** adds to the balance */
        readonly went?: Partial<RunBalance>;
        /** poured in by others since the run last looked: a pan takes what comes, g */
        readonly addedG?: number;
        /** go on with another pass */
        readonly another?: boolean;
      }
    | { readonly type: 'looked'; readonly stepId: string; readonly outcome: RunLook }
    | { readonly type: 'filter-changed' }
    | {
        readonly type: 'weather';
        readonly spell: WeatherSpell;
        readonly evaporatedG: number;
        readonly rainG: number;
        readonly addedG?: number;
        /** when somebody is called back, if the weather stays so, s */
        readonly againS: number;
      }
    | { readonly type: 'covered'; readonly covered: boolean }
    | { readonly type: 'given-up'; readonly because: string }
  );
