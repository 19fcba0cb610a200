import type { BenchReply } from '@north-step/contract';
import { useEffect, useMemo, useState } from 'react';
import { useAppSelector } from '../../store/store.ts';

type Ahead = typeof import('./ahead.ts').ahead;
let loaded: Ahead | undefined;

/** The bench with what is on its way to a server that is away already done, so that work goes on. Loaded once there is a bench to show, and tried again whenever the server is back. */
export function useAhead(reply: BenchReply | undefined): BenchReply | undefined {
  const { pending, away } = useAppSelector((state) => state.outbox);
  const offsetMs = useAppSelector((state) => state.here.clockOffsetMs);
  const [ahead, setAhead] = useState(() => loaded);
  const shown = reply !== undefined;
  useEffect(() => {
    if (loaded || !shown || away) return;
    void import('./ahead.ts')
      .then((module) => {
        loaded = module.ahead;
        setAhead(() => module.ahead);
      })
      .catch(() => {});
  }, [shown, away]);
  return useMemo(
    () => (reply && ahead && away && pending.length > 0 ? ahead(reply, pending, offsetMs) : reply),
    [reply, ahead, away, pending, offsetMs],
  );
}
