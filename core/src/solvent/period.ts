import { addParcels, EMPTY_PARCEL, negate, type Parcel } from './ledger.ts';

/** What a period did to one account by one kind of posting. */
export type AccountFlow = {
  readonly account: string;
  readonly isVessel: boolean;
  readonly kind: string;
  readonly parcel: Parcel;
};

/** Where liquid came from and went, in the order in which it is told. */
export const FLOW_ROWS = [
  'bought',
  'washed off parts',
  'rained in',
  'evaporated standing',
  'evaporated washing and drying',
  'evaporated reclaiming',
  'on wet parts',
  'left on parts',
  'sludge',
  'disposed',
  'spilled',
  'unaccounted',
] as const;
export type FlowRow = (typeof FLOW_ROWS)[number];
/** Which account a row's movements are on, and of which kinds of posting where not of all. */
export const ROW_ACCOUNT: Readonly<Record<FlowRow, string>> = {
  bought: 'supply',
  'washed off parts': 'supply',
  'rained in': 'supply',
  'evaporated standing': 'evaporated',
  'evaporated washing and drying': 'evaporated',
  'evaporated reclaiming': 'evaporated',
  'on wet parts': 'drag-out',
  'left on parts': 'left-on-parts',
  sludge: 'sludge',
  disposed: 'disposed',
  spilled: 'spilled',
  unaccounted: 'unaccounted',
};

export type Period = {
  readonly opening: Parcel;
  /** signed as it changes what is in the vessels: bought is positive, evaporated negative */
  readonly rows: readonly { readonly row: FlowRow; readonly parcel: Parcel }[];
  readonly closing: Parcel;
  /** came back by reclaiming, within the vessels */
  readonly reclaimed: Parcel;
};

/**
 * A period of the solvent book: opens with what was there, closes with what is there, and what lies between adds up exactly.
 * @param before what vessels held when it began
 */
export function periodOf(before: Parcel, flows: readonly AccountFlow[]): Period {
  const sums = new Map<FlowRow, Parcel>();
  const add = (row: FlowRow, parcel: Parcel) => sums.set(row, addParcels(sums.get(row) ?? EMPTY_PARCEL, parcel));
  for (const { account, isVessel, kind, parcel } of flows) {
    if (isVessel) continue;
    // what a sink gained, the vessels lost
    const change = negate(parcel);
    if (account === 'supply') {
      if (kind === 'rain') add('rained in', change);
      else {
        add('bought', [change[0], change[1], 0n]);
        add('washed off parts', [0n, 0n, change[2]]);
      }
    } else add(rowOf(account, kind), change);
  }
  const rows = FLOW_ROWS.map((row) => ({ row, parcel: sums.get(row) ?? EMPTY_PARCEL }));
  const closing = rows.reduce((sum, { parcel }) => addParcels(sum, parcel), before);
  const reclaimed = flows
    .filter(({ isVessel, kind, parcel }) => isVessel && BACK_KINDS.has(kind) && parcel[0] + parcel[1] > 0n)
    .reduce((sum, { parcel }) => addParcels(sum, parcel), EMPTY_PARCEL);
  return { opening: before, rows, closing, reclaimed };
}

/** Kinds of posting by which liquid comes back from reclaiming; the second is of books of before. */
const BACK_KINDS: ReadonlySet<string> = new Set(['reclaimed', 'reclaim']);
const RECLAIM_KINDS: ReadonlySet<string> = new Set(['reclaimed', 'reclaim', 'reclaim pass', 'pan dries']);
const STANDING_KINDS: ReadonlySet<string> = new Set(['evaporate']);

function rowOf(account: string, kind: string): FlowRow {
  switch (account) {
    case 'evaporated':
      if (STANDING_KINDS.has(kind)) return 'evaporated standing';
      return RECLAIM_KINDS.has(kind) ? 'evaporated reclaiming' : 'evaporated washing and drying';
    case 'drag-out':
      return 'on wet parts';
    case 'left-on-parts':
      return 'left on parts';
    case 'sludge':
    case 'disposed':
    case 'spilled':
      return account;
    default:
      return 'unaccounted';
  }
}
