import { useLayoutEffect, useRef } from 'react';

/** A foot pedal is one key more for Space; it can be set to any key. */
export const pedalKey = (): string => localStorage.getItem('north-step.pedal') ?? 'PageDown';

/**
 * Keys of a page. Nothing fires while somebody types, while a dialog is open, with Ctrl, Alt or Meta, or on repeats.
 * Space and Enter are left to a focused button or link, but not to a bench tag: focusing a tag chooses it, and the keys act on it.
 */
export function useKeys(handlers: Readonly<Record<string, () => void>>, enabled = true): void {
  const latest = useRef(handlers);
  latest.current = handlers;
  // a key acts from the moment that what it acts on is seen
  useLayoutEffect(() => {
    if (!enabled) return;
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const typing = target.closest('input, textarea, select, [contenteditable="true"], [role="dialog"]');
      const dialogOpen = document.querySelector('[role="dialog"]') !== null;
      if (typing || dialogOpen || event.repeat || event.ctrlKey || event.altKey || event.metaKey) return;
      const pedal = event.key === pedalKey();
      const ownKeys =
        event.key === ' ' ? 'button, [role="button"], [role="radio"]' : event.key === 'Enter' ? 'button, a' : undefined;
      const pressesSomething = ownKeys && target.closest(ownKeys) && !target.closest('[data-bench-tag]');
      if (pressesSomething) return;
      const handler = latest.current[pedal ? ' ' : event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!handler) return;
      event.preventDefault();
      handler();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [enabled]);
}
