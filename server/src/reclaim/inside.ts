import type { BathDeed } from '@north-step/core/estimate';
import { type RunBalance, type RunState, runKind } from '@north-step/core/reclaim';
import type { LedgerLine } from '@north-step/core/solvent';
import { parcelOf, type VesselRow, vesselById } from '../bench/index.ts';
import type { Work } from '../http/command.ts';
import { markSettled, massG, need, posted } from '../solvent/index.ts';

export type Book = {
  readonly kind: string;
  readonly note: string;
  readonly lines: readonly LedgerLine[];
  readonly deeds: readonly BathDeed[];
};

/** What went with a step, and what was lost by standing before it. */
export const withIdle = (went: Partial<RunBalance>, idleG: number): Partial<RunBalance> => ({
  ...went,
  evaporatedG: (went.evaporatedG ?? 0) + idleG,
});

/**
 * The vessel of a run as it is now; what it lost by standing since the run last looked, and what others poured into it, g.
 * A pan loses by the weather, and takes what comes.
 */
export async function insideNow(
  { tx, context, command }: Pick<Work, 'tx' | 'context' | 'command'>,
  run: RunState,
): Promise<{ readonly row: VesselRow; readonly idleG: number; readonly addedG: number }> {
  const { reclaimedG, evaporatedG, sludgeG, unaccountedG } = run.balance;
  const expectedG = run.takenG + run.rainG - reclaimedG - evaporatedG - sludgeG - unaccountedG;
  if (runKind(run.kind).inside === 'pan') {
    const row = (await vesselById(tx, run.inside.id))!;
    await markSettled(tx, row.id, context.nowMs());
    return { row, idleG: 0, addedG: massG(parcelOf(row)) - expectedG };
  }
  const row = await need(context, tx, run.inside.id, command);
  return { row, idleG: expectedG - massG(parcelOf(row)), addedG: 0 };
}

/** Books for a run. */
export const bookRun = (
  { tx, context, command }: Pick<Work, 'tx' | 'context' | 'command'>,
  run: RunState,
  booking: Book,
  before?: Readonly<Record<string, string>>,
) => posted(context, tx, command, { ...booking, liquidsBefore: before, runId: run.id });
