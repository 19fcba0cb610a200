import { useEffect, useRef } from 'react';
import { useDevice } from './useDevice.ts';
import { SCAN_MARK } from './useScanner.ts';

/** What a scanner of the workshop reads, each scan once; not what it had read before this page was opened. */
export function useDeviceScans(onScan: (name: string) => void): void {
  const { sample } = useDevice('scanner');
  const latest = useRef(onScan);
  latest.current = onScan;
  const heard = useRef<number>(undefined);
  useEffect(() => {
    if (sample?.scan === undefined) return;
    const before = heard.current;
    heard.current = sample.scan;
    if (before === undefined || before === sample.scan || !sample.code) return;
    latest.current(sample.code.startsWith(SCAN_MARK) ? sample.code.slice(1) : sample.code);
  }, [sample]);
}
