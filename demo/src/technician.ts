import { createHash } from 'node:crypto';
import type { BatchReply, BenchReply, MeshStored } from '@north-step/contract';
import { type BatchState, currentStep, type Step } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import type { Random } from '@north-step/core/maths';
import { kindShape } from '@north-step/core/route';
import type { buildApp } from '@north-step/server';
import { isMeasured, measured } from './caliper.ts';
import { whatIsSeen } from './trueParts.ts';

type App = Awaited<ReturnType<typeof buildApp>>;
export type Clock = { nowMs: number };

/** A refusal by the real server, so that the story can react to it. */
export class StoryRefused extends Error {
  readonly code: string;
  constructor(code: string, message: string) {
    super(message);
    this.code = code;
  }
}

/** Works the bench through the server's own HTTP commands, on a clock it moves itself. */
export class Technician {
  private readonly app: App;
  readonly clock: Clock;
  private readonly random: Random;
  readonly name: string;
  private commands = 0;

  constructor(app: App, clock: Clock, random: Random, name: string) {
    this.app = app;
    this.clock = clock;
    this.random = random;
    this.name = name;
  }

  async send<T>(url: string, body: object): Promise<T> {
    const commandId = createHash('sha256')
      .update(`${this.name} ${++this.commands} ${this.clock.nowMs} ${url}`)
      .digest('hex')
      .slice(0, 32);
    const reply = await this.app.inject({
      method: 'POST',
      url,
      payload: { commandId, by: this.name, ...body },
      headers: { host: 'localhost' },
    });
    const answer = reply.json();
    if (reply.statusCode !== 200) throw new StoryRefused(answer.error.code, `${url}: ${answer.error.message}`);
    return answer as T;
  }

  async get<T>(url: string): Promise<T> {
    const reply = await this.app.inject({ url, headers: { host: 'localhost' } });
    if (reply.statusCode !== 200) throw new Error(`${url}: ${reply.body}`);
    return reply.json() as T;
  }

  async storeMesh(name: string, bytes: Uint8Array): Promise<MeshStored> {
    const url = `/api/meshes?name=${encodeURIComponent(`${name}.stl`)}`;
    const reply = await this.app.inject({
      method: 'POST',
      url,
      payload: Buffer.from(bytes),
      headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
    });
    if (reply.statusCode !== 200) throw new Error(reply.body);
    return reply.json() as MeshStored;
  }

  wait(seconds: number): void {
    this.clock.nowMs += Math.round(seconds * 1000);
  }

  private step = async (batch: BatchState, step: Step, verb: string, body: object = {}): Promise<BatchState> =>
    (await this.send<BatchReply>(`/api/batches/${batch.id}/steps/${step.id}/${verb}`, body)).batch;

  /** Starts the current step; a bath that is not fit is rotated first, as the refusal says. */
  async start(batch: BatchState): Promise<BatchState> {
    const step = currentStep(batch)!;
    try {
      return await this.step(batch, step, 'start');
    } catch (error) {
      const rotate =
        error instanceof StoryRefused &&
        ['CLEAN_BATH_TOO_LOADED', 'BATH_SATURATED', 'EXPOSURE_CAP'].includes(error.code);
      if (!rotate) throw error;
      await this.rotate();
      return this.step(batch, step, 'start');
    }
  }

  async rotate(): Promise<void> {
    this.wait(400);
    await this.send('/api/solvent/rotate', { freshMl: 4600, fromVesselId: 'fresh-can' });
  }

  /** Does the current step from beginning to end, a little early or late as people are. */
  async doStep(batch: BatchState, bench: BenchNow): Promise<BatchState> {
    const step = currentStep(batch)!;
    if (step.kind === 'seal' && isMeasured(batch)) await this.measure(batch);
    if (step.mode === 'look') {
      this.wait(30);
      // the sun moves on; lamps do not
      const inSun = batch.steps.some(({ daylight }) => daylight);
      const now = inSun ? (await this.get<BenchReply>('/api/bench')).bench : bench;
      return this.step(batch, step, 'look', this.seen(batch, step, now));
    }
    if (step.mode === 'moment') {
      this.wait(60);
      // whoever else is in the shop accepts
      const by = this.name === 'Mara V.' ? 'Osei T.' : 'Mara V.';
      return this.step(batch, step, 'finish', kindShape(step.kind).secondPerson ? { by } : {});
    }
    const started = await this.start(batch);
    const running = currentStep(started)!;
    const plannedS = running.plannedS ?? this.random.between(240, 900);
    const exact = batch.card.procedure !== undefined && this.random.next() > 0.08;
    if (exact) this.wait(plannedS + this.random.between(0, 3));
    else this.wait(plannedS + (running.kind === 'dry' ? this.random.between(0, 400) : this.random.between(-3, 12)));
    if (kindShape(step.kind).asksSizes) await this.measure(started);
    return this.step(started, running, 'finish');
  }

  private async measure(batch: BatchState): Promise<void> {
    this.wait(90);
    await this.send(`/api/batches/${batch.id}/sizes`, { sizes: measured(batch) });
  }

  /** What the eye meets: shine where recesses kept resin, tack until the true window opens, tint once it has closed. */
  private seen(batch: BatchState, step: Step, bench: BenchNow): object {
    const said = whatIsSeen(batch, step, bench);
    if (said !== 'good') return { outcome: said };
    return { outcome: said, broken: this.random.next() < 0.05 ? 1 : 0 };
  }
}
