import type { PartFacts, PieceKind } from '../part/index.ts';
import { joinParts, type Pieces } from '../part/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import type { BatchState } from './types.ts';

/** So many of one kind, by the name of its part. */
export type KindCount = { readonly name: string; readonly count: number };

/** The kinds of pieces of a batch, each with its own sizes; those of before kinds were kept apart have the sizes of all. */
export const piecesOf = (part: PartFacts, count: number): readonly Pieces[] =>
  part.pieces?.map(({ name, count: n, meshSha256, own }) => ({
    part: own ?? { ...part, name, meshSha256, pieces: undefined },
    count: n,
  })) ?? [{ part, count }];

/** Whether several kinds of pieces are in it, so that one must be named. */
export const isMixed = ({ part }: Pick<BatchState, 'part'>): boolean => (part.pieces?.length ?? 0) > 1;

/** Name, count and file of every kind; one kind where all are alike. */
export const kindsOf = (
  { name, meshSha256, pieces }: Pick<PartFacts, 'name' | 'meshSha256' | 'pieces'>,
  count: number,
): readonly PieceKind[] => pieces ?? [{ name, count, meshSha256 }];

/** A kind of piece as it is put under a lamp. */
export type LampKind = Pieces & {
  /** what its file is scaled to, where that box is its own */
  readonly boxMm?: PartFacts['boxMm'];
  /** the shape that is lit: the same file at another size is another */
  readonly key: string;
};
export const lampKindsOf = (part: PartFacts, count: number): readonly LampKind[] =>
  piecesOf(part, count).map((kind, i) => {
    const ownBox = part.pieces === undefined || part.pieces[i]!.own !== undefined;
    const boxMm = ownBox ? kind.part.boxMm : undefined;
    const sizes = boxMm?.map((mm) => mm.toFixed(2)).join(' x ') ?? 'as drawn';
    return { ...kind, boxMm, key: `${kind.part.meshSha256 ?? 'block'} ${sizes}` };
  });

/** `4 × fin, 1 × lid`: those of which there are any. */
export const countsText = (counts: readonly KindCount[]): string =>
  counts
    .filter(({ count }) => count > 0)
    .map(({ name, count }) => `${count} × ${name}`)
    .join(', ');

/** `4 × fin, 1 × lid`: every kind with its own count. */
export const piecesText = (part: Pick<PartFacts, 'name' | 'pieces'>, count: number): string =>
  countsText(kindsOf(part, count));

/** Whole pieces of each kind: those that broke are off, where it was said of which kind. */
export function wholeOf({ part, count, broken, breakages = [] }: BatchState): readonly KindCount[] {
  const kinds = piecesOf(part, count);
  if (kinds.length === 1) return [{ name: kinds[0]!.part.name, count: count - broken }];
  return kinds.map((kind) => {
    const gone = breakages.filter(({ which }) => which === kind.part.name).reduce((sum, one) => sum + one.count, 0);
    return { name: kind.part.name, count: Math.max(0, kind.count - gone) };
  });
}

/** What a plan of several kinds is made for, and which of them asks for it. */
const DEMANDS = [
  { size: 'wallMm', what: 'wall' },
  { size: 'heightMm', what: 'height' },
  { size: 'pocketDepthMm', what: 'blind hole' },
] as const;
export type Demand = { readonly what: (typeof DEMANDS)[number]['what']; readonly name: string; readonly mm: number };

/** The kind with the thickest wall, the greatest height and the deepest blind hole: the whole plate is planned for it. */
export function demandsOf(part: PartFacts): readonly Demand[] {
  const kinds = (part.pieces ?? []).flatMap(({ own }) => (own ? [own] : []));
  if (kinds.length < 2) return [];
  return DEMANDS.flatMap(({ size, what }) => {
    const most = kinds.reduce((a, b) => ((b[size] ?? 0) > (a[size] ?? 0) ? b : a));
    const mm = most[size];
    const alike = kinds.every((kind) => kind[size] === mm);
    return mm === undefined || alike ? [] : [{ what, name: most.name, mm }];
  });
}

/** Pieces that leave: a number, or so many of each kind. */
export type TakenOut = { readonly count?: number | undefined; readonly pieces?: readonly KindCount[] | undefined };

/** So many of each kind, where every kind and number can be. @param leave how the refusal goes on: `leave`, `came back` */
function pick(
  { name, part, count }: Pick<BatchState, 'name' | 'part' | 'count'>,
  { count: asked = 0, pieces }: TakenOut,
  leave: string,
): Result<readonly Pieces[], Refusal> {
  const all = piecesOf(part, count);
  if (!pieces && all.length > 1)
    return refuse({
      code: 'WHICH_PIECES',
      message: `${name} holds ${piecesText(part, count)}: say which of them ${leave}.`,
      field: 'pieces',
    });
  const wanted = pieces ?? [{ name: all[0]!.part.name, count: asked }];
  const odd = wanted.find(({ name: kindName, count: n }, i) => {
    const kind = all.find((one) => one.part.name === kindName);
    const twice = wanted.some((other, j) => j < i && other.name === kindName);
    return !kind || twice || !Number.isInteger(n) || n < 0 || n > kind.count;
  });
  if (odd)
    return refuse({
      code: 'SPLIT_COUNT',
      message: `${name} holds ${piecesText(part, count)}: ${odd.count} × ${odd.name} cannot be taken out.`,
      field: 'pieces',
    });
  const off = (kind: Pieces) => wanted.find((one) => one.name === kind.part.name)?.count ?? 0;
  return ok(all.map((kind) => ({ part: kind.part, count: off(kind) })));
}

const some = (pieces: readonly Pieces[]): readonly Pieces[] => pieces.filter(({ count }) => count > 0);

/** The pieces of a batch that came back, of which kinds: all of them at most. */
export function cameBack(batch: BatchState, back: TakenOut): Result<Pieces, Refusal> {
  if (!back.pieces && back.count === batch.count) return ok({ part: batch.part, count: batch.count });
  const picked = pick(batch, back, 'came back');
  return picked.ok ? ok(joinParts(some(picked.value))) : picked;
}

/**
 * Some pieces out of a batch, and the rest.
 * @param wanted fewer than there are; of which kind, where several are in it
 */
export function takeOut(
  batch: BatchState,
  wanted: TakenOut,
): Result<{ readonly goes: Pieces; readonly stays: Pieces }, Refusal> {
  const leaving = wanted.pieces?.reduce((sum, one) => sum + one.count, 0) ?? wanted.count ?? 0;
  const mixed = !wanted.pieces && isMixed(batch);
  if (!mixed && !(Number.isInteger(leaving) && leaving >= 1 && leaving < batch.count))
    return refuse({
      code: 'SPLIT_COUNT',
      message: `${batch.name} has ${batch.count} pieces: from 1 to ${batch.count - 1} can be taken out, ${leaving} cannot.`,
      field: 'count',
    });
  const picked = pick(batch, wanted, 'leave');
  if (!picked.ok) return picked;
  const rest = piecesOf(batch.part, batch.count).map(({ part, count }, i) => ({
    part,
    count: count - picked.value[i]!.count,
  }));
  return ok({ goes: joinParts(some(picked.value)), stays: joinParts(some(rest)) });
}
