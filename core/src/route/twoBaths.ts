import type { BatchPlan } from './planBatch.ts';
import { STATIONS, type Step } from './types.ts';

export type StepBlank = Omit<Step, 'id' | 'state'>;
const waiting = (id: string, blank: StepBlank): Step => ({ ...blank, id, state: 'waiting' });

export const lookMatte = (): StepBlank => ({
  kind: 'look-matte',
  mode: 'look',
  station: STATIONS.dry,
  title: 'Look: matte?',
  hint: 'Evenly matte, no shine in channels, no tack.',
});
export const lookCured = (): StepBlank => ({
  kind: 'look-cured',
  mode: 'look',
  station: STATIONS.lamp,
  title: 'Touch and tilt',
  hint: 'No tack, no shine, hard to a nail, no warm tint beside an uncured one.',
});
export const dryStep = (plannedS: number): StepBlank => ({
  kind: 'dry',
  mode: 'timed',
  station: STATIONS.dry,
  title: 'Blow off, dry',
  hint: 'Blow channels out over the bath, then rest. No heaters near solvent vapour.',
  plannedS,
});
export const cleanWash = (plannedS: number): StepBlank => ({
  kind: 'wash',
  mode: 'timed',
  station: STATIONS.wash2,
  title: 'Wash 2',
  hint: 'Squirt channels and blind holes; let it hang 10 s over the bath.',
  plannedS,
});
export const cureStep = (plannedS: number, hint: string): StepBlank => ({
  kind: 'cure',
  mode: 'timed',
  station: STATIONS.lamp,
  title: 'Cure',
  hint,
  plannedS,
});

/** The route of two baths with supports off before the cure. Times come from the plan; washes are planned again when they start. */
export function twoBathsRoute(plan: BatchPlan, dripS: number): readonly Step[] {
  const [firstS, cleanS] = plan.wash.ok ? plan.wash.value.stagesS : [undefined, undefined];
  const blanks: readonly StepBlank[] = [
    {
      kind: 'drip',
      mode: 'timed',
      station: STATIONS.drip,
      title: 'Drip',
      hint: 'Tilt the plate; turn it once.',
      plannedS: dripS,
    },
    {
      kind: 'off-plate',
      mode: 'moment',
      station: STATIONS.drip,
      title: 'Take off the plate',
      hint: 'Scraper flat, never lever soft parts; catch flying pieces; clean the plate and put it back.',
    },
    {
      kind: 'wash',
      mode: 'timed',
      station: STATIONS.wash1,
      title: 'Wash 1',
      hint: 'Basket down until covered; let it hang 10 s over the bath after.',
      plannedS: firstS,
    },
    { ...cleanWash(0), plannedS: cleanS },
    dryStep(plan.dryS),
    lookMatte(),
    {
      kind: 'trim',
      mode: 'hands',
      station: STATIONS.trim,
      title: 'Clip supports',
      hint: 'Raft first, thick stems next, fine tips last; cut low, hold the piece, eye cover on.',
    },
    cureStep(
      plan.cure.doses?.firstS ?? 0,
      'Turntable on. First run on the low side: light can be added, never taken back.',
    ),
    lookCured(),
    { kind: 'seal', mode: 'moment', station: STATIONS.lamp, title: 'Seal the record', hint: 'Label the parts.' },
  ];
  return blanks.map((blank, index) => waiting(`s${index + 1}`, blank));
}

/** Steps to put in later, with ids that say how many came before them. */
export const numbered = (blanks: readonly StepBlank[], existing: number): readonly Step[] =>
  blanks.map((blank, index) => waiting(`s${existing + index + 1}`, blank));
