import type { Surroundings } from './types.ts';

/** A face that lies on the table is above it, whatever rounding says. */
const ON_TABLE_MM = 1e-3;

/** Share of light that a straight way keeps where it passes the turntable's disc: 1 when it does not meet it. */
export function tableShare(
  table: NonNullable<Surroundings['table']>,
  ax: number,
  ay: number,
  az: number,
  bx: number,
  by: number,
  bz: number,
): number {
  const from = az - table.zMm;
  const to = bz - table.zMm;
  const above = from > -ON_TABLE_MM;
  if (above === to > -ON_TABLE_MM) return 1;
  const share = Math.min(1, Math.max(0, from / (from - to)));
  const x = ax + share * (bx - ax);
  const y = ay + share * (by - ay);
  return x * x + y * y <= table.radiusMm * table.radiusMm ? table.transmission : 1;
}
