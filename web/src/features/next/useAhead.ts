import type { BenchReply } from '@north-step/contract';
import { useEffect, useMemo, useState } from 'react';
import { useAppSelector } from '../../app/store.ts';

const PRELOAD_MS = 1500;
type Ahead = typeof import('./ahead.ts').ahead;
let loaded: Ahead | undefined;

/** The bench with what is on its way to a server that is away already done, so that work goes on. Loaded after the first paint. */
export function useAhead(reply: BenchReply | undefined): BenchReply | undefined {
  const { pending, away } = useAppSelector((state) => state.outbox);
  const offsetMs = useAppSelector((state) => state.here.clockOffsetMs);
  const [ahead, setAhead] = useState(() => loaded);
  useEffect(() => {
    if (loaded) return;
    const timer = setTimeout(
      () =>
        void import('./ahead.ts')
          .then((module) => {
            loaded = module.ahead;
            setAhead(() => module.ahead);
          })
          .catch(() => {}),
      PRELOAD_MS,
    );
    return () => clearTimeout(timer);
  }, []);
  return useMemo(
    () => (reply && ahead && away && pending.length > 0 ? ahead(reply, pending, offsetMs) : reply),
    [reply, ahead, away, pending, offsetMs],
  );
}
