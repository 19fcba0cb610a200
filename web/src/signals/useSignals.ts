import type { Action, Tier } from '@north-step/core/nextStep';
import { useEffect, useRef } from 'react';
import { useAppSelector } from '../store/store.ts';
import { newCalls } from './signals.ts';

/** Calls out what newly needs somebody, and keeps the screen awake, as this screen is set. */
export function useSignals(actions: readonly Action[]): void {
  const signals = useAppSelector((state) => state.here.signals);
  const called = useRef<ReadonlyMap<string, Tier>>(undefined);
  useEffect(() => {
    const before = called.current;
    const found = newCalls(actions, before ?? new Map());
    called.current = found.called;
    // what stood there when the page was opened is seen, not heard
    if (!before || found.calls.length === 0) return;
    void import('./callOut.ts').then(({ callOut }) => callOut(found.calls[0]!, signals)).catch(() => {});
  }, [actions, signals]);
  useEffect(() => {
    if (!signals.awake) return;
    let end = () => {};
    let gone = false;
    void import('./callOut.ts')
      .then(({ keepAwake }) => {
        if (!gone) end = keepAwake();
      })
      .catch(() => {});
    return () => {
      gone = true;
      end();
    };
  }, [signals.awake]);
}
