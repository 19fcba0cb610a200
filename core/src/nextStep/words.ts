import type { BatchState, Step } from '../batch/index.ts';
import { kindShape, typeOfStep } from '../route/index.ts';

const HANDS = {
  wet: 'Glove on the basket hand · bare hand for lids and this screen',
  trim: 'Gloves and eye cover · clippings fly',
  light: 'Clean gloves · never look into the lamp',
} as const;

/** Which hand is gloved. */
export const handsFor = (step: Step): string => {
  const { gear } = kindShape(step.kind);
  return HANDS[gear !== 'light' && typeOfStep(step)?.where === 'mat' ? 'trim' : gear];
};

const fill = (text: string, batch: BatchState, station: string): string =>
  text.replace('{}', batch.name).replace('{Station}', station).replace('{station}', station.toLowerCase());

export function finishWords(batch: BatchState, step: Step, station: string): string {
  const text = kindShape(step.kind).ends ?? step.say?.[1];
  return text ? fill(text, batch, station) : `${step.title}: ${batch.name} done`;
}

export function startWords(batch: BatchState, step: Step, station: string): string {
  const text = kindShape(step.kind).starts ?? step.say?.[0];
  return text ? fill(text, batch, station) : `${step.title}: ${batch.name}`;
}

/** One press, nothing to wait for. */
export function momentWords(batch: BatchState, step: Step): string {
  const text = step.say?.[1] ?? kindShape(step.kind).ends;
  return text ? fill(text, batch, step.station) : `${step.title}: ${batch.name} done`;
}
