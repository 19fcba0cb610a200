import type { CommandBody } from '@north-step/contract';
import type { RunNext, RunState } from '@north-step/core/reclaim';

/** What the work of a step of a run is given. */
export type StepProps = {
  readonly run: RunState;
  readonly next: RunNext;
  readonly nowMs: number;
  /** ends the step */
  readonly finish: (body: CommandBody<'reclaim.finish'>) => void;
  readonly look: (outcome: CommandBody<'reclaim.look'>['outcome']) => void;
  readonly start: () => Promise<boolean>;
};
