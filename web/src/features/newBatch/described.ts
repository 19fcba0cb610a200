import type { BenchReply, CommandBody, MeshStored, Resin, RouteRow } from '@north-step/contract';
import { takenBy } from '@north-step/core/batch';
import { joinParts, type Pieces, partFromMesh, partFromSizes, plateAreaMm2 } from '@north-step/core/part';
import type { BatchRequest } from '@north-step/core/plan';
import { adviseRoute, ownOrder, type Route, type RouteAdvice } from '@north-step/core/route';
import type { Choices, Sizes } from './draft.ts';
import type { PlateItem } from './usePlate.ts';

export type Known = {
  readonly bench: BenchReply | undefined;
  readonly resins: readonly Resin[];
  readonly routes: readonly RouteRow[];
};
/** What a new batch would be, as far as it can be told; a request once it can be planned. */
export type Described = {
  readonly resin?: Resin | undefined;
  readonly lot?: string | undefined;
  /** all that is on the plate as one */
  readonly joined?: Pieces | undefined;
  readonly advice?: RouteAdvice | undefined;
  readonly route?: Route | undefined;
  readonly request?: BatchRequest | undefined;
};
const LARGEST_MM = 2000;

/** What is on the plate: every measured file with its count, or one part by its sizes. */
export function piecesOf(items: readonly PlateItem[], sizes: Sizes | undefined, count: number): readonly Pieces[] {
  const measured = items.flatMap(({ file, state, count: own }) =>
    state.stage === 'measured'
      ? [{ part: partFromMesh(bare(file.name), state.measures), count: items.length > 1 ? own : count }]
      : [],
  );
  if (measured.length > 0) return measured;
  const mm = sizes?.mm.map((text) => Number(text.replace(',', '.')));
  return sizes && mm?.every((value) => value > 0 && value <= LARGEST_MM)
    ? [{ part: partFromSizes(sizes.name.trim() || 'part', mm as [number, number, number]), count }]
    : [];
}

const bare = (fileName: string): string => fileName.replace(/\.(stl|obj|3mf)$/i, '').slice(0, 120) || 'part';
const numberOf = (text: string): number | undefined => {
  const value = Number(text.replace(',', '.').replace(/[±\s]|mm/g, ''));
  return value > 0 ? value : undefined;
};

/** The resin and lot that were chosen, else those that were used last; the route that was chosen, else the advised one. */
export function describe(
  { cardId, lot: chosenLot, routeId, dripMin, tolerance }: Choices,
  pieces: readonly Pieces[],
  { bench, resins, routes }: Known,
): Described {
  const lastUsed = [...(bench?.open ?? [])].sort((a, b) => b.createdAtMs - a.createdAtMs)[0]?.card.id;
  const resin = resins.find(({ card }) => card.id === (cardId ?? lastUsed)) ?? resins[0];
  const lot = resin?.lots.find((one) => one === chosenLot) ?? resin?.lots.at(-1);
  const joined = pieces.length > 0 ? joinParts(pieces) : undefined;
  const ask = { toleranceMm: numberOf(tolerance), bench: bench?.bench };
  const advice = joined && resin && adviseRoute({ card: resin.card, part: joined.part, ...ask });
  const chosen = (routes.find((row) => row.route.id === (routeId ?? advice?.routeId)) ?? routes[0])?.route;
  const route = chosen && resin && ownOrder(resin.card, chosen);
  if (!joined || !resin || !bench || !route) return { resin, lot, joined, advice, route };
  const { part, count } = joined;
  const request: BatchRequest = {
    card: resin.card,
    part,
    count,
    dripS: dripMin * 60,
    plateAreaMm2: plateAreaMm2(part, count),
    bench: bench.bench,
    taken: takenBy(bench.open),
    route,
  };
  return { resin, lot, joined, advice, route, request };
}

/** As the browser's own date field has it. @returns ms since 1970; nothing where no day was said */
export const dueMs = ({ due }: Choices): number | undefined => (due === '' ? undefined : new Date(due).getTime());

/**
 * The command that hangs it.
 * @param stored the files of the pieces, in their order; none for a part that was described by its size
 * @returns nothing while it cannot be hung
 */
export function hanging(
  { resin, lot, route }: Described,
  choices: Choices,
  pieces: readonly Pieces[],
  stored: readonly MeshStored[],
): CommandBody<'batch.create'> | undefined {
  const inputs = pieces.map(({ part, count }, i) => ({
    count,
    part: stored[i]
      ? { name: part.name, meshSha256: stored[i].sha256 }
      : { name: part.name, areaMm2: part.areaMm2, heightMm: part.heightMm, wallMm: part.wallMm },
  }));
  const [first, ...others] = inputs;
  if (!resin || !lot || !route || !first) return undefined;
  return {
    cardId: resin.card.id,
    lot,
    dripS: choices.dripMin * 60,
    routeId: route.id,
    customer: choices.customer.trim() || undefined,
    dueAtMs: dueMs(choices),
    priority: choices.priority === 'usual' ? undefined : choices.priority,
    ...first,
    ...(others.length > 0 ? { more: others } : {}),
  };
}
