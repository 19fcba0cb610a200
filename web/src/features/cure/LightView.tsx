import type { BatchPose } from '@north-step/core/batch';
import { type Lamp, ledsNow, nearestSample } from '@north-step/core/light';
import { plainNumber } from '@north-step/core/units';
import { useEffect, useRef, useState } from 'react';
import { useTurning } from '../../ui/index.ts';
import type { LightMap } from './lightMap.ts';
import { type LightScene, SCALE_STOPS } from './lightScene.ts';

type LightViewProps = {
  readonly map: LightMap;
  readonly lamp: Lamp;
  readonly name: string;
  readonly theme: 'day' | 'amber';
  readonly onSpot: (sample: number) => void;
};

/** The parts shaded by the light that reaches them. Turns by mouse, touch and arrow keys; a press asks about a spot. */
export function LightView({ map, lamp, name, theme, onSpot }: LightViewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<LightScene | undefined>(undefined);
  const [failed, setFailed] = useState(false);
  const handlers = useTurning(
    canvas,
    (around, over) => scene.current?.turn(around, over),
    (x, y) => {
      const at = scene.current?.pick(x, y);
      if (at) onSpot(nearestSample(map.samples, at));
    },
  );
  useEffect(() => {
    let gone = false;
    import('./lightScene.ts')
      .then(({ makeLightScene }) => {
        if (gone || !canvas.current) return;
        scene.current = makeLightScene(canvas.current, {
          positions: map.positions,
          light: map.light,
          topMWPerCm2: map.figures.hotMWPerCm2,
          hatchedBelowMWPerCm2: map.figures.coldMWPerCm2,
          leds: ledsNow(lamp).map(({ posMm }) => posMm),
          tableRadiusMm: lamp.tableRadiusMm,
        });
      })
      .catch(() => setFailed(true));
    return () => {
      gone = true;
      scene.current?.dispose();
      scene.current = undefined;
    };
  }, [map, lamp]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: colours are read anew when the theme changes
  useEffect(() => scene.current?.draw(), [theme]);
  if (failed) return <p className="p-4 text-ink-2">This browser shows no 3D picture. The figures hold all the same.</p>;
  return (
    <figure
      className="frame relative m-0 overflow-hidden bg-panel"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the picture turns with the arrow keys
      tabIndex={0}
      aria-label={`Light on ${name}. Turn it with the arrow keys.`}
      {...handlers}
    >
      <canvas ref={canvas} className="block h-[340px] w-full touch-none" />
      <Scale map={map} theme={theme} />
    </figure>
  );
}

/** The dose scale with its coldest mark. */
function Scale({ map, theme }: { readonly map: LightMap; readonly theme: 'day' | 'amber' }) {
  const { coldMWPerCm2, hotMWPerCm2 } = map.figures;
  const at = (100 * coldMWPerCm2) / hotMWPerCm2;
  return (
    <div className="absolute bottom-2 left-3 w-[250px] text-[13px]">
      <p className="relative mb-0.5 pl-5" style={{ marginLeft: `${Math.min(45, at)}%` }}>
        <span aria-hidden className="absolute left-[-6px]">
          ▼
        </span>
        coldest: {plainNumber(coldMWPerCm2)}
      </p>
      <div
        aria-hidden
        className="h-3 border border-ink"
        style={{ background: `linear-gradient(90deg, ${SCALE_STOPS[theme].join(', ')})` }}
      />
      <p className="flex justify-between font-mono">
        <span>0</span>
        <span>{plainNumber(hotMWPerCm2)} mW/cm²</span>
      </p>
    </div>
  );
}

/** Where a spot's light of both poses stands against the batch's coldest and hottest. */
export const spotWords = (values: readonly (number | undefined)[], poses: readonly BatchPose[]): string =>
  values
    .flatMap((value, i) =>
      value === undefined ? [] : [`${i === 0 ? 'as it stands' : 'turned over'} ${plainNumber(value)} mW/cm²`],
    )
    .join(', ') + (poses.length > 1 ? ', half of the time each' : '');
