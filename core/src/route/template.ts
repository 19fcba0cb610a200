import { PLACE_IDS, type Place } from '../bench/index.ts';
import { MEDIA, type Medium } from '../cure/index.ts';
import { AIRS, type Air } from '../dry/index.ts';
import type { Breach } from '../units/index.ts';
import { AGITATIONS, type Agitation } from '../wash/index.ts';
import { STEP_TYPES, type StepTypeId, stepType } from './kinds/index.ts';

/**
 * How long to cure first: as the resin is used · dry to the touch, likely at the first look · always low, then look and add ·
 * the card's own time · until it is strong · long, "it cannot hurt".
 */
export const DOSES = ['look', 'touch-dry', 'low', 'card', 'strong', 'long'] as const;
export type Dose = (typeof DOSES)[number];

/** One step of a route, with what it sets over the step's own defaults. */
export type RouteStep = {
  readonly type: StepTypeId;
  /** over the place that its type asks for */
  readonly where?: Place | undefined;
  /** a station of this bench, where it must be that one */
  readonly station?: string | undefined;
  /** s; left out, the models plan it */
  readonly seconds?: number | undefined;
  readonly agitation?: Agitation | undefined;
  readonly medium?: Medium | undefined;
  readonly tempC?: number | undefined;
  readonly air?: Air | undefined;
  /** the solvent stands in the ultrasonic tank itself, not in a jar */
  readonly inTank?: boolean | undefined;
};
/** A named order of work. Versions never change; a batch keeps the one it ran. */
export type Route = {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly steps: readonly RouteStep[];
  readonly dose: Dose;
  readonly note: string;
};
export const MOST_STEPS = 40;

/** Every way a route breaks its own form. Empty when it can be judged by the rules. */
export function validateRoute(route: Route): readonly Breach[] {
  const breaches: Breach[] = [];
  const need = (holds: boolean, path: string, message: string) => {
    if (!holds) breaches.push({ path, message });
  };
  need(route.name.trim() !== '' && route.name.length <= 80, 'name', 'name is empty or over 80 letters.');
  need(
    Number.isInteger(route.version) && route.version >= 1,
    'version',
    `version is ${route.version}; a whole number from 1.`,
  );
  need(DOSES.includes(route.dose), 'dose', `dose “${route.dose}” is not known.`);
  need(
    route.steps.length >= 1 && route.steps.length <= MOST_STEPS,
    'steps',
    `${route.steps.length} steps; 1 to ${MOST_STEPS}.`,
  );
  route.steps.forEach((step, i) => {
    const at = `step ${i + 1}`;
    const path = (field: string) => `steps.${i}.${field}`;
    need(step.type in STEP_TYPES, path('type'), `${at}: type “${step.type}” is not known.`);
    if (!(step.type in STEP_TYPES)) return;
    need(
      step.where === undefined || PLACE_IDS.includes(step.where),
      path('where'),
      `${at}: place “${step.where}” is not known.`,
    );
    need(
      step.agitation === undefined || AGITATIONS.includes(step.agitation),
      path('agitation'),
      `${at}: agitation is not known.`,
    );
    need(step.medium === undefined || MEDIA.includes(step.medium), path('medium'), `${at}: medium is not known.`);
    need(step.air === undefined || AIRS.includes(step.air), path('air'), `${at}: air is not known.`);
    need(
      step.seconds === undefined || (step.seconds >= 1 && step.seconds <= 7 * 86_400),
      path('seconds'),
      `${at}: seconds 1 to a week.`,
    );
    need(step.tempC === undefined || (step.tempC >= 15 && step.tempC <= 250), path('tempC'), `${at}: tempC 15 to 250.`);
  });
  return breaches;
}

export const kindOf = (step: RouteStep) => stepType(step.type).kind;
export const placeOfStep = (step: RouteStep): Place => step.where ?? stepType(step.type).where;
/** How air moves over the parts at a drying. */
export const airOf = (step: RouteStep): Air | undefined => step.air ?? stepType(step.type).air;
export const agitationOf = (step: RouteStep): Agitation | undefined => step.agitation ?? stepType(step.type).agitation;
