import type { Vec3 } from '@north-step/core/mesh';
import { blindHoles } from '@north-step/core/part';
import { plainNumber } from '@north-step/core/units';
import { useEffect, useRef, useState } from 'react';
import { useTurning } from '../../ui/index.ts';
import type { MeasuredFile } from './measureFile.ts';
import type { PartScene } from './partScene.ts';

type PartViewProps = {
  readonly part: MeasuredFile;
  readonly name: string;
  readonly theme: string;
  /** default: the thinnest spots and the blind holes */
  readonly marks?: readonly Mark[] | undefined;
  readonly hint?: string | undefined;
  readonly onPickShell?: ((shell: number) => void) | undefined;
  readonly onPickPlace?: ((at: Vec3) => void) | undefined;
};
export type Mark = { readonly text: string; readonly at: Vec3 };

const MOST_MARKS = 5;

/** A picture of the part; it turns with the arrow keys or by dragging. A press picks a shell or a place. */
export function PartView({ part, name, theme, marks = marksOf(part), hint, onPickShell, onPickPlace }: PartViewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<PartScene | undefined>(undefined);
  const [failed, setFailed] = useState(false);
  const [places, setPlaces] = useState<readonly (readonly [number, number])[]>([]);
  const locate = () => setPlaces(scene.current ? marks.map(({ at }) => scene.current!.place(at)) : []);
  const turn = (around: number, over: number) => {
    scene.current?.turn(around, over);
    locate();
  };

  const several = onPickShell !== undefined && part.measures.shells > 1;
  const handlers = useTurning(canvas, turn, (x, y) => {
    const hit = scene.current?.pick(x, y);
    if (!hit) return;
    onPickPlace?.(hit.at);
    if (several && hit.shell >= 0) onPickShell(hit.shell);
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: marks follow from the part
  useEffect(() => {
    let gone = false;
    const picture = { ...part, supports: part.measures.supports?.shells ?? [] };
    import('./partScene.ts')
      .then(({ makePartScene }) => {
        if (gone || !canvas.current) return;
        scene.current = makePartScene(canvas.current, picture);
        locate();
      })
      .catch(() => setFailed(true));
    return () => {
      gone = true;
      scene.current?.dispose();
      scene.current = undefined;
    };
  }, [part]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: colours are read anew when the theme changes
  useEffect(() => scene.current?.draw(), [theme]);

  if (failed)
    return <p className="p-4 text-ink-2">This browser shows no 3D picture. The measures hold all the same.</p>;
  return (
    <figure
      className="frame relative overflow-hidden bg-panel"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the picture turns with the arrow keys
      tabIndex={0}
      aria-label={`Picture of ${name}. Turn it with the arrow keys.`}
      {...handlers}
    >
      <canvas ref={canvas} className="block h-[260px] w-full touch-none" />
      {marks.map(({ text }, i) =>
        places[i] ? (
          <span
            key={text + i}
            aria-hidden
            className="pointer-events-none absolute border border-ink bg-panel px-1 font-mono text-[12px] leading-tight"
            style={{ left: places[i][0], top: places[i][1] }}
          >
            {text}
          </span>
        ) : null,
      )}
      <figcaption className="border-t border-line px-3 py-1 text-[13px] text-ink-2">
        {hint ??
          `turn with the arrow keys · the thinner, the nearer to amber${part.pocketSkin?.length ? ' · hatched: pockets' : ''}${several ? ' · press a shell: support or not' : ''}`}
      </figcaption>
    </figure>
  );
}

/** The thinnest spots and the blind holes, with their size. */
function marksOf({ measures }: MeasuredFile): readonly Mark[] {
  const thin = (measures.wall?.thinSpots ?? []).map(({ atMm, wallMm }) => ({ text: plainNumber(wallMm), at: atMm }));
  const holes = blindHoles(measures).map(({ atMm, neckMm }) => ({ text: `⌀${plainNumber(neckMm)}`, at: atMm }));
  return [...holes, ...thin].slice(0, MOST_MARKS);
}
