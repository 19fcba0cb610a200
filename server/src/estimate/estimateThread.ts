import { type CareQuestion, type CareReport, careReport, resinMix } from '@north-step/core/care';
import { type History, type ReadingVerdict, Replayer } from '@north-step/core/estimate';
import { answerAsked } from '../threads/answerAsked.ts';

/** The particle filter in its own thread. It keeps snapshots between questions. */
export type EstimateRequest = { readonly history: History; readonly question: CareQuestion };
export type EstimateAnswer = {
  readonly reports: readonly CareReport[];
  readonly verdicts: readonly ReadingVerdict[];
  readonly mix: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** how many items had to be replayed */
  readonly replayedItems: number;
};

const replayer = new Replayer();

export default answerAsked(({ history, question }: EstimateRequest): EstimateAnswer => {
  const replayed = replayer.run(history);
  const mix = resinMix(history.items.flatMap((item) => (item.type === 'event' ? [item.event] : [])));
  return {
    reports: careReport(replayed, history.items, question),
    verdicts: replayed.verdicts,
    mix: Object.fromEntries([...mix].map(([vessel, resins]) => [vessel, Object.fromEntries(resins)])),
    replayedItems: replayed.replayedItems,
  };
});
