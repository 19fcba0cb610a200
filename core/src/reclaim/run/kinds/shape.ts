import type { RunLook, RunStep, RunStepKind } from '../steps.ts';

/** A step without what the run gives it: its id and its state. */
export type StepToCome = Pick<RunStep, 'kind' | 'pass'>;

/** All that is peculiar to one way of reclaiming. */
export type RunKindShape = {
  readonly label: string;
  /** one sentence: what it does */
  readonly does: string;
  /** what it stands in meanwhile */
  readonly inside: 'jar' | 'still' | 'pan';
  /** so full it is filled at most: jars are shaken, stills foam */
  readonly fillShare: number;
  /** whether liquid comes back */
  readonly givesBack: boolean;
  readonly gear: readonly string[];
  readonly caution: string;
  /** how it begins */
  readonly opening: readonly StepToCome[];
  /** what follows a step that is done; nothing where the run is over */
  readonly after: (
    step: RunStep,
    told: { readonly another?: boolean | undefined; readonly seen?: RunLook | undefined },
  ) => readonly StepToCome[];
  /** until somebody is called back, s; what is not named is begun and ended by hand */
  readonly waitsS: Partial<Readonly<Record<RunStepKind, number>>>;
};
export const DAY_S = 86_400;
