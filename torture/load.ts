import { mkdtempSync, readFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { freePort, ServerProcess } from '../e2e/serverProcess.ts';
import type { Attack } from './outcome.ts';

const A_SECOND = 50;
const P95_MS = 250;
const CPU_MS = 20;
const IDLE_MS = 5000;
const RESTING_SHARE = 0.2;
const MOST_LOOKS = 60;
/** One tick of a processor’s account. @source proc(5), utime and stime, in USER_HZ */
const TICK_MS = 10;
const PATHS = ['/api/bench', '/api/records', '/api/batches?limit=50', '/api/solvent', '/api/bench'];

/** Waits until what is made in the background after a start is made. @returns CPU of five idle seconds, ms */
async function atRest(pid: number): Promise<number> {
  for (let look = 0; look < MOST_LOOKS; look++) {
    const idleMs = await cpuOver(pid, IDLE_MS);
    if (idleMs < RESTING_SHARE * IDLE_MS) return idleMs;
  }
  throw new Error('The demo did not come to rest.');
}

/** Many pages read the demo’s bench at once: fifty requests a second. @param rounds seconds */
export const load: Attack = async (rounds) => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-load-'));
  const demo = new ServerProcess(folder, await freePort(), 'demo.js');
  await demo.start();
  const waits: number[] = [];
  const ask = async (url: string) => {
    const begunMs = performance.now();
    await (await fetch(demo.address + url)).text();
    waits.push(performance.now() - begunMs);
  };
  for (const url of PATHS) await ask(url);
  waits.length = 0;
  const idleMs = await atRest(demo.pid);
  const before = cpuMs(demo.pid);
  const begunMs = performance.now();
  const asked: Promise<void>[] = [];
  while (performance.now() - begunMs < 1000 * rounds) {
    const due = Math.floor(((performance.now() - begunMs) / 1000) * A_SECOND);
    while (asked.length < due) asked.push(ask(PATHS[asked.length % PATHS.length]!));
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  await Promise.all(asked);
  const seconds = (performance.now() - begunMs) / 1000;
  const eachMs = (cpuMs(demo.pid) - before - (idleMs / (IDLE_MS / 1000)) * seconds) / asked.length;
  await demo.remove();
  waits.sort((a, b) => a - b);
  const p95 = waits[Math.floor(0.95 * waits.length)]!;
  const broke = [
    ...(p95 > P95_MS ? [`p95 is ${Math.round(p95)} ms`] : []),
    ...(eachMs > CPU_MS ? [`each takes ${eachMs.toFixed(1)} ms of CPU`] : []),
  ];
  const seen = `${waits.length} reads, p95 ${Math.round(p95)} ms, longest ${Math.round(waits.at(-1)!)} ms, ${eachMs.toFixed(1)} ms of CPU each`;
  return [{ what: `${A_SECOND} reads a second`, tried: 1, held: broke.length === 0 ? 1 : 0, seen, broke }];
};

function cpuMs(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) * TICK_MS;
}
/** What it does by itself: its devices and its checks. */
async function cpuOver(pid: number, ms: number): Promise<number> {
  const before = cpuMs(pid);
  await new Promise((resolve) => setTimeout(resolve, ms));
  return cpuMs(pid) - before;
}
