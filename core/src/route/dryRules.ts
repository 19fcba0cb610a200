import { placeShape } from '../bench/index.ts';
import { type Judge, name, ofKind, type RouteCase, refused, warned } from './finding.ts';
import { isCure, isDrying, leavesWet, stepType } from './kinds/index.ts';
import { kindOf, placeOfStep, type Route } from './template.ts';

/** What is on the parts at a step, by what came before it: nothing, a film that a wipe has left, or a liquid. */
function wetnessBefore(route: Route, index: number, solventAt: RouteCase['solventAt']): Wetness {
  const before = route.steps.slice(0, index).map((step) => stepType(step.type));
  const wet = before.findLastIndex(leavesWet);
  if (wet < 0 || wet < before.findLastIndex(isDrying)) return 'dry';
  const patted = before.findLastIndex(({ kind }) => kind === 'pat');
  const looked = before.findLastIndex(({ kind }) => kind === 'look-matte');
  if (patted > wet && looked > patted) return 'dry';
  const step = route.steps[wet]!;
  const water = before[wet]!.kind !== 'wash' || (solventAt?.(wet) ?? placeShape(placeOfStep(step)).liquid) === 'water';
  return !water ? 'wet' : patted > wet ? 'patted' : 'wet with water';
}
type Wetness = 'dry' | 'patted' | 'wet with water' | 'wet';
const wetBefore = (route: Route, index: number): boolean => wetnessBefore(route, index, undefined) !== 'dry';

/** Nothing is lit, or handed over, wet or unseen; some schools light damp parts, and are warned. */
export const dryBeforeCure: Judge = (route, { solventAt }) =>
  ofKind(route, 'cure', 'hand-over').flatMap((index) => {
    const step = route.steps[index]!;
    const wetness = wetnessBefore(route, index, solventAt);
    const again = isLitOn(route, index);
    if (wetness === 'patted' && kindOf(step) === 'cure') return again ? [] : [warned(...LIT_DAMP, index)];
    if (wetness === 'wet with water' && kindOf(step) === 'cure' && step.medium === 'water')
      return again ? [] : [warned(...LIT_WET, index)];
    // a second run of light follows the first: nobody looks in between
    if (again && wetness === 'dry') return [];
    if (wetness !== 'dry')
      return [
        refused(
          'CURE_BEFORE_DRY',
          `${name(route, index)} comes while the parts are wet: curing them wet leaves white marks and can crack them.`,
          'Put “Rest until dry” and a look before it.',
          index,
        ),
      ];
    const before = route.steps.slice(0, index);
    const looked = before.map(kindOf).lastIndexOf('look-matte');
    const rested = before.map(kindOf).lastIndexOf('dry');
    if (looked >= 0 && looked > rested) return [];
    if (
      kindOf(step) === 'cure' &&
      rested === index - 1 &&
      placeShape(placeOfStep(before[rested]!)).kinds.includes('lamp')
    )
      return [warned(...UNATTENDED, index)];
    return [
      refused(
        'CURE_BEFORE_LOOK',
        `${name(route, index)} comes before anyone has seen the parts matte since they dried.`,
        'Put “Look: matte?” before it.',
        index,
      ),
    ];
  });
/** Whether a run of light follows another, and the parts were neither wetted nor dried in between. */
function isLitOn(route: Route, index: number): boolean {
  const before = route.steps.slice(0, index).map((step) => stepType(step.type));
  const lit = before.findLastIndex(isCure);
  return lit >= 0 && !before.slice(lit).some((step) => leavesWet(step) || isDrying(step));
}
const LIT_DAMP = [
  'LIT_DAMP',
  'Lit straight after patting dry: drops that the wipe missed leave white marks.',
  'Rest and look first where the face matters.',
] as const;
const LIT_WET = [
  'LIT_WET',
  'Lit under water while it is wet: some work so. White marks tell that liquid other than water was still on it; nobody sees whether it is clean first.',
  'Rest and look first where the face matters.',
] as const;
const UNATTENDED = [
  'UNATTENDED',
  'Dried and lit in one machine with nobody looking in between: shine that was left is set fast.',
  'Look first, at least at one piece of a new resin.',
] as const;

export const dryBeforeOven: Judge = (route) =>
  ofKind(route, 'oven').flatMap((index) =>
    wetBefore(route, index)
      ? [
          refused(
            'OVEN_WET',
            `${name(route, index)} comes while the parts are wet: vapour can catch fire and water boils in the wall.`,
            'Put “Rest until dry” before it.',
            index,
          ),
        ]
      : [],
  );
