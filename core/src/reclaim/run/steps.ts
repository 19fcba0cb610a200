export const RUN_STEP_KINDS = [
  'pour',
  'stand',
  'look',
  'filter',
  'fill',
  'heat',
  'cool',
  'collect',
  'dry',
  'bin',
] as const;
export type RunStepKind = (typeof RUN_STEP_KINDS)[number];

/** What a look at a jar, or at a pan, can show. */
export const JAR_LOOKS = ['clear', 'milky', 'crust'] as const;
export const PAN_LOOKS = ['dry', 'wet', 'frozen'] as const;
export type RunLook = (typeof JAR_LOOKS)[number] | (typeof PAN_LOOKS)[number];

/** Why the heat of a still went off. */
export const HEAT_ENDS = ['as planned', 'pot too hot', 'cooling failed', 'power cut', 'smell or leak'] as const;
export type HeatEnd = (typeof HEAT_ENDS)[number];

export type RunStep = {
  readonly id: string;
  readonly kind: RunStepKind;
  /** which pass it belongs to, from 1 */
  readonly pass?: number | undefined;
  readonly state: 'waiting' | 'running' | 'done';
  readonly startedAtMs?: number | undefined;
  /** how long until somebody is called back, s */
  readonly plannedS?: number | undefined;
  readonly endedAtMs?: number | undefined;
  readonly seen?: RunLook | undefined;
  readonly heatEnd?: HeatEnd | undefined;
};
