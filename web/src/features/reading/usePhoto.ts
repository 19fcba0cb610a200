import type { Marks, PhotoReading } from '@north-step/core/clarity';
import { refusalText } from '@north-step/core/result';
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { PhotoReader } from '../../workers/clarity.worker.ts';

export type PhotoState =
  | { readonly stage: 'none' }
  | { readonly stage: 'reading'; readonly url: string; readonly file: Blob }
  | {
      readonly stage: 'read';
      readonly url: string;
      readonly file: Blob;
      readonly reading: PhotoReading;
      readonly width: number;
      readonly height: number;
    }
  | {
      readonly stage: 'refused';
      readonly url: string;
      readonly file: Blob;
      readonly code: string;
      readonly message: string;
    };

/** A photo of the clarity card, read in a worker; again with marks when the card was not found. */
export function usePhoto() {
  const [state, setState] = useState<PhotoState>({ stage: 'none' });
  const url = state.stage === 'none' ? undefined : state.url;
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url]);

  async function take(file: Blob, marks?: Marks): Promise<void> {
    const shown = marks && state.stage !== 'none' ? state.url : URL.createObjectURL(file);
    setState({ stage: 'reading', url: shown, file });
    const worker = new Worker(new URL('../../workers/clarity.worker.ts', import.meta.url), { type: 'module' });
    try {
      const result = await wrap<PhotoReader>(worker).read(file, marks);
      if (result.ok)
        setState({
          stage: 'read',
          url: shown,
          file,
          reading: result.value,
          width: result.width,
          height: result.height,
        });
      else
        setState({
          stage: 'refused',
          url: shown,
          file,
          code: result.refusal.code,
          message: refusalText(result.refusal),
        });
    } catch {
      setState({
        stage: 'refused',
        url: shown,
        file,
        code: 'FAILED',
        message: 'The photo could not be read. Take it again.',
      });
    } finally {
      worker.terminate();
    }
  }
  return { state, take, forget: () => setState({ stage: 'none' }) };
}
