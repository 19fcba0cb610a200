import { useEffect } from 'react';
import { useBlocker } from 'react-router';

/**
 * While something is not kept yet, leaving the page asks first; closing the tab asks in the browser's own words.
 * @param unsaved whether there is anything to lose
 * @returns the question to show, with its two answers; nothing while nobody leaves
 */
export function useAskBeforeLeaving(
  unsaved: boolean,
): { readonly stay: () => void; readonly leave: () => void } | undefined {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => unsaved && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    if (!unsaved) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [unsaved]);
  return blocker.state === 'blocked' ? { stay: blocker.reset, leave: blocker.proceed } : undefined;
}
