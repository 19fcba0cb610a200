import type { MeshMeasures, MeshUnit, PlatePart } from '@north-step/core/mesh';
import type { Refusal } from '@north-step/core/result';
import { proxy, type Remote, wrap } from 'comlink';
import type { Measurer } from '../../workers/measure.worker.ts';

export type MeasuredFile = {
  readonly measures: MeshMeasures;
  readonly positions: Float32Array;
  /** shell of each triangle */
  readonly shell: Int32Array;
  /** wall under each triangle, mm; nothing for very large meshes */
  readonly wall?: Float32Array | undefined;
  /** outsides of pockets and cavities, nine numbers a triangle */
  readonly pocketSkin?: Float32Array | undefined;
};
export type MeasureChoices = {
  readonly unit?: MeshUnit | undefined;
  readonly supportShells?: readonly number[] | undefined;
  /** a file of several parts is measured as one */
  readonly whole?: boolean | undefined;
};
export type Measuring = {
  readonly result: Promise<
    | { readonly ok: true; readonly file: MeasuredFile }
    | { readonly ok: true; readonly parts: readonly PlatePart[] }
    | { readonly ok: false; readonly refusal: Refusal }
  >;
  /** ends the worker; the result never comes */
  readonly stop: () => void;
};

/** Reads and measures a file in a worker of its own. */
export function measureFile(
  file: Blob & { readonly name?: string },
  choices: MeasureChoices,
  onShare: (share: number) => void = () => {},
): Measuring {
  const worker = new Worker(new URL('../../workers/measure.worker.ts', import.meta.url), { type: 'module' });
  const stop = () => worker.terminate();
  const run = async () => {
    try {
      const remote: Remote<Measurer> = wrap<Measurer>(worker);
      const bytes = new Uint8Array(await file.arrayBuffer());
      const result = await remote.measure(bytes, choices, proxy(onShare));
      if (!result.ok || 'parts' in result) return result;
      const { ok: _, ...measured } = result;
      return { ok: true as const, file: measured };
    } catch {
      return {
        ok: false as const,
        refusal: {
          code: 'UNREADABLE' as const,
          message: `${file.name ?? 'The file'} could not be read.`,
          remedy: 'Export it again, or describe the part by size.',
        },
      };
    } finally {
      stop();
    }
  };
  return { result: run(), stop };
}
