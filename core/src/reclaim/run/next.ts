import { litresText, plainNumber } from '../../units/index.ts';
import { runStepNow } from './reduce.ts';
import type { RunStep, RunStepKind } from './steps.ts';
import type { RunState } from './types.ts';

/** Resin that doubled papers hold before they clog, g. Engineering guess. */
export const FILTER_HOLDS_G = 60;

/** What the band says of a run: one sentence with a verb, why, and when. */
export type RunNext = {
  readonly step: RunStep;
  readonly say: string;
  readonly why: string;
  /** to the call back; negative when it has passed */
  readonly dueInS?: number | undefined;
  /** whether hands are needed now */
  readonly needsHands: boolean;
};

const SAYS: Readonly<Record<RunStepKind, (run: RunState, step: RunStep) => readonly [say: string, why: string]>> = {
  pour: ({ amountMl, from, inside }) => [
    `Pour ${litresText(amountMl)} from ${from.name} into ${inside.name}`,
    'Slowly, the sediment stays behind.',
  ],
  stand: ({ inside }, { pass = 1 }) => [
    `Stand ${inside.name} in the light${pass > 1 ? ' again' : ''}`,
    'Lid on. The resin hardens and drops; days, not hours.',
  ],
  look: ({ kind, inside }) =>
    kind === 'harden-filter'
      ? [`Look at ${inside.name}`, 'Clear above and skin or jelly below: it can be drawn off.']
      : [`Look at ${inside.name}`, 'Nothing liquid may be left under the skin.'],
  filter: ({ inside, filterCaughtG }) => [
    `Draw ${inside.name} off and filter it`,
    filterCaughtG > 0
      ? `The papers have caught ${plainNumber(filterCaughtG)} g; they clog at about ${FILTER_HOLDS_G} g.`
      : 'Through doubled papers over mesh, slowly; the sludge stays in the jar.',
  ],
  fill: ({ inside, to }) => [`Pour ${inside.name} into ${to?.name ?? 'the bottle'}`, 'Mark it: reclaimed.'],
  heat: ({ inside, still }) => [
    `Heat ${inside.name}, and stay with it`,
    still
      ? `Boils at ${plainNumber(still.potC[0], 3)} °C; heat off at ${plainNumber(still.stop.potC, 3)} °C or ${plainNumber(100 * still.stop.resinShare)} % resin in the pot, whichever is first.`
      : 'Condenser cold first.',
  ],
  cool: ({ inside }) => [`Let ${inside.name} cool, closed`, 'Opened hot it breathes vapour that burns.'],
  collect: ({ inside, to }) => [
    `Measure what came over, into ${to?.name ?? 'the bottle'}`,
    `Then the heel of ${inside.name} into the light, and into the sludge.`,
  ],
  dry: ({ inside, covered }) => [
    `Let ${inside.name} stand`,
    covered ? 'Covered: no rain gets in.' : 'Open: rain gets in.',
  ],
  bin: ({ inside }) => [
    `Scrape ${inside.name} out and bin it hardened`,
    'In light until nothing is tacky, then into the waste.',
  ],
};

const STANDS: ReadonlySet<RunStepKind> = new Set(['stand', 'dry']);

/** What is to be done in a run; nothing once it is over. */
export function runNext(run: RunState, nowMs: number): RunNext | undefined {
  const step = runStepNow(run);
  if (!step || run.endedAtMs !== undefined) return undefined;
  const dueInS =
    step.state === 'running' && step.plannedS !== undefined
      ? (step.startedAtMs! + step.plannedS * 1000 - nowMs) / 1000
      : undefined;
  const waits = dueInS !== undefined && dueInS > 0;
  // what stood long enough is looked at
  const calls = dueInS !== undefined && !waits && STANDS.has(step.kind);
  const [say, why] = SAYS[calls ? 'look' : step.kind](run, step);
  return { step, say, why, dueInS, needsHands: !waits || step.kind === 'heat' };
}
