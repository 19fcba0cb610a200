import { useEffect, useState } from 'react';
import type { Choices, Sizes } from './draft.ts';
import { keepFiles, keepWords, keptFiles } from './draftStore.ts';
import type { Plate } from './usePlate.ts';

/** Keeps what is described through reloads, Back and a look at another page; the files come back as they were dropped. */
export function useKeptDraft(plate: Plate, choices: Choices, sizes: Sizes | undefined): void {
  const [read, setRead] = useState(false);
  const { restore } = plate;
  useEffect(() => {
    void keptFiles().then((files) => {
      restore(files);
      setRead(true);
    });
  }, [restore]);
  useEffect(() => keepWords({ choices, sizes }), [choices, sizes]);
  const onPlate = plate.items.filter(({ state }) => state.stage !== 'refused');
  const key = JSON.stringify(onPlate.map(({ id, unit, supports, count }) => [id, unit, supports, count]));
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key holds all that is kept
  useEffect(() => {
    if (read) void keepFiles(onPlate.map(({ file, unit, supports, count }) => ({ file, unit, supports, count })));
  }, [read, key]);
}
