import { glassTransitionC } from './kinetics.ts';
import { OPEN_RATIO, windowRatio } from './plan.ts';
import { type PoseLight, turnedWindow, windowOf } from './poses.ts';
import { type CureSetting, type CureWindow, cureEnd, cureMoment, DEFAULT_CURE_C } from './window.ts';

export type CureAlternative = {
  readonly change: string;
  readonly handleS?: number | undefined;
  readonly maxS?: number | undefined;
  /** stiffness of the coldest depth when first handled, % of the fully cured; with an oven after it, then */
  readonly stiffnessPct?: number | undefined;
  /** what it costs, in words */
  readonly risk?: string | undefined;
};

const CHAMBERS_C = [45, 60] as const;
const OVEN = { tempC: 60, seconds: 3600 } as const;
/** A part this near its own softening point gives way under its own weight. An engineering guess. */
const SOFT_WITHIN_K = 5;

/**
 * The same part with one thing changed at a time, widest window first. Lower power is offered only without oxygen. Heat is
 * judged by the stiffness it gains and by how near it comes to the part's softening point.
 * @param light.poses as the part is lit now, where it is turned over already
 * @param light.turned the same part's light before and after it is turned over, from its maps; else the mean of cold and hot stands in
 */
export function cureAlternatives(
  setting: CureSetting,
  { poses, turned }: { readonly poses?: readonly PoseLight[]; readonly turned?: readonly PoseLight[] | undefined } = {},
): readonly CureAlternative[] {
  const found: { change: string; window: CureWindow; stiffnessPct?: number | undefined; risk?: string | undefined }[] =
    [];
  const add = (change: string, over: Partial<CureSetting>, risk?: string, powerShare = 1) => {
    const changed = { ...setting, ...over };
    const window = windowOf(
      changed,
      poses?.map((pose) => dimmed(pose, powerShare)),
    );
    found.push({ change, window, stiffnessPct: stiffnessAt(changed, window.handleS), risk });
  };
  const roomC = setting.tempC ?? DEFAULT_CURE_C;
  for (const medium of ['air', 'water', 'glycerine'] as const)
    if (medium !== setting.medium) add(medium === 'air' ? 'in air' : `under ${medium}`, { medium });
  for (const tempC of CHAMBERS_C) if (tempC > roomC) add(`chamber at ${tempC} °C`, { tempC }, softRisk(setting, tempC));
  const turnedAlready = poses !== undefined && poses.length > 1;
  if (!turnedAlready && turned) found.push({ change: 'turn over half-way', window: turnedWindow(setting, turned) });
  else if (!turnedAlready && setting.coldMWPerCm2 < setting.hotMWPerCm2)
    add('turn over half-way', { coldMWPerCm2: (setting.coldMWPerCm2 + setting.hotMWPerCm2) / 2 });
  if (setting.medium !== 'air') add('half the power', dimmed(setting, 0.5), undefined, 0.5);
  found.push(ovenAfter(setting, poses));
  return found
    .sort((a, b) => windowRatio(b.window) - windowRatio(a.window))
    .map(({ change, window, stiffnessPct, risk }) => ({
      change,
      handleS: window.handleS,
      maxS: window.maxS,
      stiffnessPct,
      risk,
    }));
}

const dimmed = ({ coldMWPerCm2, hotMWPerCm2 }: PoseLight, share: number): PoseLight => ({
  coldMWPerCm2: share * coldMWPerCm2,
  hotMWPerCm2: share * hotMWPerCm2,
});

/** Heat needs a heater and softens the part: it is offered, not advised. */
export const needsHeat = ({ change }: CureAlternative): boolean => /°C/.test(change);

/** A change costs hands: it must widen the window by so much. */
const WORTH_A_CHANGE = 1.1;

/**
 * The one change that opens a window too narrow to look in: the widest of those that need no heat, and that gain a tenth.
 * @returns nothing when the window is wide enough as it is, or when no change makes it so
 */
export function advisedChange(
  window: CureWindow,
  alternatives: readonly CureAlternative[],
): CureAlternative | undefined {
  const now = windowRatio(window);
  if (now >= OPEN_RATIO) return undefined;
  return alternatives
    .filter((one) => !needsHeat(one) && windowRatio(one) > Math.max(1, WORTH_A_CHANGE * now))
    .toSorted((a, b) => windowRatio(b) - windowRatio(a))[0];
}

const stiffnessAt = (setting: CureSetting, seconds: number | undefined): number | undefined =>
  seconds === undefined ? undefined : cureEnd(setting, seconds).stiffnessPct;

/** The window stays that of the light; the oven adds stiffness to what was lit. */
function ovenAfter(
  setting: CureSetting,
  poses?: readonly PoseLight[],
): { change: string; window: CureWindow; stiffnessPct?: number; risk?: string | undefined } {
  const window = windowOf(setting, poses);
  const { handleS } = window;
  const change = `oven at ${OVEN.tempC} °C for an hour after`;
  if (handleS === undefined) return { change, window };
  const phases = [
    ...(setting.phases ?? []),
    { seconds: Math.max(0, handleS - lengthOf(setting)) },
    { seconds: OVEN.seconds, tempC: OVEN.tempC, medium: 'air' as const, coldMWPerCm2: 0, hotMWPerCm2: 0 },
  ];
  const stiffnessPct = cureEnd({ ...setting, phases }, handleS + OVEN.seconds).stiffnessPct;
  return { change, window, stiffnessPct, risk: softRisk(setting, OVEN.tempC, handleS) };
}

const lengthOf = (setting: CureSetting): number =>
  (setting.phases ?? []).reduce((sum, phase) => sum + phase.seconds, 0);

/** Warns when the part itself is soft at that temperature: green at the start of a warm chamber, handled before an oven. */
function softRisk(setting: CureSetting, tempC: number, afterS = 0): string | undefined {
  const c = setting.constants;
  const conversion = afterS === 0 ? c.green : cureMoment(setting, afterS).cold.deep;
  const softC = glassTransitionC(c, conversion) + c.vitrifyK;
  return tempC > softC - SOFT_WITHIN_K ? `it is still soft at ${tempC} °C: thin features may sag` : undefined;
}
