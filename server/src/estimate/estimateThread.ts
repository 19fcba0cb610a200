import { parentPort } from 'node:worker_threads';
import { type CareQuestion, type CareReport, careReport, resinMix } from '@north-step/core/care';
import { type History, type ReadingVerdict, Replayer } from '@north-step/core/estimate';

/** The particle filter in its own thread. It keeps snapshots between questions. */
export type EstimateRequest = { readonly id: number; readonly history: History; readonly question: CareQuestion };
export type EstimateAnswer = {
  readonly reports: readonly CareReport[];
  readonly verdicts: readonly ReadingVerdict[];
  readonly mix: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** how many items had to be replayed */
  readonly replayedItems: number;
};
export type EstimateReply =
  | { readonly id: number; readonly answer: EstimateAnswer }
  | { readonly id: number; readonly error: string };

const replayer = new Replayer();
const port = parentPort!;

port.on('message', ({ id, history, question }: EstimateRequest) => {
  try {
    const replayed = replayer.run(history);
    const mix = resinMix(history.items.flatMap((item) => (item.type === 'event' ? [item.event] : [])));
    const answer: EstimateAnswer = {
      reports: careReport(replayed, history.items, question),
      verdicts: replayed.verdicts,
      mix: Object.fromEntries([...mix].map(([vessel, resins]) => [vessel, Object.fromEntries(resins)])),
      replayedItems: replayed.replayedItems,
    };
    port.postMessage({ id, answer } satisfies EstimateReply);
  } catch (error) {
    port.postMessage({ id, error: error instanceof Error ? error.message : String(error) } satisfies EstimateReply);
  }
});
