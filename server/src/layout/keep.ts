import type { LayoutChange, LayoutReply, Topic } from '@north-step/contract';
import { settingFact } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Outcome, Work } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import { layoutView } from './view.ts';

const TOPICS = ['bench', 'layout', 'solvent', 'estimates', 'lamps'] as const satisfies readonly Topic[];

/** Writes a change down as a fact, and answers with what stands there now. */
export async function told(
  work: Pick<Work, 'tx' | 'context' | 'command'>,
  change: LayoutChange,
  more: readonly Topic[] = [],
): Promise<Outcome<LayoutReply>> {
  await settingFact(work, 'layout', change);
  return { reply: await layoutView(work.tx), topics: [...TOPICS, ...more] };
}

export type StationRow = {
  readonly id: string;
  readonly name: string;
  readonly vessel_id: string | null;
  readonly retired_at: Date | null;
};
/** @throws UNKNOWN_ID for a station that never stood there, and for one that is gone unless that is what is asked for */
export async function needStation(tx: Queryable, id: string, gone = false): Promise<StationRow> {
  const row = await tx.maybeOne<StationRow>(sql`SELECT id, name, vessel_id, retired_at FROM station WHERE id = ${id}`);
  if (!row || (row.retired_at !== null) !== gone) throw unknown('station', id);
  return row;
}

/** A name as it is kept. @throws Refused where nothing is left of it */
export function called(name: string): string {
  const kept = name.trim();
  if (kept !== '') return kept;
  throw new Refused({
    code: 'BAD_VALUE',
    message: 'A name of blanks alone is none. Nothing was changed.',
    field: 'name',
  });
}

/** Nothing else that stands there is called so: people say names, and labels carry them. */
export async function refuseNameTaken(tx: Queryable, name: string, exceptId?: string): Promise<void> {
  const taken = await tx.maybeOne(sql`
    SELECT 1 AS one FROM station_there WHERE lower(name) = lower(${name}) AND id <> ${exceptId ?? ''}`);
  if (taken) throw nameTaken('There is already', name);
}
export const nameTaken = (what: string, name: string): Refused =>
  new Refused({
    code: 'NAME_TAKEN',
    message: `${what} “${name}” here. Nothing was changed.`,
    remedy: 'Choose another name.',
    field: 'name',
  });
