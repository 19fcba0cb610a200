import type { Point } from '@north-step/core/clarity';
import type { PhotoColour } from '@north-step/core/colour';
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import { useDevice } from '../../app/useDevice.ts';
import type { ColourReader } from '../../workers/colour.worker.ts';

export const SPOTS = ['white', 'part', 'reference'] as const;
export type SpotName = (typeof SPOTS)[number];
export type Spots = Partial<Record<SpotName, Point>>;

/** A photo of a part, the spots marked on it, and the colours read there. The photo is stored once it could be read. */
export function usePartPhoto(batchId: string, onColour: (colour: PhotoColour | undefined) => void) {
  const [file, setFile] = useState<Blob>();
  const [url, setUrl] = useState<string>();
  const [spots, setSpots] = useState<Spots>({});
  const [refusal, setRefusal] = useState<string>();
  const [reading, setReading] = useState(false);
  const camera = useDevice('camera');
  const [waitsFor, setWaitsFor] = useState<number>();
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url]);
  const take = (next: Blob) => {
    setFile(next);
    setUrl(URL.createObjectURL(next));
    setSpots({});
    setRefusal(undefined);
    onColour(undefined);
  };
  const taken = camera.sample?.photo;
  // biome-ignore lint/correctness/useExhaustiveDependencies: fetches when the camera says that a newer photo is there
  useEffect(() => {
    if (waitsFor === undefined || taken === undefined || taken < waitsFor || !camera.device) return;
    setWaitsFor(undefined);
    void fetch(`/api/devices/${camera.device.id}/photo`)
      .then((response) => response.blob())
      .then(take);
  }, [taken, waitsFor]);

  /** Puts a mark; once paper and part are marked, every further mark reads anew. */
  async function mark(name: SpotName, at: Point): Promise<void> {
    const all = { ...spots, [name]: at };
    setSpots(all);
    const { white, part, reference } = all;
    if (!file || !white || !part) return;
    setReading(true);
    setRefusal(undefined);
    const worker = new Worker(new URL('../../workers/colour.worker.ts', import.meta.url), { type: 'module' });
    try {
      const answer = await wrap<ColourReader>(worker).read(file, { white, part, ...(reference ? { reference } : {}) });
      if (answer.ok) onColour({ ...answer.reading, photoSha256: await stored(file) });
      else {
        onColour(undefined);
        setRefusal(`${answer.refusal.message} ${answer.refusal.remedy ?? ''}`);
      }
    } catch {
      onColour(undefined);
      setRefusal('The photo could not be read or stored. Go on without it, or take it again.');
    } finally {
      worker.terminate();
      setReading(false);
    }
  }
  return {
    url,
    spots,
    refusal,
    reading,
    take,
    mark,
    camera: camera.device && {
      name: camera.device.name,
      busy: waitsFor !== undefined,
      shoot: () => {
        setWaitsFor((taken ?? 0) + 1);
        void camera.press('photograph', { batchId });
      },
    },
  };
}

async function stored(file: Blob): Promise<string> {
  const response = await fetch('/api/photos', {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  });
  if (!response.ok) throw new Error(String(response.status));
  return ((await response.json()) as { sha256: string }).sha256;
}
