import type { BatchState } from '@north-step/core/batch';
import { type SizeAsked, type SizeFound, sizesOfFile } from '@north-step/core/caliper';
import { about, share } from './truth.ts';

/** What the drawings of these parts ask for; of others the outer sizes of their files are taken. */
const DRAWN: Readonly<Record<string, readonly SizeAsked[]>> = {
  'current-meter impeller': [
    { name: 'bore', side: 'inside', nominalMm: 8, toleranceMm: 0.08 },
    { name: 'hub', side: 'outside', nominalMm: 18, toleranceMm: 0.1 },
    { name: 'over the blades', side: 'outside', nominalMm: 60, toleranceMm: 0.25 },
  ],
  'sample-valve manifold': [
    { name: 'port', side: 'inside', nominalMm: 10, toleranceMm: 0.1 },
    { name: 'height', side: 'outside', nominalMm: 40, toleranceMm: 0.15 },
  ],
};
/** How resins really shrink, share, and how far light grows a face, mm. */
const SHRINKS: Readonly<Record<string, number>> = { 'tough-mooring': 0.0051, 'grey-general': 0.0032 };
const GROWS_MM = 0.03;
const MEASURED_SHARE = 0.4;
const PIECES = 2;

/** Whether somebody takes the caliper to a batch before its record is sealed. */
export const isMeasured = (batch: BatchState): boolean =>
  DRAWN[batch.part.name] !== undefined && batch.sizes === undefined && share(`${batch.id} caliper`) < MEASURED_SHARE;

/** What the caliper shows on the first pieces of a batch. */
export function measured(batch: BatchState): readonly SizeFound[] {
  const asked = DRAWN[batch.part.name] ?? sizesOfFile(batch.part);
  const shrink = SHRINKS[batch.card.id] ?? 0.004;
  return Array.from({ length: Math.min(PIECES, batch.count) }, (_, i) => i + 1).flatMap((piece) =>
    asked.map((size) => {
      const wobble = about(`${batch.id} ${piece} ${size.name}`, 1) - 1;
      const face = size.side === 'outside' ? GROWS_MM : -GROWS_MM;
      const foundMm = size.nominalMm * (1 - shrink) + face + 0.045 * wobble;
      return { ...size, piece, foundMm: Number(foundMm.toFixed(2)) };
    }),
  );
}
