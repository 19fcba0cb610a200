import { useEffect, useState } from 'react';
import { type MeasuredFile, measureFile } from './measureFile.ts';

/** A part stored on the server, fetched and measured again for its picture. @returns nothing until it is there, or when it cannot be */
export function useStoredPart(meshSha256: string | null | undefined): MeasuredFile | undefined {
  const [part, setPart] = useState<MeasuredFile>();
  useEffect(() => {
    setPart(undefined);
    if (!meshSha256) return;
    let gone = false;
    let stop = () => {};
    void fetch(`/api/meshes/${meshSha256}`)
      .then(async (response) => {
        if (!response.ok || gone) return;
        const measuring = measureFile(await response.blob(), { whole: true });
        stop = measuring.stop;
        const result = await measuring.result;
        if (!gone && result.ok && 'file' in result) setPart(result.file);
      })
      .catch(() => {});
    return () => {
      gone = true;
      stop();
    };
  }, [meshSha256]);
  return part;
}
