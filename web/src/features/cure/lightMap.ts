import { type MapOf, mapKeyText } from '@north-step/core/light';
import type { Refusal } from '@north-step/core/result';
import { proxy, type Remote, wrap } from 'comlink';
import type { LightMapperApi, MapAnswer } from '../../workers/light.worker.ts';

export type LightMap = Extract<MapAnswer, { ok: true }>;
export type MapJob = {
  readonly result: Promise<
    { readonly ok: true; readonly map: LightMap } | { readonly ok: false; readonly refusal: Refusal }
  >;
  readonly stop: () => void;
};
/** Makes a map in a worker of its own, or takes the one that the server keeps of the same parts, places and lamp. */
export function makeMap(of: MapOf, onShare: (share: number) => void): MapJob {
  const worker = new Worker(new URL('../../workers/light.worker.ts', import.meta.url), { type: 'module' });
  const stop = () => worker.terminate();
  const run = async (): Promise<Awaited<MapJob['result']>> => {
    try {
      const key = await keyOf(of);
      const known = await storedMap(key);
      const remote: Remote<LightMapperApi> = wrap<LightMapperApi>(worker);
      const { parts, placements, lamp, rods } = of;
      const answer = await remote.map({ parts, placements, lamp, rods, known }, proxy(onShare));
      if (!answer.ok) return answer;
      if (!known) void storeMap(key, answer);
      return { ok: true, map: answer };
    } catch {
      return {
        ok: false,
        refusal: {
          code: 'NO_MAP',
          message: 'The light map could not be made.',
          remedy: 'Try again, or with fewer parts.',
        },
      };
    } finally {
      stop();
    }
  };
  return { result: run(), stop };
}

async function keyOf(of: MapOf): Promise<string> {
  const hash = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(mapKeyText(of)));
  return [...new Uint8Array(hash)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

async function storedMap(key: string): Promise<Float32Array | undefined> {
  try {
    const response = await fetch(`/api/light-maps/${key}`);
    if (!response.ok) return undefined;
    const { values } = (await response.json()) as { values: string };
    const bytes = Uint8Array.from(atob(values), (char) => char.charCodeAt(0));
    return new Float32Array(bytes.buffer);
  } catch {
    return undefined;
  }
}

async function storeMap(key: string, { values, triangles }: LightMap): Promise<void> {
  const bytes = new Uint8Array(values.buffer, values.byteOffset, values.byteLength);
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  await fetch(`/api/light-maps/${key}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ values: btoa(text), triangles }),
  }).catch(() => {});
}
