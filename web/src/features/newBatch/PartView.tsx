import { useEffect, useRef, useState } from 'react';
import type { PartScene } from './partScene.ts';

type PartViewProps = { readonly positions: Float32Array; readonly name: string; readonly theme: string };
const STEP_RAD = Math.PI / 12;

/** A picture of the part; it turns with the arrow keys or by dragging. */
export function PartView({ positions, name, theme }: PartViewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<PartScene | undefined>(undefined);
  const [failed, setFailed] = useState(false);

  useEffect(() => {
    let gone = false;
    import('./partScene.ts')
      .then(({ makePartScene }) => {
        if (!gone && canvas.current) scene.current = makePartScene(canvas.current, positions);
      })
      .catch(() => setFailed(true));
    return () => {
      gone = true;
      scene.current?.dispose();
      scene.current = undefined;
    };
  }, [positions]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: colours are read anew when the theme changes
  useEffect(() => scene.current?.draw(), [theme]);

  if (failed)
    return <p className="p-4 text-ink-2">This browser shows no 3D picture. The measures hold all the same.</p>;
  return (
    <figure
      className="frame relative bg-panel"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the picture turns with the arrow keys
      tabIndex={0}
      aria-label={`Picture of ${name}. Turn it with the arrow keys.`}
      onKeyDown={(event) => {
        const turn = {
          ArrowLeft: [-STEP_RAD, 0],
          ArrowRight: [STEP_RAD, 0],
          ArrowUp: [0, -STEP_RAD],
          ArrowDown: [0, STEP_RAD],
        }[event.key];
        if (!turn) return;
        event.preventDefault();
        scene.current?.turn(turn[0]!, turn[1]!);
      }}
      onPointerMove={(event) =>
        event.buttons === 1 && scene.current?.turn(event.movementX / 120, event.movementY / 120)
      }
    >
      <canvas ref={canvas} className="block h-[300px] w-full" />
      <figcaption className="absolute top-3 left-4 text-[13px] text-ink-2">turn with the arrow keys</figcaption>
    </figure>
  );
}
