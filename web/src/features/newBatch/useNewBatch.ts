import type { BenchReply, ErrorReply, MeshStored, Resin, RouteRow } from '@north-step/contract';
import { type BatchState, takenBy } from '@north-step/core/batch';
import { joinParts, type Pieces, partFromMesh, partFromSizes, plateAreaMm2 } from '@north-step/core/part';
import type { BatchRequest } from '@north-step/core/plan';
import { adviseRoute, ownOrder, type RouteAdvice } from '@north-step/core/route';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useDo } from '../next/index.ts';
import type { Choices, Sizes } from './draft.ts';
import { forgetDraft, keepFiles, keepWords, keptFiles, keptWords } from './draftStore.ts';
import { type Plate, type PlateItem, usePlate } from './usePlate.ts';

export type Known = {
  readonly bench: BenchReply | undefined;
  readonly resins: readonly Resin[];
  readonly routes: readonly RouteRow[];
};

const NOTHING_CHOSEN: Choices = { count: 4, dripMin: 6, customer: '', due: '', priority: 'usual', tolerance: '' };
const bare = (fileName: string): string => fileName.replace(/\.(stl|obj|3mf)$/i, '').slice(0, 120) || 'part';

/** The state of a new batch: the parts, what is on the plate, the route, and the request the models plan from. */
export function useNewBatch({ bench, resins, routes }: Known) {
  const acts = useDo();
  const [kept] = useState(keptWords);
  const [choices, setChoices] = useState<Choices>(kept?.choices ?? NOTHING_CHOSEN);
  const plate = usePlate(useCallback((count: number) => setChoices((now) => ({ ...now, count })), []));
  const [sizes, setSizes] = useState<Sizes | undefined>(kept?.sizes);
  useKeptDraft(plate, choices, sizes);
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const [saving, setSaving] = useState(false);

  const lastUsed = [...(bench?.open ?? [])].sort((a, b) => b.createdAtMs - a.createdAtMs)[0]?.card.id;
  const resin = resins.find(({ card }) => card.id === (choices.cardId ?? lastUsed)) ?? resins[0];
  const lot = resin?.lots.includes(choices.lot ?? '') ? choices.lot : resin?.lots.at(-1);
  const pieces = useMemo(() => piecesOf(plate.items, sizes, choices.count), [plate.items, sizes, choices.count]);
  const joined = useMemo(() => (pieces.length > 0 ? joinParts(pieces) : undefined), [pieces]);
  const dueAtMs = choices.due === '' ? undefined : new Date(choices.due).getTime();
  const toleranceMm = numberOf(choices.tolerance);
  const advice = useMemo<RouteAdvice | undefined>(
    () =>
      joined && resin
        ? adviseRoute({ card: resin.card, part: joined.part, toleranceMm, bench: bench?.bench })
        : undefined,
    [joined, resin, toleranceMm, bench?.bench],
  );
  const chosen = (routes.find((row) => row.route.id === (choices.routeId ?? advice?.routeId)) ?? routes[0])?.route;
  const route = useMemo(() => chosen && resin && ownOrder(resin.card, chosen), [chosen, resin]);
  const request = useMemo<BatchRequest | undefined>(() => {
    if (!joined || !resin || !bench || !route) return undefined;
    return {
      card: resin.card,
      part: joined.part,
      count: joined.count,
      dripS: choices.dripMin * 60,
      plateAreaMm2: plateAreaMm2(joined.part, joined.count),
      bench: bench.bench,
      taken: takenBy(bench.open),
      route,
    };
  }, [joined, resin, bench, route, choices.dripMin]);

  // each file is stored while the rest is chosen: the server measures it again, and that takes seconds
  const storing = useRef(new Map<string, Promise<MeshStored>>());
  const store = useCallback((item: PlateItem): Promise<MeshStored> => {
    const key = JSON.stringify([item.id, item.unit, item.supports]);
    const under = storing.current.get(key);
    if (under) return under;
    const stored = storeMesh(item);
    storing.current.set(key, stored);
    // a failure is told when the batch is hung; then it is tried again
    stored.catch(() => storing.current.delete(key));
    return stored;
  }, []);
  useEffect(() => {
    for (const item of plate.items) if (item.state.stage === 'measured') void store(item).catch(() => {});
  }, [plate.items, store]);

  /** Stores the files, then the batch. What was typed stays if the server refuses. @returns the new batch */
  async function hang(): Promise<BatchState | undefined> {
    if (!request || !resin || !lot || !route || saving || plate.busy) return undefined;
    setSaving(true);
    setRefusal(undefined);
    try {
      const files = plate.items.filter(({ state }) => state.stage === 'measured');
      const stored = await Promise.all(files.map(store));
      const inputs = pieces.map(({ part, count }, i) => ({
        count,
        part: stored[i]
          ? { name: part.name, meshSha256: stored[i].sha256 }
          : { name: part.name, areaMm2: part.areaMm2, heightMm: part.heightMm, wallMm: part.wallMm },
      }));
      const [first, ...others] = inputs;
      if (!first) return undefined;
      const answer = await acts.send(
        'batch.create',
        {},
        {
          cardId: resin.card.id,
          lot,
          dripS: choices.dripMin * 60,
          routeId: route.id,
          customer: choices.customer.trim() || undefined,
          dueAtMs,
          priority: choices.priority === 'usual' ? undefined : choices.priority,
          ...first,
          ...(others.length > 0 ? { more: others } : {}),
        },
      );
      if (answer?.ok) {
        await forgetDraft();
        return answer.reply.batch;
      }
      if (answer) setRefusal(answer.error);
    } catch (error) {
      setRefusal({
        code: 'AWAY',
        message: error instanceof Error ? error.message : 'The server did not answer.',
        remedy: 'Try again; nothing here was lost.',
      });
    } finally {
      setSaving(false);
    }
    return undefined;
  }
  const change = (next: Partial<Choices>) => setChoices((now) => ({ ...now, ...next }));
  return {
    plate,
    choices,
    change,
    sizes,
    setSizes,
    resin,
    lot,
    joined,
    advice,
    route,
    request,
    dueAtMs,
    hang,
    refusal,
    saving,
    /** whether anything is described that could be thrown away */
    begun: plate.items.length > 0 || sizes !== undefined || choices.customer !== '' || choices.due !== '',
    startAnew: () => {
      plate.clear();
      setSizes(undefined);
      setChoices(NOTHING_CHOSEN);
      setRefusal(undefined);
    },
  };
}

/** Keeps what is described through reloads, Back and a look at another page; the files come back as they were dropped. */
function useKeptDraft(plate: Plate, choices: Choices, sizes: Sizes | undefined): void {
  const [read, setRead] = useState(false);
  const { restore } = plate;
  useEffect(() => {
    void keptFiles().then((files) => {
      restore(files);
      setRead(true);
    });
  }, [restore]);
  useEffect(() => keepWords({ choices, sizes }), [choices, sizes]);
  const onPlate = plate.items.filter(({ state }) => state.stage !== 'refused');
  const key = JSON.stringify(onPlate.map(({ id, unit, supports, count }) => [id, unit, supports, count]));
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key holds all that is kept
  useEffect(() => {
    if (read) void keepFiles(onPlate.map(({ file, unit, supports, count }) => ({ file, unit, supports, count })));
  }, [read, key]);
}

const numberOf = (text: string): number | undefined => {
  const value = Number(text.replace(',', '.').replace(/[±\s]|mm/g, ''));
  return value > 0 ? value : undefined;
};

/** What is on the plate: every measured file with its count, or one part by its sizes. */
function piecesOf(items: readonly PlateItem[], sizes: Sizes | undefined, count: number): readonly Pieces[] {
  const measured = items.flatMap(({ file, state, count: own }) =>
    state.stage === 'measured'
      ? [{ part: partFromMesh(bare(file.name), state.measures), count: items.length > 1 ? own : count }]
      : [],
  );
  if (measured.length > 0) return measured;
  const mm = sizes?.mm.map((text) => Number(text.replace(',', '.')));
  return sizes && mm?.every((value) => value > 0 && value <= 2000)
    ? [{ part: partFromSizes(sizes.name.trim() || 'part', mm as [number, number, number]), count }]
    : [];
}

async function storeMesh({ file, unit, supports }: PlateItem): Promise<MeshStored> {
  const query = new URLSearchParams({ name: file.name.slice(0, 120) });
  if (unit) query.set('unit', unit);
  if (supports) query.set('supports', supports.join(','));
  const response = await fetch(`/api/meshes?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  });
  const reply = await response.json();
  if (!response.ok) throw new Error((reply as ErrorReply).error.message);
  return reply as MeshStored;
}
