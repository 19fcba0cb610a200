import { type Asker, askThread } from '../threads/index.ts';
import type { IrradianceAnswer, IrradianceQuestion } from './lightThread.ts';

export type LightMapper = Asker<IrradianceQuestion, IrradianceAnswer>;

/** Maps light in a thread of its own. */
export const makeLightMapper = (): LightMapper =>
  askThread(new URL('./lightThread.ts', import.meta.url), { threads: 2, withinMs: 30_000 });
