import type { SizeKept } from '../caliper/index.ts';
import type { ColourBefore, LookColour } from '../colour/index.ts';
import type { Medium } from '../cure/index.ts';
import type { Air } from '../dry/index.ts';
import type { LookOutcome } from '../look/index.ts';
import type { PartFacts } from '../part/index.ts';
import type { ResinCard } from '../resin/index.ts';
import type { Dose, StepKind, StepMode } from '../route/index.ts';
import type { Agitation } from '../wash/index.ts';
import type { BatchLight } from './batchLight.ts';

export type Step = {
  readonly id: string;
  readonly kind: StepKind;
  readonly mode: StepMode;
  readonly station: string;
  readonly title: string;
  readonly hint: string;
  readonly plannedS?: number | undefined;
  /** its time was typed into the route */
  readonly fixed?: boolean | undefined;
  /** what the models would take where the route fixes the time, s */
  readonly modelS?: number | undefined;
  /** the solvent stands in the ultrasonic tank itself */
  readonly inTank?: boolean | undefined;
  /** lit by the day: it has no timer and needs no power */
  readonly daylight?: boolean | undefined;
  /** which entry of the palette it came from; steps of before routes have none */
  readonly type?: string | undefined;
  readonly agitation?: Agitation | undefined;
  readonly medium?: Medium | undefined;
  readonly tempC?: number | undefined;
  readonly air?: Air | undefined;
  /** what the band says before and after; {} is the batch */
  readonly say?: readonly [start: string, finish: string] | undefined;
  readonly state: 'waiting' | 'running' | 'done';
  readonly startedAtMs?: number | undefined;
  readonly endedAtMs?: number | undefined;
  readonly by?: string | undefined;
  readonly outcome?: LookOutcome | undefined;
  /** said at a look */
  readonly note?: string | undefined;
  readonly photoSha256?: string | undefined;
  /** measured at a look */
  readonly colour?: LookColour | undefined;
  /** time put on or taken off while it ran, in order */
  readonly added?: readonly AddedTime[] | undefined;
  /** past its limit in solvent and left in: why */
  readonly stays?: readonly { readonly atMs: number; readonly by: string; readonly because: string }[] | undefined;
  /** what came between while it ran */
  readonly mishaps?: readonly Mishap[] | undefined;
  /** what was known when it ran: loads, strength, temperature, light */
  readonly knew?: Knew | undefined;
};
export type Knew = Readonly<Record<string, number | string>>;

/** Seconds put on (or taken off) a step that runs. */
export type AddedTime = {
  readonly addS: number;
  /** how long its timer had been over when it was put on: added time runs from the press */
  readonly idleS: number;
  readonly atMs: number;
  readonly by: string;
};

export const MISHAPS = ['power lost', 'knocked over', 'fell', 'got wet'] as const;
/** Something that no plan holds. */
export type Mishap = {
  readonly what: (typeof MISHAPS)[number];
  /** how long the machine stood still, s */
  readonly offS?: number | undefined;
  readonly note?: string | undefined;
  readonly atMs: number;
  readonly by: string;
};

export type BatchState = {
  readonly id: string;
  readonly name: string;
  readonly card: ResinCard;
  readonly lot: string;
  readonly count: number;
  readonly part: PartFacts;
  readonly plateAreaMm2: number;
  /** the route it runs, at the version it was hung with */
  readonly route?: {
    readonly id: string;
    readonly name: string;
    readonly version: number;
    /** how long its light is: default as the resin is used */
    readonly dose?: Dose;
  };
  readonly customer?: string | undefined;
  readonly dueAtMs?: number | undefined;
  readonly createdAtMs: number;
  readonly steps: readonly Step[];
  /** film of resin on the open faces of the parts now, µm: its mass is what the baths take up */
  readonly filmUm: number;
  /** film in their recesses, which are washed more slowly; absent while it is the same, µm */
  readonly recessUm?: number;
  /** bath liquid clinging to the parts, whole mg as text: solvent, water, resin */
  readonly clingingMg: readonly [string, string, string];
  /** light after which its coldest spot is expected tack-free, as it was planned, s */
  readonly handleS?: number | undefined;
  /** one increment of light, and the most light in all, s */
  readonly addS: number;
  readonly lastS?: number | undefined;
  /** from its light map, made at hanging, or once a plan of light was taken on */
  readonly light?: BatchLight;
  /** by its light map no plan fits: why, and what opens it */
  readonly lightClosed?: LightClosed | undefined;
  /** of the parts before any light, where it was photographed */
  readonly colourBefore?: ColourBefore;
  /** steps of its route that were not done, and why */
  readonly leftOut?: readonly LeftOut[];
  readonly broken: number;
  readonly breakages?: readonly Breakage[] | undefined;
  /** what a caliper showed, in order */
  readonly sizes?: readonly SizeKept[] | undefined;
  readonly priority?: Priority | undefined;
  readonly note?: string | undefined;
  /** why nothing may be begun on it */
  readonly held?: string | undefined;
  readonly splitFrom?: string;
  /** pieces of a sealed batch that came back: whose, its hash, and what was wrong */
  readonly returned?: { readonly from: string; readonly hash: string; readonly what: string };
  /** the batch that it became part of */
  readonly mergedInto?: string;
  readonly flag?: string | undefined;
  /** nothing is begun on it until somebody has answered its flag */
  readonly flagStops?: boolean | undefined;
  /** flags that were lowered, with what was answered */
  readonly flagsAnswered?: readonly FlagAnswered[] | undefined;
  readonly recordHash?: string | undefined;
  /** given up before the end of its route */
  readonly scrapped?: { readonly because: string; readonly atMs: number; readonly by: string };
};

export type FlagAnswered = {
  readonly note: string;
  readonly stopped: boolean;
  /** what was decided; nothing where the flag was only lowered */
  readonly answer?: string | undefined;
  readonly atMs: number;
  readonly by: string;
};

/** Why a window is closed, and what opens it. */
export type LightClosed = { readonly why: string; readonly opens: string };
export type LeftOut = { readonly title: string; readonly because: string; readonly atMs: number; readonly by: string };

/** Pieces that broke at one time; glued ones stay counted as broken. */
export type Breakage = {
  /** below 0 where an earlier count was too high */
  readonly count: number;
  readonly glued: number;
  /** name of the part, where several kinds are on the plate */
  readonly which?: string | undefined;
  /** it puts an earlier count right: why */
  readonly corrects?: string | undefined;
  readonly note?: string | undefined;
  readonly photoSha256?: string | undefined;
  readonly atMs: number;
  readonly by: string;
};
export const PRIORITIES = ['can wait', 'usual', 'rush'] as const;
export type Priority = (typeof PRIORITIES)[number];
