import type { BatchEvent, BatchState, Priority } from '../batch/index.ts';
import { currentStep, isMixed, piecesOf, piecesText, type TakenOut, takeOut, wholeOf } from '../batch/index.ts';
import { joinParts } from '../part/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { byBatch } from './deed.ts';
import type { Moment } from './moment.ts';

/** What can be set at any time before the seal; null takes it away. */
export type BatchEdit = {
  readonly customer?: string | null | undefined;
  readonly dueAtMs?: number | null | undefined;
  readonly priority?: Priority | undefined;
  readonly note?: string | null | undefined;
};

/** Nothing is begun on a held batch; what runs may be finished. */
export function decideHold(batch: BatchState, reason: string | null, now: Moment): Result<BatchEvent[], Refusal> {
  if (reason === null)
    return batch.held === undefined
      ? refuse({ code: 'NOT_HELD', message: `${batch.name} is not held. Nothing was changed.` })
      : ok([{ ...now, type: 'released' }]);
  return ok([{ ...now, type: 'held', reason }]);
}

export const decideEdit = (edit: BatchEdit, now: Moment): Result<BatchEvent[], Refusal> =>
  Object.values(edit).every((value) => value === undefined)
    ? refuse({ code: 'NOTHING_TO_CHANGE', message: 'Nothing was changed: no field was given.' })
    : ok([{ ...now, type: 'edited', set: edit }]);

export type Broke = {
  readonly count: number;
  readonly glued?: number | undefined;
  /** name of the part, where several kinds are on the plate */
  readonly which?: string | undefined;
  readonly note?: string | undefined;
  readonly photoSha256?: string | undefined;
};

/** Pieces that broke, at whatever step; how many of them were mended with glue. */
export function decideBroke(batch: BatchState, broke: Broke, now: Moment): Result<BatchEvent[], Refusal> {
  const { count, glued = 0, which, note, photoSha256 } = broke;
  const unknown = whichRefusal(batch, which, 'broke');
  if (unknown) return refuse(unknown);
  const kind = wholeOf(batch).find(({ name }) => name === which);
  const left = Math.min(batch.count - batch.broken, kind?.count ?? batch.count);
  if (!(Number.isInteger(count) && count >= 1 && count <= left))
    return refuse({
      code: 'BROKEN_COUNT',
      message: `${count} more broken cannot be: ${left}${which === undefined ? ` of ${batch.count} pieces` : ` × ${which}`} ${left === 1 ? 'is' : 'are'} whole.`,
      field: 'count',
    });
  if (!(Number.isInteger(glued) && glued >= 0 && glued <= count))
    return refuse({ code: 'BROKEN_COUNT', message: `${glued} glued of ${count} broken cannot be.`, field: 'glued' });
  return ok([{ ...now, type: 'broke', count, glued, which, note, photoSha256 }]);
}

/** The number of broken pieces was wrong: it is so many in all, and why it was not before. */
export function decideRecount(
  batch: BatchState,
  { broken, because }: { readonly broken: number; readonly because: string },
  now: Moment,
): Result<BatchEvent[], Refusal> {
  if (!(Number.isInteger(broken) && broken >= 0 && broken <= batch.count))
    return refuse({
      code: 'BROKEN_COUNT',
      message: `${broken} broken of ${batch.count} pieces cannot be.`,
      field: 'broken',
    });
  if (broken === batch.broken)
    return refuse({
      code: 'SAME_COUNT',
      message: `${batch.broken} broken is what is noted already. Nothing was changed.`,
    });
  return ok([{ ...now, type: 'broke', count: broken - batch.broken, glued: 0, corrects: because }]);
}

/** A name that none of the plate's parts has. */
function unknownPiece({ name, part, count }: BatchState, which: string): Refusal | undefined {
  if (piecesOf(part, count).some((kind) => kind.part.name === which)) return undefined;
  return {
    code: 'UNKNOWN_PIECE',
    message: `${name} has no “${which}”: it holds ${piecesText(part, count)}.`,
    field: 'which',
  };
}

/** Several kinds in one batch must be told apart, and only what is in it can be meant. @param deed how the sentence ends */
export function whichRefusal(batch: BatchState, which: string | undefined, deed: string): Refusal | undefined {
  if (which !== undefined) return unknownPiece(batch, which);
  if (!isMixed(batch)) return undefined;
  return {
    code: 'WHICH_PIECES',
    message: `${batch.name} holds ${piecesText(batch.part, batch.count)}: say which of them ${deed}.`,
    field: 'which',
  };
}

/** What is noted or set at any step. */
export const NOTE_DEEDS = {
  'batch.hold': byBatch<{ readonly reason: string | null }>((batch, { reason }, now) => decideHold(batch, reason, now)),
  'batch.broke': byBatch(decideBroke),
  'batch.recount': byBatch(decideRecount),
  'batch.edit': byBatch<BatchEdit>((_, edit, now) => decideEdit(edit, now)),
};

export type Split = { readonly stays: BatchEvent[]; readonly goes: BatchState };

/**
 * Takes pieces out as a batch of their own, at the same step: when part of it goes back, or is handled apart.
 * @param wanted pieces that leave, fewer than there are; of which kind, where several are in it
 */
export function decideSplit(
  batch: BatchState,
  wanted: TakenOut,
  into: { readonly id: string; readonly name: string },
  now: Moment,
): Result<Split, Refusal> {
  const step = currentStep(batch);
  if (step?.state === 'running') return refuse(stillRunning(batch, step.title));
  const taken = takeOut(batch, wanted);
  if (!taken.ok) return taken;
  const { goes, stays } = taken.value;
  const { count } = goes;
  const [goesMg, staysMg] = shares(batch.clingingMg, count, batch.count);
  return ok({
    stays: [
      { ...now, type: 'split', count, ...(isMixed(batch) ? { part: stays.part } : {}), clingingMg: staysMg, into },
    ],
    goes: {
      ...batch,
      id: into.id,
      name: into.name,
      part: goes.part,
      count,
      clingingMg: goesMg,
      plateAreaMm2: (batch.plateAreaMm2 * count) / batch.count,
      broken: 0,
      breakages: undefined,
      sizes: undefined,
      flag: undefined,
      flagStops: undefined,
      splitFrom: batch.name,
    },
  });
}

/** Exact shares of whole milligrams: what goes, and what stays. */
function shares(mg: BatchState['clingingMg'], part: number, whole: number) {
  const goes = mg.map((text) => (BigInt(text) * BigInt(part)) / BigInt(whole));
  const stays = mg.map((text, i) => BigInt(text) - goes[i]!);
  const text = (parcel: readonly bigint[]) => parcel.map(String) as unknown as BatchState['clingingMg'];
  return [text(goes), text(stays)] as const;
}

export type Merge = { readonly into: BatchEvent[]; readonly from: BatchEvent[] };

/** Puts two batches of one resin and lot together that stand at the same step of the same route. */
export function decideMerge(into: BatchState, from: BatchState, now: Moment): Result<Merge, Refusal> {
  if (into.id === from.id) return refuse({ code: 'MERGE_SELF', message: `${into.name} is already itself.` });
  const unlike = (what: string, a: string, b: string): Result<Merge, Refusal> =>
    refuse({
      code: 'MERGE_UNLIKE',
      message: `${into.name} and ${from.name} cannot be put together: ${what} differ (${a}, ${b}).`,
      remedy: 'Handle them as two batches.',
    });
  if (into.card.id !== from.card.id || into.card.version !== from.card.version)
    return unlike(
      'their resin cards',
      `${into.card.name} ${into.card.version}`,
      `${from.card.name} ${from.card.version}`,
    );
  if (into.lot !== from.lot) return unlike('their lots', into.lot, from.lot);
  const [a, b] = [currentStep(into), currentStep(from)];
  for (const [batch, step] of [
    [into, a],
    [from, b],
  ] as const)
    if (step?.state === 'running') return refuse(stillRunning(batch, step.title));
  const ahead = ({ steps }: BatchState) =>
    steps
      .filter(({ state }) => state !== 'done')
      .map(({ kind, station }) => `${kind} ${station}`)
      .join();
  if (!a || !b || ahead(into) !== ahead(from))
    return unlike('the steps before them', a?.title ?? 'done', b?.title ?? 'done');
  const joined = joinParts([...piecesOf(into.part, into.count), ...piecesOf(from.part, from.count)]);
  const clingingMg = into.clingingMg.map(
    (mg, i) => `${BigInt(mg) + BigInt(from.clingingMg[i]!)}`,
  ) as unknown as BatchState['clingingMg'];
  return ok({
    into: [
      {
        ...now,
        type: 'joined',
        part: joined.part,
        count: joined.count,
        clingingMg,
        filmUm: Math.max(into.filmUm, from.filmUm),
        ...(into.recessUm === undefined && from.recessUm === undefined
          ? {}
          : { recessUm: Math.max(into.recessUm ?? into.filmUm, from.recessUm ?? from.filmUm) }),
        ...(from.broken === 0 ? {} : { broken: from.broken, breakages: from.breakages }),
        ...(from.sizes ? { sizes: from.sizes } : {}),
        from: { id: from.id, name: from.name },
      },
    ],
    from: [{ ...now, type: 'merged', into: { id: into.id, name: into.name } }],
  });
}

const stillRunning = (batch: BatchState, title: string): Refusal => ({
  code: 'STEP_RUNNING',
  message: `${title} of ${batch.name} is running.`,
  remedy: 'Finish it first.',
});
