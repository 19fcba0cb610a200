import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { BatchReply, BenchReply } from '@north-step/contract';
import { type BatchState, currentStep } from '@north-step/core/batch';
import { buildApp } from '../app.ts';
import { type Db, openDb } from '../db/index.ts';
import { LiveHub } from '../live/hub.ts';
import { furnishBare, setUpWorkshop, type Workshop } from '../setUp.ts';
import { makeRoom, templateFolder } from './template.ts';

/** A copy of the template on disk, removed when done. */
export async function copyOfTemplate(): Promise<{ readonly folder: string; readonly remove: () => void }> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-test-'));
  cpSync(await templateFolder(), folder, { recursive: true });
  return { folder, remove: () => rmSync(folder, { recursive: true, force: true }) };
}

/** The server on a fresh workshop with a clock that tests move, and short words for what a technician does. */
export class TestBench {
  readonly clock = { nowMs: Date.UTC(2026, 4, 4, 9, 0, 0) };
  readonly live = new LiveHub();
  db!: Db;
  app!: Awaited<ReturnType<typeof buildApp>>;
  private remove = () => {};

  static async open(): Promise<TestBench> {
    const { folder, remove } = await copyOfTemplate();
    const bench = await TestBench.on(folder);
    bench.remove = remove;
    return bench;
  }

  /** On a workshop of the caller's. */
  static async of(workshop: Workshop): Promise<TestBench> {
    const bench = await TestBench.open();
    await makeRoom(bench.db);
    await setUpWorkshop(bench.db, workshop);
    return bench;
  }

  /** On a database in which nothing stands yet. */
  static async bare(): Promise<TestBench> {
    const bench = await TestBench.open();
    await makeRoom(bench.db);
    await furnishBare(bench.db);
    return bench;
  }

  /** On a folder of the caller's, at an hour of the caller's: to give it a past before a real server opens it. */
  static async on(folder: string, nowMs?: number): Promise<TestBench> {
    const bench = new TestBench();
    if (nowMs !== undefined) bench.clock.nowMs = nowMs;
    bench.db = await openDb(folder);
    bench.app = await buildApp(
      { db: bench.db, nowMs: () => bench.clock.nowMs, newId: () => randomUUID(), live: bench.live },
      { logLevel: 'silent' },
    );
    return bench;
  }

  async close(): Promise<void> {
    await this.app.close();
    await this.db.close();
    this.remove();
  }

  wait(seconds: number): void {
    this.clock.nowMs += seconds * 1000;
  }

  async post(url: string, body: object = {}, commandId: string = randomUUID()) {
    const reply = await this.app.inject({
      method: 'POST',
      url,
      payload: { commandId, by: 'Ada B.', ...body },
      headers: { host: 'localhost' },
    });
    return { status: reply.statusCode, body: reply.json() };
  }

  /** Asks a calculation endpoint, which takes no command id. */
  async compute(name: string, payload: object) {
    const reply = await this.app.inject({
      method: 'POST',
      url: `/api/compute/${name}`,
      payload,
      headers: { host: 'localhost' },
    });
    return { status: reply.statusCode, body: reply.json() };
  }

  async get<T>(url: string): Promise<T> {
    return (await this.app.inject({ url, headers: { host: 'localhost' } })).json() as T;
  }

  /** @throws Error with the server's message when it refuses */
  async must<T>(url: string, body: object = {}): Promise<T> {
    const reply = await this.post(url, body);
    if (reply.status !== 200) throw new Error(`${url}: ${reply.status} ${JSON.stringify(reply.body)}`);
    return reply.body as T;
  }

  async fillBaths(): Promise<void> {
    await this.must('/api/solvent/fill', { vesselId: 'can', volumeMl: 20_000, strengthPct: 99, strengthBy: 'weight' });
    for (const vesselId of ['w1', 'w2'])
      await this.must('/api/solvent/fill', { vesselId, volumeMl: 4500, fromVesselId: 'can' });
  }

  async newBatch(over: object = {}): Promise<BatchState> {
    const part = { name: 'block', areaMm2: 9000, heightMm: 40, wallMm: 3 };
    return (
      await this.must<BatchReply>('/api/batches', { cardId: 'grey', lot: 'A1', count: 4, dripS: 300, part, ...over })
    ).batch;
  }

  step(batch: BatchState, verb: string, body: object = {}) {
    return this.must<BatchReply>(`/api/batches/${batch.id}/steps/${currentStep(batch)!.id}/${verb}`, body).then(
      (reply) => reply.batch,
    );
  }

  /** Works a batch on until `stop`, each step for its planned time. */
  async workOn(batch: BatchState, stop: (batch: BatchState) => boolean = () => false): Promise<BatchState> {
    let state = batch;
    while (currentStep(state) && !stop(state)) {
      const step = currentStep(state)!;
      if (step.mode === 'look')
        state = await this.step(state, 'look', { outcome: step.kind === 'look-matte' ? 'matte' : 'good' });
      else {
        if (step.mode !== 'moment') {
          if (step.state === 'waiting') state = await this.step(state, 'start');
          this.wait(currentStep(state)!.plannedS ?? 300);
          if (step.kind === 'measure') await this.must(`/api/batches/${state.id}/sizes`, { sizes: [aSize] });
        }
        state = await this.step(state, 'finish', step.kind === 'accept' ? { by: 'Ivo S.' } : {});
      }
      this.wait(10);
    }
    return state;
  }

  bench = (): Promise<BenchReply> => this.get('/api/bench');
}

const aSize = { name: 'along X', side: 'outside', nominalMm: 40, toleranceMm: 0.1, foundMm: 40.05 };
export const at = (kind: string) => (batch: BatchState) => currentStep(batch)?.kind === kind;
