import { tintDeltaB } from './kinetics.ts';
import { type CureSetting, type CureWindow, cureMoment, cureWindow, HORIZON_S } from './window.ts';

/** Light of the coldest and of the hottest spot in one pose of a part that is turned over. */
export type PoseLight = { readonly coldMWPerCm2: number; readonly hotMWPerCm2: number };

/** The setting with so many seconds in every pose, one after the other. */
export const turnedSetting = (setting: CureSetting, poses: readonly PoseLight[], totalS: number): CureSetting => ({
  ...setting,
  coldMWPerCm2: Math.max(0.01, ...poses.map((pose) => pose.coldMWPerCm2)),
  hotMWPerCm2: Math.max(...poses.flatMap((pose) => [pose.hotMWPerCm2, pose.coldMWPerCm2]), 0.01),
  phases: poses.map((pose) => ({ ...pose, seconds: totalS / poses.length })),
});

/**
 * Window of a part that spends equal times in each pose, in seconds of light over all poses. The poses follow each other, so
 * each total is played anew and the edge is closed in by halving.
 * @param poses light of one and the same cold spot, and of one and the same hot spot, pose by pose
 */
export function turnedWindow(setting: CureSetting, poses: readonly PoseLight[]): CureWindow {
  const c = setting.constants;
  const after = (totalS: number) => cureMoment(turnedSetting(setting, poses, totalS), totalS);
  const edge = (holds: (totalS: number) => boolean): number | undefined => {
    let high = 60;
    while (!holds(high)) {
      high *= 2;
      if (high > HORIZON_S) return undefined;
    }
    let low = high > 60 ? high / 2 : 0;
    for (let round = 0; round < HALVINGS; round++) {
      const middle = (low + high) / 2;
      if (holds(middle)) high = middle;
      else low = middle;
    }
    return (low + high) / 2;
  };
  const tackS = edge((t) => after(t).cold.surface >= c.tack);
  const deepS = edge((t) => after(t).cold.deep >= c.deep);
  const dose = (t: number) => after(t).hot.surfaceDoseJPerCm2;
  const brittleS = edge((t) => dose(t) >= c.brittleJPerCm2);
  const tintS = c.tint && edge((t) => tintDeltaB(c, dose(t)) >= c.tint!.limitDb);
  const reached = tackS !== undefined && deepS !== undefined;
  const maxS = Math.min(brittleS ?? Number.POSITIVE_INFINITY, tintS ?? Number.POSITIVE_INFINITY);
  return {
    handleS: reached ? Math.max(tackS, deepS) : undefined,
    maxS: Number.isFinite(maxS) ? maxS : undefined,
    limitedBy: !reached ? 'ceiling' : tackS >= deepS ? 'tack' : 'depth',
    maxBy: !Number.isFinite(maxS) ? 'none' : maxS === tintS ? 'tint' : 'brittle',
  };
}
const HALVINGS = 9;

/** The window of a setting, turned over or not. */
export const windowOf = (setting: CureSetting, poses?: readonly PoseLight[]): CureWindow =>
  poses && poses.length > 1 ? turnedWindow(setting, poses) : cureWindow(setting);
