import { createHash } from 'node:crypto';
import type { BatchLight, CureChoice } from '@north-step/core/batch';
import { type BatchState, type LampKind, lampKindsOf } from '@north-step/core/batch';
import { BY_ITSELF, decideMapped, forecastWith } from '@north-step/core/decide';
import { AS_DRAWN } from '@north-step/core/light';
import { HOLLOW_COUNTS_PCT, hollowSharePct, poseLights, wantsTurn } from '@north-step/core/plan';
import { ok } from '@north-step/core/result';
import { isCure } from '@north-step/core/route';
import { act } from '../batches/index.ts';
import { benchNow, type LampRow, lampWithHours, openBatches } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, readFile, sql } from '../db/index.ts';
import { runByItself } from '../http/command.ts';
import { type Asker, askThread } from '../threads/index.ts';
import type { BatchMapAnswer, BatchMapQuestion, KindFile, MadePose } from './batchMapThread.ts';

export type BatchMaps = {
  /** maps a batch and sets its plan of light, where nobody has yet */
  readonly map: (batchId: string) => Promise<void>;
  /** every open batch that has none */
  readonly mapOpen: () => Promise<void>;
  /** from now on maps what is hung */
  readonly follow: () => void;
  readonly close: () => Promise<void>;
};

/** Light maps of batches, made in the background as they are hung, one after another. */
export function makeBatchMaps(context: Context): BatchMaps {
  const { db, live } = context;
  const thread: Asker<BatchMapQuestion, BatchMapAnswer> = askThread(new URL('./batchMapThread.ts', import.meta.url));
  let queue: Promise<void> = Promise.resolve();
  const map = (batchId: string): Promise<void> => {
    queue = queue.then(() => mapBatch(context, thread, batchId)).catch(() => {});
    return queue;
  };
  const mapOpen = async () => {
    for (const batch of await openBatches(db)) await map(batch.id);
  };
  return {
    map,
    mapOpen,
    follow: () => {
      live.listen(({ topics }) => {
        for (const topic of topics) if (topic.startsWith('hung:')) void map(topic.slice('hung:'.length));
      });
      void mapOpen();
    },
    close: thread.close,
  };
}

async function mapBatch(
  context: Context,
  thread: Asker<BatchMapQuestion, BatchMapAnswer>,
  batchId: string,
): Promise<void> {
  const { db } = context;
  const batch = (await db.maybeOne<{ state: BatchState }>(sql`SELECT state FROM batch WHERE id = ${batchId}`))?.state;
  const cure = batch?.steps.find((one) => isCure(one) && one.state === 'waiting');
  if (!batch || !cure || batch.light || batch.card.procedure || batch.recordHash || batch.mergedInto) return;
  const question = await questionOf(db, batch, cure.station);
  if (!question) return;
  const answer = await thread.ask(question);
  if (!answer.ok) return;
  for (const pose of [answer.value.first, answer.value.second]) if (pose) await keep(context, pose);
  const bench = await benchNow(db, context.nowMs());
  const choice = choiceOf(batch, cure, { ...answer.value, kinds: question.kinds.length }, bench);
  if (!choice) return;
  await runByItself(context, { kind: 'batch.mapped', by: BY_ITSELF }, (own) =>
    act({ ...own, params: { batchId } }, (deed) => ok(decideMapped(deed.batch, choice, deed.bench, deed.now))),
  );
}

/** What is to be mapped. @returns nothing where a kind has no file, or where the source of light has no description to map by */
async function questionOf(db: Queryable, batch: BatchState, station: string): Promise<BatchMapQuestion | undefined> {
  const row = await db.maybeOne<LampRow>(
    sql`SELECT station_id, version, lamp, described, burnt_h FROM lamp WHERE station_id = ${station}`,
  );
  if (!row || row.lamp.groups.length === 0) return undefined;
  const kinds: KindFile[] = [];
  for (const kind of lampKindsOf(batch.part, batch.count)) {
    const file = await fileOf(db, kind);
    if (!file) return undefined;
    kinds.push(file);
  }
  return { kinds, lamp: lampWithHours(row), up: AS_DRAWN };
}

async function fileOf(
  db: Queryable,
  { part: { meshSha256 }, boxMm, count, key }: LampKind,
): Promise<KindFile | undefined> {
  if (!meshSha256) return undefined;
  const file = await readFile(db, 'mesh', meshSha256);
  return file && { bytes: new Uint8Array(file), partKey: key, boxMm, count };
}

type Answered = Extract<BatchMapAnswer, { ok: true }>['value'] & { readonly kinds: number };
function choiceOf(
  batch: BatchState,
  cure: BatchState['steps'][number],
  { placed, first, second, kinds }: Answered,
  bench: Awaited<ReturnType<typeof benchNow>>,
): CureChoice | undefined {
  const outerOnly = hollowSharePct(first, second) > HOLLOW_COUNTS_PCT;
  const ups = Array.from({ length: kinds }, () => AS_DRAWN);
  const as = { station: cure.station, placed, ups, ...(outerOnly ? { outerOnly } : {}) };
  const lights = poseLights(as, first, second);
  const { medium = batch.card.cureMedium, tempC } = cure;
  const of = (light: BatchLight | undefined) => light && forecastWith(batch, { light, medium, tempC }, bench);
  const forecasts = { plain: of(lights.plain), turned: of(lights.turned) };
  const light = wantsTurn(first.figures, lights, forecasts) ? lights.turned : lights.plain;
  return light && { light, medium, tempC };
}

/** Keeps a map for the page that draws it, under the same key. */
async function keep({ db, nowMs }: Context, { keyText, values, triangles }: MadePose): Promise<void> {
  const key = createHash('sha256').update(keyText).digest('hex');
  const bytes = Buffer.from(values.buffer, values.byteOffset, values.byteLength);
  const body = { values: bytes.toString('base64'), triangles };
  await db.many(sql`
    INSERT INTO light_map (key, body, at) VALUES (${key}, ${JSON.stringify(body)}, ${new Date(nowMs())})
    ON CONFLICT (key) DO NOTHING`);
}
