import {
  AS_DRAWN,
  fitRod,
  type InsideRod,
  type Placement,
  type Rod,
  reachMm,
  spreadOn,
  stood,
  tipsAtDeg,
} from '@north-step/core/light';
import type { Pocket, Vec3 } from '@north-step/core/mesh';
import type { Refusal } from '@north-step/core/result';
import { useEffect, useMemo, useState } from 'react';
import type { CurePart } from './useCureParts.ts';

/** Ways to stand a part, by the side of the drawing that points up. */
export const POSES = {
  'as drawn': AS_DRAWN,
  'on its head': [0, 0, -1],
  'left side down': [1, 0, 0],
  'right side down': [-1, 0, 0],
  'front down': [0, 1, 0],
  'back down': [0, -1, 0],
} as const satisfies Record<string, Vec3>;
export type PoseName = keyof typeof POSES;
export const POSE_NAMES = Object.keys(POSES) as readonly PoseName[];

const USUAL_ROD: Rod = { totalMW: 240, lengthMm: 40, radiusMm: 4 };

/** How the parts stand on the table: which way up, where, and with a rod of light in the largest hollow or without. */
export function useStand(
  parts: readonly CurePart[] | undefined,
  tableRadiusMm: number | undefined,
  wanted: number,
  first: readonly PoseName[],
) {
  const [chosenPoses, setPoses] = useState<readonly (PoseName | undefined)[]>([]);
  const poses = useMemo(
    () => (parts ?? []).map((_, i) => chosenPoses[i] ?? first[i] ?? first[0] ?? 'as drawn'),
    [parts, chosenPoses, first],
  );
  const shapes = useMemo(
    () =>
      (parts ?? []).map(({ positions, count }, i) => {
        const up = POSES[poses[i]!];
        const standing = stood(positions, up);
        return { up, count, radiusMm: reachMm(standing), tipsAtDeg: tipsAtDeg(standing) };
      }),
    [parts, poses],
  );
  const spread = useMemo(
    () => (tableRadiusMm ? spreadOn(shapes, tableRadiusMm, wanted) : []),
    [shapes, tableRadiusMm, wanted],
  );
  const [placements, setPlacements] = useState<readonly Placement[]>([]);
  const [moved, setMoved] = useState(false);
  useEffect(() => {
    setPlacements(spread);
    setMoved(false);
  }, [spread]);

  const [rod, setRod] = useState<Rod>();
  const hollows = useMemo(() => hollowsOf(parts ?? []), [parts]);
  const fits = useMemo(
    () => (rod && parts ? hollows.map((hollow, i) => hollow && fitRod(parts[i]!.positions, hollow.atMm, rod)) : []),
    [parts, rod, hollows],
  );
  // kinds that have no hollow for it go without
  const rods = useMemo(() => fits.map((fit) => (fit?.ok ? fit.value : undefined)), [fits]);
  const inside: InsideRod | undefined = rods.find((fitted) => fitted !== undefined);
  const refused = fits.find((fit) => fit && !fit.ok);
  const rodRefusal: Refusal | undefined = !inside && refused && !refused.ok ? refused.refusal : undefined;
  return {
    poses,
    setPose: (kind: number, pose: PoseName) => setPoses((now) => poses.map((_, i) => (i === kind ? pose : now[i]))),
    /** which way up each kind stands */
    ups: useMemo(() => shapes.map(({ up }) => up), [shapes]),
    shapes,
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
    touched: moved || chosenPoses.some((pose) => pose !== undefined) || rod !== undefined,
    /** the widest mouth of all */
    hollow: hollows.reduce((a, b) => ((b?.neckMm ?? 0) > (a?.neckMm ?? 0) ? b : a), undefined),
    rod,
    setRod,
    usualRod: USUAL_ROD,
    rods,
    inside,
    rodRefusal,
  };
}

/** The largest hollow of each kind. */
const hollowsOf = (parts: readonly CurePart[]): readonly (Pocket | undefined)[] =>
  parts.map(({ hollows }) => hollows[0]);

/** The name of a pose, by the direction that points up. */
export const poseOf = (up: Vec3 | undefined): PoseName =>
  POSE_NAMES.find((name) => POSES[name].every((value, axis) => value === (up?.[axis] ?? POSES['as drawn'][axis]))) ??
  'as drawn';
