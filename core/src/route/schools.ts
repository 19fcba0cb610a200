import {
  type Place,
  placeShape,
  SCHOOL_QUESTIONS,
  SCHOOLS,
  type SchoolQuestion,
  type Schools,
} from '../bench/index.ts';
import type { Perhaps } from '../given/index.ts';
import { agitationOf, type Dose, kindOf, placeOfStep, type Route, type RouteStep } from './template.ts';

export { SCHOOLS, type SchoolQuestion, type Schools };

const HOW_LONG: Readonly<Record<Dose, (typeof SCHOOLS)['howLong'][number]>> = {
  look: 'as the resin is used',
  'touch-dry': 'touch-dry',
  low: 'always low, look, add',
  card: 'card time',
  strong: 'strong',
  long: 'long',
};
const HOURS_S = 3600;

/** Which schools a route belongs to, read off its steps. */
export function schoolsOf(route: Route): Schools {
  return {
    supports: supportsSchool(route),
    washing: washingSchool(route),
    cureIn: mediumSchool(route),
    howLong: HOW_LONG[route.dose],
    heat: heatSchool(route),
    drying: dryingSchool(route),
  };
}

/** Of what a workshop prefers, how much a route follows. */
export const followsSchools = (route: Route, preferred: Perhaps<Schools>): number => {
  const own = schoolsOf(route);
  return SCHOOL_QUESTIONS.filter((question) => preferred[question] === own[question]).length;
};

function supportsSchool({ steps }: Route): Schools['supports'] {
  const kinds = steps.map(kindOf);
  const trim = kinds.indexOf('trim');
  if (trim < 0) return 'not taken off';
  if (kinds.slice(0, trim).includes('cure')) return 'after cure';
  if (kinds.slice(0, trim).includes('warm-dip')) return 'warm dip, then peel';
  const wetAround = kinds.slice(0, trim).includes('wash') && kinds.slice(trim).includes('wash');
  return wetAround ? 'between washes' : 'before cure';
}

function washingSchool({ steps }: Route): Schools['washing'] {
  const washes = steps.filter((step) => kindOf(step) === 'wash');
  const at = washes.map((step) => liquidAsked(step));
  const how = washes.map(agitationOf);
  if (at.includes('detergent')) return 'detergent, then water';
  if (at.length > 0 && at.every((liquid) => liquid === 'water')) return 'water';
  if (how.includes('ultrasonic')) return 'ultrasonic, short';
  if (how.includes('spray') || (how.every((one) => one === 'brush' || one === 'hand') && how.includes('brush')))
    return 'spray and brush';
  return how.includes('impeller') ? 'machine' : 'two jars by hand';
}

function mediumSchool({ steps }: Route): Schools['cureIn'] {
  const cures = steps.filter((step) => kindOf(step) === 'cure');
  if (cures.length === 0) return 'not cured';
  if (asksFor(cures, 'sun')) return 'sun';
  if (asksFor(cures, 'cycling-lamp')) return 'small lamp, in cycles';
  const medium = cures.map((step) => step.medium).find((one) => one === 'glycerine' || one === 'water');
  return medium ?? 'air';
}

const liquidAsked = (step: RouteStep) => placeShape(placeOfStep(step)).liquid;
const asksFor = (steps: readonly RouteStep[], place: Place): boolean =>
  steps.some((step) => placeOfStep(step) === place);

function heatSchool({ steps }: Route): Schools['heat'] {
  if (steps.some((step) => kindOf(step) === 'oven')) return 'oven afterwards';
  return steps.some((step) => kindOf(step) === 'cure' && (step.tempC ?? 0) > 35) ? 'warm chamber' : 'none';
}

function dryingSchool({ steps }: Route): Schools['drying'] {
  const rests = steps.filter((step) => kindOf(step) === 'dry');
  if (rests.some((step) => step.air === 'warm')) return 'warm air';
  return rests.some((step) => (step.seconds ?? 0) >= HOURS_S) ? 'hours of air' : 'blow off, minutes';
}
