import { ok, type Result, refuse } from '../result/index.ts';

/** Whole milligrams of [solvent, water, resin]. The ledger never rounds. */
export type Parcel = readonly [solventMg: bigint, waterMg: bigint, resinMg: bigint];

/** Places where mass comes from or goes to that are not vessels. */
export const SINKS = [
  'supply',
  'evaporated',
  'drag-out',
  'left-on-parts',
  'sludge',
  'disposed',
  'spilled',
  'unaccounted',
] as const;

export type LedgerLine = { readonly account: string; readonly parcel: Parcel };
export type Posting = {
  readonly id: string;
  readonly lines: readonly LedgerLine[];
  readonly reverses?: string | undefined;
};
/** What every account holds. Accounts not listed hold nothing. Only vessels are guarded against going below zero. */
export type Balances = ReadonlyMap<string, Parcel>;

export type PostRefusal =
  | { readonly code: 'LEDGER_UNBALANCED'; readonly residualMg: Parcel }
  | { readonly code: 'VESSEL_OVERDRAWN'; readonly vesselId: string; readonly shortMg: bigint }
  | { readonly code: 'REVERSAL_OF_REVERSAL'; readonly postingId: string }
  | { readonly code: 'ALREADY_REVERSED'; readonly postingId: string };

export const EMPTY_PARCEL: Parcel = [0n, 0n, 0n];
export const addParcels = (a: Parcel, b: Parcel): Parcel => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const negate = (a: Parcel): Parcel => [-a[0], -a[1], -a[2]];
export const totalMg = (a: Parcel): bigint => a[0] + a[1] + a[2];
export const leastMg = (a: bigint, b: bigint): bigint => (a < b ? a : b);
export const mgFromGrams = (grams: number): bigint => BigInt(Math.round(grams * 1000));
export const gramsFromMg = (mg: bigint): number => Number(mg) / 1000;

/** Resin in the whole liquid, weight %. An empty vessel has load 0. */
export function loadPctW(parcel: Parcel): number {
  const total = totalMg(parcel);
  return total > 0n ? (100 * Number(parcel[2])) / Number(total) : 0;
}

/** Alcohol in alcohol + water, weight %. NaN when there is neither. */
export function strengthPctW(parcel: Parcel): number {
  const liquid = parcel[0] + parcel[1];
  return liquid > 0n ? (100 * Number(parcel[0])) / Number(liquid) : Number.NaN;
}

/**
 * Splits a well-mixed parcel: floors each share, then gives the missing milligrams to the largest remainders.
 * Exact: the result sums to `amountMg`. An amount above the total takes all of it.
 */
export function portion(parcel: Parcel, amountMg: bigint): Parcel {
  const total = totalMg(parcel);
  if (amountMg <= 0n || total <= 0n) return EMPTY_PARCEL;
  if (amountMg >= total) return parcel;
  const shares = parcel.map((part) => (part * amountMg) / total);
  const order = parcel
    .map((part, index) => ({ index, remainder: (part * amountMg) % total }))
    .sort((a, b) => (b.remainder > a.remainder ? 1 : b.remainder < a.remainder ? -1 : a.index - b.index));
  let missing = amountMg - shares.reduce((sum, share) => sum + share, 0n);
  for (const { index } of order) {
    if (missing === 0n) break;
    shares[index]! += 1n;
    missing -= 1n;
  }
  return [shares[0]!, shares[1]!, shares[2]!];
}

/** Every way a posting breaks the rules of the ledger, whatever the balances. */
export function validatePosting(posting: Posting): readonly PostRefusal[] {
  const residualMg = posting.lines.reduce((sum, line) => addParcels(sum, line.parcel), EMPTY_PARCEL);
  return residualMg.some((mg) => mg !== 0n) ? [{ code: 'LEDGER_UNBALANCED', residualMg }] : [];
}

const isSink = (account: string): boolean => (SINKS as readonly string[]).includes(account);

/** Books a posting, or says why not; a refusal changes nothing. */
export function post(balances: Balances, posting: Posting): Result<Balances, PostRefusal> {
  const breach = validatePosting(posting)[0];
  if (breach) return refuse(breach);
  const after = new Map(balances);
  for (const line of posting.lines)
    after.set(line.account, addParcels(after.get(line.account) ?? EMPTY_PARCEL, line.parcel));
  for (const { account } of posting.lines) {
    const short = isSink(account) ? undefined : after.get(account)!.find((mg) => mg < 0n);
    if (short !== undefined) return refuse({ code: 'VESSEL_OVERDRAWN', vesselId: account, shortMg: -short });
  }
  return ok(after);
}

/** The posting that takes `posting` back, or why it cannot be. */
export function reversalOf(
  posting: Posting,
  id: string,
  reversedIds: ReadonlySet<string>,
): Result<Posting, PostRefusal> {
  if (posting.reverses !== undefined) return refuse({ code: 'REVERSAL_OF_REVERSAL', postingId: posting.id });
  if (reversedIds.has(posting.id)) return refuse({ code: 'ALREADY_REVERSED', postingId: posting.id });
  return ok({
    id,
    reverses: posting.id,
    lines: posting.lines.map((l) => ({ account: l.account, parcel: negate(l.parcel) })),
  });
}
