import { useLayoutEffect, useRef } from 'react';

/** Every label begins with this, so that no letter of a name is ever taken for a command. */
export const SCAN_MARK = '#';
/** A run that stops for longer than this was no scan, and no typed name either. */
const FORGET_MS = 2000;

/** What a scanner reads, or a hand types: `#`, a name, Enter. Nothing fires in a field. */
export function useScanner(onScan: (name: string) => void): void {
  const latest = useRef(onScan);
  latest.current = onScan;
  // a scan counts from the moment its page is seen
  useLayoutEffect(() => {
    let name: string | undefined;
    let lastMs = 0;
    const onKey = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest?.('input, textarea, select')) return;
      if (name !== undefined && event.timeStamp - lastMs > FORGET_MS) name = undefined;
      lastMs = event.timeStamp;
      if (event.key === SCAN_MARK) name = '';
      else if (name === undefined || event.key === 'Shift') return;
      else if (event.key === 'Enter') {
        const read = name.trim();
        name = undefined;
        if (read !== '') latest.current(read);
      } else if (event.key === 'Escape') name = undefined;
      else if (event.key.length === 1) name += event.key;
      event.preventDefault();
      event.stopImmediatePropagation();
    };
    // before the page's own keys
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
}
