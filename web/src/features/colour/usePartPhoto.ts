import type { Point } from '@north-step/core/clarity';
import type { PhotoColour } from '@north-step/core/colour';
import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { storePhoto } from '../../commands/storePhoto.ts';
import { useCameraShot } from '../../devices/useCameraShot.ts';
import type { ColourReader } from '../../workers/colour.worker.ts';

export const SPOTS = ['white', 'part', 'reference'] as const;
export type SpotName = (typeof SPOTS)[number];
export type Spots = Partial<Record<SpotName, Point>>;

/** A photo of a part, the spots marked on it, and the colours read there. The photo is stored once it could be read. */
export function usePartPhoto(onColour: (colour: PhotoColour | undefined) => void) {
  const [file, setFile] = useState<Blob>();
  const [url, setUrl] = useState<string>();
  const [spots, setSpots] = useState<Spots>({});
  const [refusal, setRefusal] = useState<string>();
  const [reading, setReading] = useState(false);
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url]);
  /** which reading is the newest: an older one that comes later is dropped */
  const newest = useRef(0);
  const take = (next: Blob) => {
    newest.current++;
    setFile(next);
    setUrl(URL.createObjectURL(next));
    setSpots({});
    setRefusal(undefined);
    onColour(undefined);
  };
  const camera = useCameraShot(take);

  /** Puts a mark; once paper and part are marked, every further mark reads anew. */
  async function mark(name: SpotName, at: Point): Promise<void> {
    const all = { ...spots, [name]: at };
    setSpots(all);
    const mine = ++newest.current;
    const { white, part, reference } = all;
    if (!file || !white || !part) return;
    setReading(true);
    setRefusal(undefined);
    const worker = new Worker(new URL('../../workers/colour.worker.ts', import.meta.url), { type: 'module' });
    try {
      const answer = await wrap<ColourReader>(worker).read(file, { white, part, ...(reference ? { reference } : {}) });
      const photoSha256 = answer.ok ? await storePhoto(file) : undefined;
      // a mark that was moved meanwhile is read anew: only the newest counts
      if (mine !== newest.current) return;
      if (answer.ok) onColour({ ...answer.reading, photoSha256: photoSha256! });
      else {
        onColour(undefined);
        setRefusal(`${answer.refusal.message} ${answer.refusal.remedy ?? ''}`);
      }
    } catch {
      if (mine !== newest.current) return;
      onColour(undefined);
      setRefusal('The photo could not be read or stored. Go on without it, or take it again.');
    } finally {
      worker.terminate();
      if (mine === newest.current) setReading(false);
    }
  }
  return {
    url,
    spots,
    refusal,
    reading,
    take,
    mark,
    camera,
  };
}
