import { createHash } from 'node:crypto';
import type { Device } from '@north-step/contract';
import { type Queryable, sql } from '../db/index.ts';

export type NewDevice = {
  readonly id: string;
  readonly kind: Device['kind'];
  readonly name: string;
  readonly simulated: boolean;
  readonly stationId?: string | undefined;
  readonly token: string;
  /** kept running by this server, for practice */
  readonly practice?: boolean;
};
export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Makes a device known, or gives a known one a new token. */
export const registerDevice = (db: Queryable, device: NewDevice) =>
  db.many(sql`
    INSERT INTO device (id, kind, name, simulated, station_id, token_sha256, practice)
    VALUES (${device.id}, ${device.kind}, ${device.name}, ${device.simulated}, ${device.stationId ?? null}, ${hashOf(device.token)}, ${device.practice ?? false})
    ON CONFLICT (id) DO UPDATE SET kind = excluded.kind, name = excluded.name, simulated = excluded.simulated, station_id = excluded.station_id, token_sha256 = excluded.token_sha256, practice = excluded.practice, removed_at = NULL`);
