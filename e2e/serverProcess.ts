import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { BatchReply, BenchReply } from '@north-step/contract';
import { currentStep, remainingS } from '@north-step/core/batch';
import type { Workshop } from '../server/src/setUp.ts';
import { freePort } from '../server/src/testing/freePort.ts';
import { makeTemplateOf, templateFolder } from '../server/src/testing/template.ts';
import { testWorkshop } from '../server/src/testing/workshop.ts';

export { freePort };

/** The open batches are the same, whatever lies behind them. */
const NORTH_STEP_DEMO_DAYS = '7';
/** Longer than what counts as a double press. */
const A_MOMENT_S = 2;

/** A real server process on a copy of the test workshop, that can be killed and started again. */
export class ServerProcess {
  readonly folder: string;
  readonly port: number;
  private child?: ChildProcess;
  /** how far its clock is ahead of the machine's */
  aheadMs = 0;
  log = '';

  private readonly program: 'server.js' | 'demo.js';

  /** for Node, in front of the program: what lives for seconds is not compiled twice, once quickly and once well */
  static flags: readonly string[] = ['--liftoff-only'];

  constructor(folder: string, port: number, program: 'server.js' | 'demo.js' = 'server.js') {
    this.folder = folder;
    this.port = port;
    this.program = program;
  }
  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  static async onCopy(workshop: Workshop = testWorkshop): Promise<ServerProcess> {
    await makeTemplateOf(workshop);
    const folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-e2e-'));
    cpSync(await templateFolder(workshop), folder, { recursive: true });
    return new ServerProcess(folder, await freePort());
  }

  /** @returns once it answers. @throws Error with its log when it ends instead */
  async start(): Promise<void> {
    const options = {
      port: String(this.port),
      data: this.folder,
      web: path.resolve('dist/web'),
      log: 'warn',
      'test-clock': String(this.aheadMs),
    };
    const child = spawn(
      'node',
      [
        ...ServerProcess.flags,
        `dist/server/${this.program}`,
        ...Object.entries(options).flatMap(([name, value]) => [`--${name}`, value]),
      ],
      { stdio: ['ignore', 'pipe', 'pipe', 'ipc'], env: { ...process.env, NORTH_STEP_DEMO_DAYS } },
    );
    this.child = child;
    await new Promise<void>((resolve, reject) => {
      const hear = (data: Buffer) => {
        this.log += data;
        if (this.log.includes('North Step is at')) resolve();
      };
      this.log = '';
      child.stdout!.on('data', hear);
      child.stderr!.on('data', hear);
      child.once('exit', () => reject(new Error(this.log)));
    });
  }
  /** Lets so many seconds pass on the server's clock; pages read the bench anew. */
  async forward(seconds: number): Promise<void> {
    this.aheadMs += seconds * 1000;
    const { child } = this;
    const moved = new Promise((resolve) => child!.once('message', resolve));
    child!.send({ aheadMs: this.aheadMs });
    await moved;
  }
  /** Lets the step of a batch that runs come to its end; one without a timer runs a little. @returns whether it has a timer */
  async runOut(id: string): Promise<boolean> {
    const [{ batch }, { nowMs }] = await Promise.all([
      this.get<BatchReply>(`/api/batches/${id}`),
      this.get<BenchReply>('/api/bench'),
    ]);
    const step = currentStep(batch);
    const timed = step?.mode === 'timed' && step.state === 'running';
    await this.forward(Math.max(A_MOMENT_S, timed ? Math.ceil(remainingS(step, nowMs)) + 1 : 0));
    return timed;
  }
  get pid(): number {
    return this.child!.pid!;
  }
  /** most memory it ever held, MB. @source proc(5), VmHWM */
  peakMb(): number {
    const status = readFileSync(`/proc/${this.pid}/status`, 'utf8');
    return Number(/VmHWM:\s+(\d+) kB/.exec(status)?.[1] ?? Number.NaN) / 1024;
  }
  /** asks it to stop, and waits. @returns its exit code */
  async stop(): Promise<number | null> {
    const { child } = this;
    if (!child || child.exitCode !== null) return child?.exitCode ?? null;
    const gone = this.ended();
    child.kill('SIGTERM');
    return gone;
  }
  /** @returns its exit code, once it has ended by itself */
  ended(): Promise<number | null> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return Promise.resolve(child?.exitCode ?? null);
    return new Promise((resolve) => child.once('exit', (code) => resolve(code)));
  }
  /** kill -9, as a power cut would */
  async kill(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
  }
  async remove(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
  async post<T>(url: string, body: object): Promise<{ status: number; body: T }> {
    const reply = await fetch(this.address + url, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ commandId: crypto.randomUUID(), by: 'Ada B.', ...body }),
    });
    return { status: reply.status, body: (await reply.json()) as T };
  }
  get = async <T>(url: string): Promise<T> => (await fetch(this.address + url)).json() as Promise<T>;

  async fillBaths(): Promise<void> {
    await this.post('/api/solvent/fill', { vesselId: 'can', volumeMl: 20_000, strengthPct: 99 });
    for (const vesselId of ['w1', 'w2'])
      await this.post('/api/solvent/fill', { vesselId, volumeMl: 4500, fromVesselId: 'can' });
  }
  /** A batch of simple blocks. @returns its id and name */
  async hang(over: object = {}): Promise<{ id: string; name: string }> {
    const part = { name: 'block', areaMm2: 9000, heightMm: 40, wallMm: 3 };
    const { body } = await this.post<{ batch: { id: string; name: string } }>('/api/batches', {
      cardId: 'grey',
      lot: 'A1',
      count: 4,
      dripS: 300,
      part,
      ...over,
    });
    return body.batch;
  }
}
