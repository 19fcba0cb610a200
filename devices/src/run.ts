import type { Press, Sample } from '@north-step/contract';
import type { Lab } from '@north-step/core/colour';
import { makeRandom } from '@north-step/core/maths';
import { type Address, Bridge, sleep } from './bridge.ts';
import { pngOf, renderPhoto } from './camera.ts';
import { renderPartPhoto } from './partPhoto.ts';
import { drifting, emptyScale, placed, type ScaleState, shown, tared } from './scale.ts';

/** What a bath really holds: only the simulated world knows. */
export type TrueBath = {
  readonly loadPctW: number;
  readonly densityGPerMl: number;
  readonly tempC: number;
  readonly clarityPerPctMm: number;
};
/** The colour of a batch's parts as they truly are, and of an unlit piece of their resin. */
export type PartColours = (batchId: string) => Promise<{ readonly part: Lab; readonly unlit: Lab }>;
export type World = (vesselId: string) => Promise<TrueBath>;
export type RunningDevice = { readonly stop: () => void };

const LIVELY_MS = 250;
const QUIET_MS = 2000;
const LIVELY_FOR_MS = 15_000;
const FLASK_G = 62.37;
const DISH_G = 41.2;
const CHECK_G = 100;
const CAN_G = 184;
const DRIFT_G_PER_S = 0.03;

/** The bench scale: streams a settling weight. A trainee puts things on it by hand. */
export function runScale(address: Address, world: World, seed = 1): RunningDevice {
  const bridge = new Bridge(address);
  const noise = makeRandom(seed);
  let state: ScaleState = emptyScale(performance.now() / 1000);
  let note = 'nothing on the pan';
  let livelyUntil = 0;
  const lay = (grams: number, what: string) => {
    state = placed(state, grams, performance.now() / 1000);
    note = what;
  };
  const sample = (): Sample => {
    const read = shown(state, performance.now() / 1000, noise);
    state = read.state;
    return { atMs: Date.now(), grams: read.grams, stable: read.stable, note };
  };
  const act = async (press: Press): Promise<void> => {
    livelyUntil = Date.now() + LIVELY_FOR_MS;
    switch (press.button) {
      case 'tare':
        state = tared(state, performance.now() / 1000);
        break;
      case 'put flask':
        lay(FLASK_G, 'the empty flask');
        break;
      case 'put dish':
        lay(DISH_G, 'the empty dish');
        break;
      case 'fill flask': {
        const bath = await world(press.vesselId ?? '');
        const ml = press.amount ?? 100;
        // a flask is filled to its mark within a twentieth of a millilitre
        lay(FLASK_G + (ml + 0.05 * noise.normal()) * bath.densityGPerMl, `the flask with ${ml} mL`);
        break;
      }
      case 'dry dish': {
        const bath = await world(press.vesselId ?? '');
        const ml = press.amount ?? 10;
        lay(
          DISH_G + ml * (1 + 0.004 * noise.normal()) * bath.densityGPerMl * (bath.loadPctW / 100),
          `the dish, ${ml} mL dried`,
        );
        break;
      }
      case 'put can':
        lay(CAN_G, 'an empty can');
        break;
      case 'pour':
        // a steady hand stops within a gram or two
        lay(state.onPanG + (press.amount ?? 100) + 0.8 * noise.normal(), 'something was poured into it');
        break;
      case 'take off':
        lay(0, 'nothing on the pan');
        break;
      case 'put weight':
        lay(CHECK_G, 'the 100 g check weight');
        break;
      case 'drift':
        state = drifting(state, DRIFT_G_PER_S, performance.now() / 1000);
        break;
      case 'mend':
        state = drifting(state, 0, performance.now() / 1000);
        break;
    }
    await bridge.send([sample()]);
  };
  void bridge.followPresses(act);
  void (async () => {
    while (bridge.running) {
      await bridge.send([sample()]);
      await sleep(Date.now() < livelyUntil ? LIVELY_MS : QUIET_MS);
    }
  })();
  return { stop: () => bridge.stop() };
}

/** The camera: photographs the clarity card through a jar of the bath, or a part beside an unlit piece on white paper. */
export function runCamera(address: Address, world: World, colours: PartColours, seed = 1): RunningDevice {
  const bridge = new Bridge(address);
  let photo = 0;
  const partPhoto = async (batchId: string) => renderPartPhoto({ ...(await colours(batchId)), seed: seed + photo });
  const bathPhoto = async ({ vesselId = '', amount: pathMm = 30 }: Press) => {
    const { loadPctW, clarityPerPctMm } = await world(vesselId);
    return renderPhoto({ loadPctW, pathMm, clarityPerPctMm, seed: seed + photo });
  };
  const act = async (press: Press): Promise<void> => {
    if (press.button !== 'photograph') return;
    photo++;
    const taken = await bridge.sendPhoto(
      pngOf(press.batchId ? await partPhoto(press.batchId) : await bathPhoto(press)),
    );
    if (taken) await bridge.send([{ atMs: Date.now(), photo, note: 'photo taken' }]);
  };
  void bridge.followPresses(act);
  void (async () => {
    while (bridge.running) {
      await bridge.send([{ atMs: Date.now(), photo, note: 'ready' }]);
      await sleep(QUIET_MS);
    }
  })();
  return { stop: () => bridge.stop() };
}
