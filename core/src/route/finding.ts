import type { PartFacts } from '../part/index.ts';
import type { ResinCard } from '../resin/index.ts';
import type { RefusalCode } from '../result/index.ts';
import type { Solvent } from '../wash/index.ts';
import type { RouteBench } from './bindRoute.ts';
import type { StepKind } from './kinds/index.ts';
import { stepType } from './kinds/index.ts';
import { kindOf, type Route, type RouteStep } from './template.ts';

type About = {
  readonly message: string;
  readonly remedy?: string | undefined;
  readonly field?: string;
  /** number of the step it speaks of, from 0; nothing when it is the route as a whole */
  readonly step?: number | undefined;
};
/** refused: cannot run · warned: runs, and costs something · advised: would be better */
export type Finding =
  | (About & { readonly level: 'refused'; readonly code: RefusalCode })
  | (About & { readonly level: 'warned' | 'advised'; readonly code: string });

/** What is known of the batch that would run the route. All of it may be missing: then only order is judged. */
export type RouteCase = {
  readonly card?: ResinCard | undefined;
  readonly part?: PartFacts;
  /** mean film after dripping, µm */
  readonly filmUm?: number;
  /** where it would run: what it lacks is refused */
  readonly bench?: RouteBench;
  /** liquid in the bath of a step, by its number; default: as this bench has it */
  readonly solventAt?: (step: number) => Solvent | undefined;
};

export type Judge = (route: Route, facts: RouteCase) => readonly Finding[];
export const refused = (code: RefusalCode, message: string, remedy: string, step?: number): Finding => ({
  level: 'refused',
  code,
  message,
  remedy,
  step,
});
export const warned = (code: string, message: string, remedy?: string, step?: number): Finding => ({
  level: 'warned',
  code,
  message,
  remedy,
  step,
});
export const advised = (code: string, message: string, remedy?: string, step?: number): Finding => ({
  level: 'advised',
  code,
  message,
  remedy,
  step,
});

export const numbered = (route: Route, wanted: (step: RouteStep, index: number) => boolean): readonly number[] =>
  route.steps.flatMap((step, index) => (wanted(step, index) ? [index] : []));
export const ofKind = (route: Route, ...kinds: readonly StepKind[]) =>
  numbered(route, (step) => kinds.includes(kindOf(step)));
export const name = (route: Route, index: number): string =>
  `${stepType(route.steps[index]!.type).title} (step ${index + 1})`;
