import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { type WasteKind, wasteKind } from './kinds.ts';

/** Facts about a container, in order. */
export type WasteEvent = { readonly atMs: number; readonly by: string } & (
  | {
      readonly type: 'opened';
      readonly id: string;
      readonly name: string;
      readonly kind: WasteKind;
      readonly capacityL: number;
    }
  | {
      readonly type: 'added';
      readonly what: WasteKind;
      readonly grams: number;
      readonly note?: string | undefined;
      readonly runId?: string | undefined;
    }
  | { readonly type: 'hardened' }
  | {
      readonly type: 'handed-over';
      readonly carrier: string;
      readonly paper?: string | undefined;
      readonly grams?: number | undefined;
    }
);
export type WasteAdded = Omit<Extract<WasteEvent, { type: 'added' }>, 'type'>;

export type WasteContainer = {
  readonly id: string;
  readonly name: string;
  readonly kind: WasteKind;
  readonly capacityL: number;
  readonly openedAtMs: number;
  readonly contents: readonly WasteAdded[];
  readonly grams: number;
  /** all that is in it lay in light since the last was put in */
  readonly hardenedAtMs?: number;
  readonly handedOver?: {
    readonly atMs: number;
    readonly by: string;
    readonly carrier: string;
    readonly paper?: string | undefined;
    readonly grams: number;
  };
};

/** A container after one more fact. */
export function reduceWaste(container: WasteContainer | undefined, event: WasteEvent): WasteContainer {
  if (event.type === 'opened') {
    const { id, name, kind, capacityL, atMs } = event;
    return { id, name, kind, capacityL, openedAtMs: atMs, contents: [], grams: 0 };
  }
  if (!container) throw new Error('a container begins with being opened');
  switch (event.type) {
    case 'added': {
      const { type: _, ...added } = event;
      const { hardenedAtMs: __, ...rest } = container;
      return { ...rest, contents: [...container.contents, added], grams: container.grams + event.grams };
    }
    case 'hardened':
      return { ...container, hardenedAtMs: event.atMs };
    case 'handed-over': {
      const { atMs, by, carrier, paper, grams = container.grams } = event;
      return { ...container, handedOver: { atMs, by, carrier, paper, grams } };
    }
  }
}

/** Whether a fact may be written of a container: what is handed over is closed, and what is not hardened does not leave. */
export function wasteRefusal(container: WasteContainer, type: WasteEvent['type']): Result<true, Refusal> {
  if (container.handedOver)
    return refuse({
      code: 'WASTE_GONE',
      message: `${container.name} was handed over to ${container.handedOver.carrier}.`,
      remedy: 'Open a new container.',
    });
  if (type === 'hardened' && container.grams === 0)
    return refuse({ code: 'WASTE_EMPTY', message: `${container.name} is empty.`, remedy: 'Put something in first.' });
  if (type !== 'handed-over') return ok(true);
  if (container.grams === 0)
    return refuse({ code: 'WASTE_EMPTY', message: `${container.name} is empty.`, remedy: 'Put something in first.' });
  if (container.hardenedAtMs === undefined && container.contents.some(({ what }) => wasteKind(what).hardenFirst))
    return refuse({
      code: 'NOT_HARDENED',
      message: `${container.name} holds what was not hardened since it was put in.`,
      remedy: 'Leave it in light until nothing is tacky, then say so; a carrier must know it otherwise.',
    });
  return ok(true);
}

/** By kind, what was handed over within a time, g. */
export function handedOverG(
  containers: readonly WasteContainer[],
  fromMs: number,
  toMs: number,
): ReadonlyMap<WasteKind, number> {
  const sums = new Map<WasteKind, number>();
  for (const { handedOver, contents, grams } of containers) {
    if (!handedOver || handedOver.atMs < fromMs || handedOver.atMs >= toMs) continue;
    // the carrier's scale counts: what is in it shares the difference
    const factor = grams > 0 ? handedOver.grams / grams : 0;
    for (const { what, grams: each } of contents) sums.set(what, (sums.get(what) ?? 0) + each * factor);
  }
  return sums;
}
