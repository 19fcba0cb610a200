import { type Marks, PATCH_NAMES, type PatchName, type Point } from '@north-step/core/clarity';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useCameraShot } from '../../devices/useCameraShot.ts';
import { PhotoSource } from '../../ui/index.ts';
import { usePhoto } from './usePhoto.ts';

export type Patches = {
  readonly whiteSeen: number;
  readonly blackSeen: number;
  readonly whiteRef: number;
  readonly blackRef: number;
};
const PATCH_WORDS: Readonly<Record<PatchName, string>> = {
  whiteRef: 'white, beside the jar',
  blackRef: 'black, beside the jar',
  whiteSeen: 'white, through the jar',
  blackSeen: 'black, through the jar',
};

/** The photo of the clarity card: from a file or a camera; the patches it found, or those the user points at. */
export function ClarityPhoto({
  vesselId,
  pathMm,
  onPatches,
}: {
  readonly vesselId: string;
  readonly pathMm: number;
  readonly onPatches: (patches: Patches | undefined) => void;
}) {
  const photo = usePhoto();
  const camera = useCameraShot((file) => void photo.take(file));
  const [marks, setMarks] = useState<Partial<Record<PatchName, Point>>>();
  const { state } = photo;
  const reading = state.stage === 'read' ? state.reading : undefined;
  // biome-ignore lint/correctness/useExhaustiveDependencies: tells the page once per reading
  useEffect(() => {
    onPatches(
      reading && {
        whiteSeen: reading.whiteSeen,
        blackSeen: reading.blackSeen,
        whiteRef: reading.whiteRef,
        blackRef: reading.blackRef,
      },
    );
  }, [reading]);
  const next = marks && PATCH_NAMES.find((name) => !marks[name]);
  const mark = (at: Point) => {
    if (!next || state.stage === 'none') return;
    const all = { ...marks, [next]: at };
    setMarks(all);
    if (PATCH_NAMES.every((name) => all[name])) {
      setMarks(undefined);
      void photo.take(state.file, all as Marks);
    }
  };
  return (
    <section aria-label="Photo of the card" className="space-y-3">
      <div className="flex flex-wrap gap-2">
        <Link className="btn" to="/solvent/card">
          Print the card …
        </Link>
        <PhotoSource
          camera={camera}
          onFile={(file) => void photo.take(file)}
          onShoot={() => camera?.shoot({ vesselId, amount: pathMm })}
        />
      </div>
      {state.stage === 'reading' && <p aria-live="polite">Reading the photo …</p>}
      {state.stage === 'refused' && (
        <p role="alert" className="border-l-4 border-brick pl-3">
          {state.message}
        </p>
      )}
      {next && <p className="font-bold">Click the middle of: {PATCH_WORDS[next]}.</p>}
      {(state.stage === 'read' || (state.stage === 'refused' && state.code !== 'NOT_AN_IMAGE')) && (
        <Picture
          state={state}
          marks={marks ?? (state.stage === 'read' ? state.reading.patches : {})}
          onMark={marks ? mark : undefined}
        />
      )}
      {(state.stage === 'read' || state.stage === 'refused') && !marks && (
        <div className="flex flex-wrap items-center gap-3">
          {state.stage === 'read' && (
            <p className="text-sm text-ink-2">
              {state.reading.found === 'by itself'
                ? 'The card was found; uneven light was evened out by its white margin.'
                : 'Read where you marked it; uneven light was not corrected.'}
            </p>
          )}
          <button type="button" className="btn" onClick={() => setMarks({})}>
            Mark the patches myself
          </button>
        </div>
      )}
    </section>
  );
}

function Picture({
  state,
  marks,
  onMark,
}: {
  readonly state: { readonly url: string; readonly width?: number; readonly height?: number };
  readonly marks: Partial<Record<PatchName, Point>>;
  readonly onMark?: ((at: Point) => void) | undefined;
}) {
  const [size, setSize] = useState<readonly [number, number]>();
  const [width, height] = state.width && state.height ? [state.width, state.height] : (size ?? [640, 480]);
  return (
    <div className="frame relative w-full max-w-[520px]">
      <img
        src={state.url}
        alt="The clarity card behind the jar"
        className="block w-full"
        onLoad={(event) => setSize([event.currentTarget.naturalWidth, event.currentTarget.naturalHeight])}
      />
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: pointing at a place in a picture; the found patches are the keyboard's way */}
      <svg
        className="absolute inset-0 h-full w-full"
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label="Where the patches are"
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          onMark?.([
            ((event.clientX - box.left) / box.width) * width,
            ((event.clientY - box.top) / box.height) * height,
          ]);
        }}
      >
        {PATCH_NAMES.map((name) => {
          const at = marks[name];
          return (
            at && (
              <circle
                key={name}
                cx={at[0]}
                cy={at[1]}
                r={width / 40}
                fill="none"
                stroke="var(--amber)"
                strokeWidth={width / 160}
              />
            )
          );
        })}
      </svg>
    </div>
  );
}
