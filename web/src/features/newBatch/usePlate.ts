import type { MeshMeasures, MeshUnit } from '@north-step/core/mesh';
import { proxy, type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Measurer } from '../../workers/measure.worker.ts';

export type MeasuredFile = {
  readonly measures: MeshMeasures;
  readonly positions: Float32Array;
  /** shell of each triangle */
  readonly shell: Int32Array;
};
export type PlateItem = {
  readonly id: string;
  readonly file: File;
  /** nothing: the file's own unit, else millimetres */
  readonly unit?: MeshUnit;
  /** shells picked as supports; nothing: they are looked for */
  readonly supports?: readonly number[];
  readonly count: number;
  readonly state:
    | { readonly stage: 'waiting' }
    | { readonly stage: 'measuring'; readonly share: number }
    | ({ readonly stage: 'measured' } & MeasuredFile)
    | { readonly stage: 'refused'; readonly message: string; readonly remedy?: string };
};
export type Plate = ReturnType<typeof usePlate>;

/** As much as the server takes. */
const LARGEST_BYTES = 120 * 1024 * 1024;
const MOST_FILES = 20;
let ids = 0;

/** The files on the plate, measured one after another in a worker, with progress; taking one off ends its worker. */
export function usePlate() {
  const [items, setItems] = useState<readonly PlateItem[]>([]);
  const [chosenId, setChosenId] = useState<string>();
  const running = useRef<{ readonly id: string; readonly worker: Worker } | undefined>(undefined);
  const edit = useCallback(
    (id: string, over: Partial<PlateItem>) =>
      setItems((now) => now.map((item) => (item.id === id ? { ...item, ...over } : item))),
    [],
  );
  const stop = useCallback(() => {
    running.current?.worker.terminate();
    running.current = undefined;
  }, []);
  useEffect(() => stop, [stop]);

  const next = items.find(({ state }) => state.stage === 'waiting');
  const busy = items.some(({ state }) => state.stage === 'measuring');
  useEffect(() => {
    if (!next || busy) return;
    edit(next.id, { state: { stage: 'measuring', share: 0 } });
    const worker = new Worker(new URL('../../workers/measure.worker.ts', import.meta.url), { type: 'module' });
    running.current = { id: next.id, worker };
    const mine = () => running.current?.worker === worker;
    void measured(worker, next, (share) => mine() && edit(next.id, { state: { stage: 'measuring', share } })).then(
      (state) => {
        if (!mine()) return;
        edit(next.id, { state });
        stop();
      },
    );
  }, [next, busy, edit, stop]);

  const take = (files: readonly File[]) => {
    // what could not be read makes room for what is dropped next
    const kept = items.filter(({ state }) => state.stage !== 'refused');
    const room = MOST_FILES - kept.length;
    const added = files.slice(0, Math.max(0, room)).map(
      (file): PlateItem => ({
        id: `p${++ids}`,
        file,
        count: 1,
        state:
          file.size > LARGEST_BYTES
            ? {
                stage: 'refused',
                message: `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; the most is ${LARGEST_BYTES / 1024 / 1024} MB. It was not read.`,
                remedy: 'Export it with a coarser resolution, or describe it by size.',
              }
            : { stage: 'waiting' },
      }),
    );
    setItems([...kept, ...added]);
    setChosenId((now) => (kept.some(({ id }) => id === now) ? now : added[0]?.id));
  };
  const remove = (id: string) => {
    if (running.current?.id === id) stop();
    setItems((now) => now.filter((item) => item.id !== id));
    setChosenId((now) => (now === id ? items.find((item) => item.id !== id)?.id : now));
  };
  const again = (id: string, over: Partial<Pick<PlateItem, 'unit' | 'supports'>>) =>
    edit(id, { ...over, state: { stage: 'waiting' } });
  return {
    items,
    chosen: items.find(({ id }) => id === chosenId) ?? items[0],
    busy: busy || next !== undefined,
    take,
    remove,
    choose: setChosenId,
    setCount: (id: string, count: number) => edit(id, { count }),
    setUnit: (id: string, unit: MeshUnit) => again(id, { unit }),
    setSupports: (id: string, supports: readonly number[] | undefined) => again(id, { supports }),
  };
}

async function measured(
  worker: Worker,
  item: PlateItem,
  onShare: (share: number) => void,
): Promise<PlateItem['state']> {
  try {
    const remote: Remote<Measurer> = wrap<Measurer>(worker);
    const bytes = new Uint8Array(await item.file.arrayBuffer());
    const options = { unit: item.unit, supportShells: item.supports };
    const result = await remote.measure(bytes, options, proxy(onShare));
    if (!result.ok) return { stage: 'refused', ...result.refusal };
    return { stage: 'measured', measures: result.measures, positions: result.positions, shell: result.shell };
  } catch {
    return {
      stage: 'refused',
      message: `${item.file.name} could not be read.`,
      remedy: 'Export it again, or describe the part by size.',
    };
  }
}
