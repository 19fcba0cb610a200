import { randomBytes } from 'node:crypto';
import type { Worker } from 'node:worker_threads';
import type { Device } from '@north-step/contract';
import { type Db, sql } from '../db/index.ts';
import { startThread } from '../threads/index.ts';
import { registerDevice } from './register.ts';

type Started = {
  readonly id: string;
  readonly kind: Device['kind'];
  readonly token: string;
  readonly stationId?: string | undefined;
};

/**
 * Simulated devices that a workshop practises with. They run in a thread of their own, know of the server no more than its
 * address, and speak the open device API as real ones would.
 */
export class Practice {
  private readonly server: string;
  private thread?: Worker | undefined;
  constructor(server: string) {
    this.server = server;
  }

  start(device: Started): void {
    this.thread ??= this.open();
    this.thread.postMessage({ start: { ...device, server: this.server } });
  }
  stop(id: string): void {
    this.thread?.postMessage({ stop: id });
  }
  async close(): Promise<void> {
    await this.thread?.terminate();
  }

  private open(): Worker {
    const thread = startThread(new URL('../../../devices/src/practiceThread.ts', import.meta.url));
    // a toy that breaks takes nothing with it: it is only not heard from
    thread.on('error', () => {
      this.thread = undefined;
    });
    thread.unref();
    return thread;
  }

  /** Those of an earlier start go on, with new tokens. */
  async resume(db: Db): Promise<void> {
    const left = await db.many<{ id: string; kind: Device['kind']; name: string; station_id: string | null }>(
      sql`SELECT id, kind, name, station_id FROM device WHERE practice AND removed_at IS NULL`,
    );
    for (const { id, kind, name, station_id } of left) {
      const device = { id, kind, token: newToken(), stationId: station_id ?? undefined };
      await registerDevice(db, { ...device, name, simulated: true, practice: true });
      this.start(device);
    }
  }
}

export const newToken = (): string => randomBytes(24).toString('hex');
