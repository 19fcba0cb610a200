import type { Topic } from '@north-step/contract';
import { reduceWaste, type WasteContainer, type WasteEvent, wasteRefusal } from '@north-step/core/waste';
import { type Queryable, sql } from '../db/index.ts';
import type { Work } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';

export const WASTE_TOPICS: readonly Topic[] = ['waste'];
type Own = Pick<Work, 'tx' | 'context'> & { readonly command: { readonly commandId: string; readonly by: string } };

export async function loadContainer(db: Queryable, id: string): Promise<WasteContainer> {
  const row = await db.maybeOne<{ state: WasteContainer }>(sql`SELECT state FROM waste_container WHERE id = ${id}`);
  if (!row) throw unknown('container', id);
  return row.state;
}

/** Writes a fact about a container, and the state that it leads to. @throws Refused where it may not be */
export async function recordWaste(
  { tx, command }: Own,
  container: WasteContainer | undefined,
  event: WasteEvent,
): Promise<WasteContainer> {
  if (container) {
    const may = wasteRefusal(container, event.type);
    if (!may.ok) throw new Refused(may.refusal);
  }
  const after = reduceWaste(container, event);
  const goneAt = after.handedOver ? new Date(after.handedOver.atMs) : null;
  await tx.many(sql`
    INSERT INTO waste_event (container_id, at, by, payload, command_id)
    VALUES (${after.id}, ${new Date(event.atMs)}, ${event.by}, ${JSON.stringify(event)}, ${command.commandId})`);
  await tx.many(sql`
    INSERT INTO waste_container (id, name, opened_at, gone_at, state)
    VALUES (${after.id}, ${after.name}, ${new Date(after.openedAtMs)}, ${goneAt}, ${JSON.stringify(after)})
    ON CONFLICT (id) DO UPDATE SET gone_at = excluded.gone_at, state = excluded.state`);
  return after;
}

export const openContainers = (db: Queryable) => containers(db, true);
export const goneContainers = (db: Queryable) => containers(db, false);
const containers = async (db: Queryable, open: boolean): Promise<WasteContainer[]> =>
  (
    await db.many<{ state: WasteContainer }>(sql`
      SELECT state FROM waste_container WHERE (gone_at IS NULL) = ${open} ORDER BY coalesce(gone_at, opened_at) DESC`)
  ).map(({ state }) => state);

const SLUDGE_TIN_L = 5;
/** What a run left as sludge goes into the open container for it; where there is none, one is opened. */
export async function addRunWaste(
  own: Own,
  run: { readonly id: string; readonly name: string },
  grams: number,
): Promise<void> {
  const at = { atMs: own.context.nowMs(), by: own.command.by };
  const found = (await openContainers(own.tx)).find(({ kind }) => kind === 'sludge');
  const { n } = await own.tx.one<{ n: number }>(sql`SELECT count(*)::int + 1 AS n FROM waste_container`);
  const tin =
    found ??
    (await recordWaste(own, undefined, {
      ...at,
      type: 'opened',
      id: own.context.newId(),
      name: `Sludge ${n}`,
      kind: 'sludge',
      capacityL: SLUDGE_TIN_L,
    }));
  await recordWaste(own, tin, { ...at, type: 'added', what: 'sludge', grams, note: run.name, runId: run.id });
}
