import { type InsideRod, type Lamp, type Placement, turnedOver } from '@north-step/core/light';
import type { Refusal } from '@north-step/core/result';
import { useEffect, useState } from 'react';
import { type LightMap, type MapJob, makeMap } from './lightMap.ts';
import type { CurePart } from './useCureParts.ts';

/** A part that is being moved is not mapped until it is left alone for so long. */
const REST_MS = 350;

export type LightMaps = {
  /** as placed, and turned over */
  readonly first?: LightMap;
  readonly second?: LightMap | undefined;
  /** of both together; nothing when nothing is being made */
  readonly share?: number | undefined;
  readonly refusal?: Refusal | undefined;
  readonly cancel: () => void;
};

type Made = Omit<LightMaps, 'cancel'>;

/** Maps of the parts as they stand, and turned over in the same places. */
export function useLightMaps(
  parts: readonly CurePart[] | undefined,
  placements: readonly Placement[],
  lamp: Lamp | undefined,
  rods: readonly (InsideRod | undefined)[],
): LightMaps {
  const [made, setMade] = useState<Made>({});
  const [stop, setStop] = useState<() => void>(() => () => {});
  useEffect(() => {
    if (!parts || !lamp || lamp.groups.length === 0 || placements.length === 0) {
      setMade({});
      return;
    }
    let gone = false;
    const jobs: MapJob[] = [];
    const end = () => {
      gone = true;
      for (const job of jobs) job.stop();
    };
    const one = async (where: readonly Placement[], from: number) => {
      const of = {
        parts: parts.map(({ positions }) => positions),
        partKeys: parts.map(({ key }) => key),
        placements: where,
        lamp,
        rods,
      };
      const job = makeMap(of, (share) => !gone && setMade((now) => ({ ...now, share: from + share / 2 })));
      jobs.push(job);
      return job.result;
    };
    const run = async () => {
      const first = await one(placements, 0);
      if (gone) return;
      if (!first.ok) return setMade({ refusal: first.refusal });
      setMade({ first: first.map, share: 0.5 });
      const second = await one(turnedOver(placements), 0.5);
      if (!gone) setMade({ first: first.map, second: second.ok ? second.map : undefined });
    };
    setMade((now) => ({ ...now, share: 0, refusal: undefined }));
    setStop(() => () => {
      end();
      setMade((now) => ({
        ...now,
        share: undefined,
        refusal: now.first
          ? undefined
          : { code: 'CANCELLED', message: 'The light map was cancelled.', remedy: 'Change anything to make it again.' },
      }));
    });
    const timer = setTimeout(() => void run(), REST_MS);
    return () => {
      clearTimeout(timer);
      end();
    };
  }, [parts, placements, lamp, rods]);
  return { ...made, cancel: stop };
}
