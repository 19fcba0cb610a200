import type { Device, Sample } from '@north-step/contract';

/** A device as its samples come in. */
export type From = { readonly id: string; readonly kind: Device['kind']; readonly stationId: string | null };
/** A sample with the time by the server's clock. */
export type Timed = Sample & { readonly serverMs: number };
export type OnSamples = (from: From, samples: readonly Sample[]) => Promise<void>;

/** A device may have kept samples while the server was away, for no longer than this. */
const KEPT_MS = 3_600_000;

/**
 * Puts samples on the server's clock: the newest is now, the others as much earlier as the device says. So a device's own
 * clock may be wrong, and what it kept through an outage still falls where it belongs.
 */
export function timed(samples: readonly Sample[], nowMs: number): readonly Timed[] {
  const newest = Math.max(...samples.map(({ atMs }) => atMs));
  return samples
    .map((sample) => ({ ...sample, serverMs: nowMs - Math.min(KEPT_MS, newest - sample.atMs) }))
    .sort((a, b) => a.serverMs - b.serverMs);
}
