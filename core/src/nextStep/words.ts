import { type BatchState, STATIONS, type Step } from '../route/index.ts';

const HANDS = {
  wet: 'Glove on the basket hand · bare hand for lids and this screen',
  trim: 'Gloves and eye cover · clippings fly',
  light: 'Clean gloves · never look into the lamp',
} as const;

/** Which hand is gloved. */
export function handsFor(step: Step): string {
  if (step.kind === 'trim' || step.station === STATIONS.trim) return HANDS.trim;
  return step.kind === 'cure' || step.kind === 'look-cured' || step.kind === 'seal' ? HANDS.light : HANDS.wet;
}

export function finishWords(batch: BatchState, step: Step, station: string): string {
  switch (step.kind) {
    case 'wash':
    case 'rinse':
      return `Lift ${batch.name} out of ${station}`;
    case 'drip':
      return `${batch.name} has dripped`;
    case 'dry':
      return `Check ${batch.name} is dry`;
    case 'cure':
      return `Take ${batch.name} out of ${station}`;
    case 'trim':
      return `${batch.name} is clipped`;
    default:
      return step.say ? step.say[1].replace('{}', batch.name) : `${step.title}: ${batch.name} done`;
  }
}

export function startWords(batch: BatchState, step: Step, station: string): string {
  switch (step.kind) {
    case 'wash':
      return `Lower ${batch.name} into ${station}`;
    case 'drip':
      return `Hang ${batch.name} on the ${station.toLowerCase()}`;
    case 'dry':
      return `Blow off ${batch.name}, set it on the ${station.toLowerCase()}`;
    case 'cure':
      return `Put ${batch.name} in the ${station.toLowerCase()}`;
    case 'trim':
      return `Clip the supports of ${batch.name}`;
    default:
      return step.say ? step.say[0].replace('{}', batch.name) : `${step.title}: ${batch.name}`;
  }
}

/** One press, nothing to wait for. */
export function momentWords(batch: BatchState, step: Step): string {
  if (step.say) return step.say[1].replace('{}', batch.name);
  return step.kind === 'seal' ? `Seal the record of ${batch.name}` : `Take ${batch.name} off the plate`;
}
