import { useEffect, useState } from 'react';
import { type MeasuredFile, measureFile } from './measureFile.ts';

export type StoredParts = {
  /** in the order asked for; nothing for those that have no file, are on their way, or cannot be read */
  readonly files: readonly (MeasuredFile | undefined)[];
  /** how far the reading is, 0 to 1; nothing once all is read */
  readonly share?: number | undefined;
};
type Read = StoredParts & { readonly of: string };

/**
 * Parts stored on the server, fetched and measured again, one after another.
 * @param hashes SHA-256 of their files, where there are any
 * @param measure what reads a file; the same one at each call
 */
export function useStoredParts(
  hashes: readonly (string | null | undefined)[],
  measure: typeof measureFile = measureFile,
): StoredParts {
  const of = hashes.map((hash) => hash ?? '').join(' ');
  const [read, setRead] = useState<Read>();
  useEffect(() => {
    let gone = false;
    let stop = () => {};
    const wanted = of.split(' ');
    const files = new Map<string, MeasuredFile>();
    const shown = () => wanted.map((hash) => files.get(hash));
    const run = async () => {
      const distinct = [...new Set(wanted)].filter((hash) => hash !== '');
      for (const [i, hash] of distinct.entries()) {
        // what a worker tells of its progress can come after its answer
        let reading = true;
        const tell = (share: number) =>
          !gone && reading && setRead({ of, files: shown(), share: (i + share) / distinct.length });
        tell(0);
        const response = await fetch(`/api/meshes/${hash}`).catch(() => undefined);
        if (gone) return;
        if (!response?.ok) continue;
        const measuring = measure(await response.blob(), { whole: true }, tell);
        stop = measuring.stop;
        const result = await measuring.result;
        reading = false;
        if (gone) return;
        if (result.ok && 'file' in result) files.set(hash, result.file);
      }
      setRead({ of, files: shown() });
    };
    void run();
    return () => {
      gone = true;
      stop();
    };
  }, [of, measure]);
  // what was read of other parts is never shown as these
  return read?.of === of ? read : { files: [], share: of.trim() === '' ? undefined : 0 };
}

/** One part stored on the server. @returns nothing until it is there, or when it cannot be */
export const useStoredPart = (meshSha256: string | null | undefined): MeasuredFile | undefined =>
  useStoredParts([meshSha256]).files[0];
