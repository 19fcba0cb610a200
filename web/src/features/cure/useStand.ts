import {
  fitRod,
  type InsideRod,
  type Placement,
  type Rod,
  reachMm,
  spreadOn,
  stood,
  tipsAtDeg,
} from '@north-step/core/light';
import type { Vec3 } from '@north-step/core/mesh';
import type { Refusal } from '@north-step/core/result';
import { useEffect, useMemo, useState } from 'react';
import type { CurePart } from './useCurePart.ts';

/** Ways to stand a part, by the side of the drawing that points up. */
export const POSES = {
  'as drawn': [0, 0, 1],
  'on its head': [0, 0, -1],
  'left side down': [1, 0, 0],
  'right side down': [-1, 0, 0],
  'front down': [0, 1, 0],
  'back down': [0, -1, 0],
} as const satisfies Record<string, Vec3>;
export type PoseName = keyof typeof POSES;
export const POSE_NAMES = Object.keys(POSES) as readonly PoseName[];

const USUAL_ROD: Rod = { totalMW: 240, lengthMm: 40, radiusMm: 4 };

/** How the parts stand on the table: which way up, where, and with a rod of light in their largest hollow or without. */
export function useStand(
  part: CurePart | undefined,
  tableRadiusMm: number | undefined,
  wanted: number,
  first: PoseName,
) {
  const [chosenPose, setPose] = useState<PoseName>();
  const pose = chosenPose ?? first;
  const up = POSES[pose];
  const shape = useMemo(() => {
    if (!part) return undefined;
    const standing = stood(part.positions, up);
    return { radiusMm: reachMm(standing), tipsAtDeg: tipsAtDeg(standing) };
  }, [part, up]);
  const spread = useMemo(
    () => (shape && tableRadiusMm ? spreadOn(shape.radiusMm, tableRadiusMm, wanted, up) : []),
    [shape, tableRadiusMm, wanted, up],
  );
  const [placements, setPlacements] = useState<readonly Placement[]>([]);
  const [moved, setMoved] = useState(false);
  useEffect(() => {
    setPlacements(spread);
    setMoved(false);
  }, [spread]);

  const [rod, setRod] = useState<Rod>();
  const hollow = part?.hollows[0];
  const fit = useMemo(
    () => (part && rod && hollow ? fitRod(part.positions, hollow.atMm, rod) : undefined),
    [part, rod, hollow],
  );
  const inside: InsideRod | undefined = fit?.ok ? fit.value : undefined;
  const rodRefusal: Refusal | undefined = fit && !fit.ok ? fit.refusal : undefined;
  return {
    pose,
    setPose,
    up,
    radiusMm: shape?.radiusMm ?? 0,
    tipsAtDeg: shape?.tipsAtDeg,
    fits: spread.length,
    placements,
    setPlacements: (next: readonly Placement[]) => {
      setPlacements(next);
      setMoved(true);
    },
    spread: () => {
      setPlacements(spread);
      setMoved(false);
    },
    /** something was changed by hand: the pose, a place, a rod */
    touched: moved || chosenPose !== undefined || rod !== undefined,
    hollow,
    rod,
    setRod,
    usualRod: USUAL_ROD,
    inside,
    rodRefusal,
  };
}

/** The name of a pose, by the direction that points up. */
export const poseOf = (up: Vec3 | undefined): PoseName =>
  POSE_NAMES.find((name) => POSES[name].every((value, axis) => value === (up?.[axis] ?? POSES['as drawn'][axis]))) ??
  'as drawn';
