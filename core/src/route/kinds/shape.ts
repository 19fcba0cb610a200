import type { Place } from '../../bench/index.ts';
import type { Air } from '../../dry/index.ts';
import type { LookOutcome } from '../../look/index.ts';
import type { Agitation } from '../../wash/index.ts';

/** timed: a timer runs between start and finish · hands: worked on between them · moment: one press · look: one answer */
export type StepMode = 'timed' | 'hands' | 'moment' | 'look';
/** What can hurt someone at a step. */
export const CAUTION_IDS = ['resin', 'solvent', 'mist', 'clippings', 'light', 'heat', 'dust', 'glue'] as const;
export type CautionId = (typeof CAUTION_IDS)[number];

export const PALETTE_GROUPS = ['drip and plate', 'wash', 'supports', 'dry', 'cure', 'finish'] as const;
export type PaletteGroup = (typeof PALETTE_GROUPS)[number];
/** One entry of the palette that routes are built from. */
export type PaletteEntry = {
  readonly title: string;
  readonly hint: string;
  readonly mode: StepMode;
  readonly group: PaletteGroup;
  /** where it stands in its group, from 1 */
  readonly place: number;
  readonly where: Place;
  /** where else it can be done */
  readonly elsewhere?: readonly Place[];
  readonly agitation?: Agitation;
  /** s, for timed steps that no model plans */
  readonly seconds?: number;
  /** how air moves over the parts, unless the route says otherwise */
  readonly air?: Air;
  /** over those of its kind */
  readonly cautions?: readonly CautionId[];
  /** what the band says before and after; {} is the batch */
  readonly say: readonly [start: string, finish: string];
};

/** What a step of a batch, or of a route, sets over its kind. */
export type StepSettings = {
  /** the entry of the palette that it came from asks for this place; steps of before routes ask for none */
  readonly where?: Place | undefined;
  /** lit by the day: no timer, no power */
  readonly daylight?: boolean | undefined;
  readonly agitation?: Agitation | undefined;
  readonly air?: Air | undefined;
  readonly tempC?: number | undefined;
};

/** All that is peculiar to a kind of step. Whoever needs to know asks here. */
export type StepKindShape = {
  readonly types: Readonly<Record<string, PaletteEntry>>;
  /** puts the parts in a liquid; time in solvent counts against what the resin stands */
  readonly wets?: 'solvent' | 'water';
  /** wets the parts on the way, without washing anything off them */
  readonly soaks?: true;
  readonly dries?: true;
  /** light that cures */
  readonly lights?: true;
  /** answered with what was seen, before any light or after it */
  readonly look?: { readonly when: 'before light' | 'after light'; readonly outcomes: readonly LookOutcome[] };
  /** warm enough to be a fire risk near solvent vapour */
  readonly heats?: (set: StepSettings) => boolean;
  /** stands still when the power is gone */
  readonly needsPower?: (set: StepSettings) => boolean;
  /** what follows does not rely on it */
  readonly mayBeLeftOut?: true;
  /** parts lie in a machine, a bath or a lamp meanwhile: shown in a row of its own, and not left alone */
  readonly inside?: true;
  /** which hand is gloved */
  readonly gear: 'wet' | 'trim' | 'light';
  readonly cautions: (set: StepSettings) => readonly CautionId[];
  /** hands-on time where no timer runs and no model says, s. Engineering guesses */
  readonly handsS?: number;
  /** which figure of the batch matters while it is next */
  readonly why: 'film' | 'wash' | 'dry' | 'cure';
  /** what a route may set on it */
  readonly sets: readonly ('seconds' | 'medium' | 'air' | 'tempC')[];
  /** not by whoever did the last look */
  readonly secondPerson?: true;
  /** it ends with sizes that were measured in it */
  readonly asksSizes?: true;
  /** what its end writes into the books besides the time */
  readonly books?: 'wash' | 'dry' | 'light' | 'record' | undefined;
  /** what the band says; {} is the batch, {Station} where, {station} the same within a sentence. Default: its entry's */
  readonly starts?: string;
  readonly ends?: string;
  /** in a column of times, where it has none */
  readonly short: string;
};
export const cautions =
  (...ids: readonly CautionId[]) =>
  () =>
    ids;
