import type { MeshUnit, PlatePart } from '@north-step/core/mesh';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { type MeasuredFile, type Measuring, measureFile } from '../part/index.ts';
import type { KeptFile } from './draftStore.ts';

export type PlateItem = {
  readonly id: string;
  readonly file: File;
  /** nothing: the file's own unit, else millimetres */
  readonly unit?: MeshUnit | undefined;
  /** shells picked as supports; nothing: they are looked for */
  readonly supports?: readonly number[] | undefined;
  readonly count: number;
  readonly state:
    | { readonly stage: 'waiting' }
    | { readonly stage: 'measuring'; readonly share: number }
    | ({ readonly stage: 'measured' } & MeasuredFile)
    | { readonly stage: 'refused'; readonly message: string; readonly remedy?: string | undefined };
};
export type Plate = ReturnType<typeof usePlate>;

/** As much as the server takes. */
const LARGEST_BYTES = 120 * 1024 * 1024;
const MOST_FILES = 20;
let ids = 0;

const item = (over: Omit<PlateItem, 'id'>): PlateItem => ({ id: `p${++ids}`, ...over });
const ofPart = ({ name, count, stl }: PlatePart): PlateItem =>
  item({ file: new File([stl as BlobPart], `${name}.stl`), count, state: { stage: 'waiting' } });
const mb = (bytes: number): number => Math.round(bytes / 1024 / 1024);
const dropped = (file: File): PlateItem =>
  item({
    file,
    count: 1,
    state:
      file.size <= LARGEST_BYTES
        ? { stage: 'waiting' }
        : {
            stage: 'refused',
            message: `${file.name} has ${mb(file.size)} MB; the most is ${mb(LARGEST_BYTES)} MB. It was not read.`,
            remedy: 'Export it with a coarser resolution, or describe it by size.',
          },
  });

/**
 * The files on the plate, measured one after another in a worker, with progress; taking one off ends its worker.
 * @param onCount called when a file itself says how many of its one part there are
 */
export function usePlate(onCount: (count: number) => void) {
  const [items, setItems] = useState<readonly PlateItem[]>([]);
  const [chosenId, setChosenId] = useState<string>();
  const running = useRef<Running | undefined>(undefined);
  const edit = useCallback(
    (id: string, over: Partial<PlateItem>) =>
      setItems((now) => now.map((one) => (one.id === id ? { ...one, ...over } : one))),
    [],
  );
  /** A file of several parts is replaced by a file of each, with its own count. */
  const unpack = useCallback(
    (id: string, parts: readonly PlatePart[]) => {
      const own = parts.map(ofPart);
      setItems((now) => now.flatMap((one) => (one.id === id ? own : [one])));
      setChosenId(own[0]?.id);
      if (own.length === 1) onCount(own[0]!.count);
    },
    [onCount],
  );
  const stop = useCallback(() => {
    running.current?.measuring.stop();
    running.current = undefined;
  }, []);
  useEffect(() => stop, [stop]);

  const next = items.find(({ state }) => state.stage === 'waiting');
  const busy = items.some(({ state }) => state.stage === 'measuring');
  useMeasuring(busy ? undefined : next, running, edit, unpack);

  const take = (files: readonly File[]) => {
    // what could not be read makes room for what is dropped next
    const kept = items.filter(({ state }) => state.stage !== 'refused');
    const room = MOST_FILES - kept.length;
    const added = files.slice(0, Math.max(0, room)).map(dropped);
    setItems([...kept, ...added]);
    setChosenId((now) => (kept.some(({ id }) => id === now) ? now : added[0]?.id));
  };
  const restore = useCallback((files: readonly KeptFile[]) => {
    if (files.length === 0) return;
    const added = files.map((kept) => item({ ...kept, state: { stage: 'waiting' } }));
    // what was dropped meanwhile stays
    setItems((now) => (now.length > 0 ? now : added));
    setChosenId((now) => now ?? added[0]?.id);
  }, []);
  const clear = () => {
    stop();
    setItems([]);
    setChosenId(undefined);
  };
  const remove = (id: string) => {
    if (running.current?.id === id) stop();
    setItems((now) => now.filter((one) => one.id !== id));
    setChosenId((now) => (now === id ? items.find((one) => one.id !== id)?.id : now));
  };
  const again = (id: string, over: Partial<Pick<PlateItem, 'unit' | 'supports'>>) =>
    edit(id, { ...over, state: { stage: 'waiting' } });
  return {
    items,
    chosen: items.find(({ id }) => id === chosenId) ?? items[0],
    busy: busy || next !== undefined,
    take,
    restore,
    clear,
    remove,
    choose: setChosenId,
    setCount: (id: string, count: number) => edit(id, { count }),
    setUnit: (id: string, unit: MeshUnit) => again(id, { unit }),
    setSupports: (id: string, supports: readonly number[] | undefined) => again(id, { supports }),
  };
}

type Running = { readonly id: string; readonly measuring: Measuring };
/** Measures one file in a worker and tells how far it is; what comes after it was taken off is not told. */
function useMeasuring(
  next: PlateItem | undefined,
  running: RefObject<Running | undefined>,
  edit: (id: string, over: Partial<PlateItem>) => void,
  unpack: (id: string, parts: readonly PlatePart[]) => void,
) {
  useEffect(() => {
    if (!next) return;
    edit(next.id, { state: { stage: 'measuring', share: 0 } });
    const mine = () => running.current?.id === next.id && running.current.measuring === measuring;
    const measuring = measureFile(
      next.file,
      { unit: next.unit, supportShells: next.supports },
      (share) => mine() && edit(next.id, { state: { stage: 'measuring', share } }),
    );
    running.current = { id: next.id, measuring };
    void measuring.result.then((result) => {
      if (!mine()) return;
      running.current = undefined;
      if (result.ok && 'parts' in result) return unpack(next.id, result.parts);
      edit(next.id, {
        state: result.ok ? { stage: 'measured', ...result.file } : { stage: 'refused', ...result.refusal },
      });
    });
  }, [next, running, edit, unpack]);
}
