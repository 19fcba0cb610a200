import { parentPort } from 'node:worker_threads';
import { type PracticeDevice, runPractice } from './practice.ts';
import type { RunningDevice } from './workshop.ts';

/** Told to a thread of simulated devices: one to start, or one to stop. */
export type PracticeAsk = { readonly start: PracticeDevice } | { readonly stop: string };

const running = new Map<string, RunningDevice>();
parentPort?.on('message', (ask: PracticeAsk) => {
  const id = 'start' in ask ? ask.start.id : ask.stop;
  running.get(id)?.stop();
  running.delete(id);
  if ('start' in ask) running.set(id, runPractice(ask.start));
});
