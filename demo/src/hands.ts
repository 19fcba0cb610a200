import type { BenchReply, DevicesReply } from '@north-step/contract';
import { currentStep, remainingS, wantedS } from '@north-step/core/batch';
import { needsPower } from '@north-step/core/route';
import type { RunningDevice } from '@north-step/devices';

const LOOKS_MS = 1500;
const MACHINES = new Set(['lamp', 'wash-unit']);

/**
 * The hands of the demo: whoever starts a step on the screen also starts its simulated machine, for the time that the step has
 * left, and stops it with the step. A machine that was given a fault is left alone.
 */
export function lendHands(server: string): RunningDevice {
  const started = new Map<string, string>();
  let running = true;
  const get = async <T>(path: string): Promise<T> => (await fetch(`${server}${path}`)).json() as Promise<T>;
  const press = (deviceId: string, button: string, amount?: number) =>
    fetch(`${server}/api/devices/${deviceId}/press`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ button, ...(amount === undefined ? {} : { amount }) }),
    });
  const tend = async (): Promise<void> => {
    const { open, nowMs } = await get<BenchReply>('/api/bench');
    const { devices } = await get<DevicesReply>('/api/devices');
    for (const { id, stationId } of devices.filter(
      ({ kind, online, simulated }) => simulated && online && MACHINES.has(kind),
    )) {
      const step = open
        .map(currentStep)
        .find((one) => one?.state === 'running' && one.station === stationId && needsPower(one));
      const job = step ? `${step.startedAtMs} ${wantedS(step)}` : '';
      if ((started.get(id) ?? '') === job) continue;
      started.set(id, job);
      if (!step) await press(id, 'stop');
      else if (remainingS(step, nowMs) > 1) await press(id, 'start', Math.ceil(remainingS(step, nowMs)));
    }
  };
  void (async () => {
    while (running) {
      await tend().catch(() => {});
      await new Promise((resolve) => setTimeout(resolve, LOOKS_MS));
    }
  })();
  return {
    stop: () => {
      running = false;
    },
  };
}
