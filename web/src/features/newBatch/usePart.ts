import type { MeshMeasures, MeshUnit } from '@north-step/core/mesh';
import { proxy, type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Measurer } from '../../workers/measure.worker.ts';

export type PartFile = {
  readonly file: File;
  readonly unit: MeshUnit;
  readonly measures: MeshMeasures;
  readonly positions: Float32Array;
};
export type PartState =
  | { readonly stage: 'none'; readonly refusal?: { readonly message: string; readonly remedy?: string } }
  | { readonly stage: 'measuring'; readonly name: string; readonly share: number }
  | { readonly stage: 'measured'; readonly part: PartFile };

/** Reads and measures a dropped file in a worker, with progress; cancelling ends the worker. */
export function usePart() {
  const [state, setState] = useState<PartState>({ stage: 'none' });
  const worker = useRef<Worker | undefined>(undefined);
  const stop = () => {
    worker.current?.terminate();
    worker.current = undefined;
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: ends the worker when the page is left
  useEffect(() => stop, []);

  async function take(file: File, unit: MeshUnit = 'mm'): Promise<void> {
    stop();
    setState({ stage: 'measuring', name: file.name, share: 0 });
    const mine = new Worker(new URL('../../workers/measure.worker.ts', import.meta.url), { type: 'module' });
    worker.current = mine;
    const remote: Remote<Measurer> = wrap<Measurer>(mine);
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const onProgress = proxy(
        (share: number) => worker.current === mine && setState({ stage: 'measuring', name: file.name, share }),
      );
      const result = await remote.measure(bytes, { unit }, onProgress);
      if (worker.current !== mine) return;
      if (result.ok)
        setState({ stage: 'measured', part: { file, unit, measures: result.measures, positions: result.positions } });
      else setState({ stage: 'none', refusal: result.refusal });
    } catch {
      if (worker.current === mine)
        setState({
          stage: 'none',
          refusal: {
            message: `${file.name} could not be read.`,
            remedy: 'Export it again, or describe the part by size.',
          },
        });
    } finally {
      if (worker.current === mine) stop();
    }
  }
  const cancel = () => {
    stop();
    setState({ stage: 'none' });
  };
  return { state, take, cancel };
}
