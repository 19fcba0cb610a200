import type { PhotoColour } from '@north-step/core/colour';
import { clamp } from '@north-step/core/units';
import { useState } from 'react';
import { PhotoSource } from '../../ui/index.ts';
import { SPOTS, type SpotName, usePartPhoto } from './usePartPhoto.ts';

const SPOT_WORDS: Readonly<Record<SpotName, string>> = {
  white: 'the white paper',
  part: 'the part',
  reference: 'the unlit piece',
};
/** Arrow keys move a mark by this share of the photo. */
const KEY_STEP = 0.02;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-KEY_STEP, 0],
  ArrowRight: [KEY_STEP, 0],
  ArrowUp: [0, -KEY_STEP],
  ArrowDown: [0, KEY_STEP],
};

/** A photo of the part on white paper, with marks that are pressed, or moved by the arrow keys. */
export function PartPhoto({
  batchId,
  spots,
  onColour,
}: {
  readonly batchId: string;
  /** which spots are marked, in order */
  readonly spots: readonly SpotName[];
  readonly onColour: (colour: PhotoColour | undefined) => void;
}) {
  const photo = usePartPhoto(onColour);
  const [chosen, setChosen] = useState<SpotName>();
  const active = chosen ?? spots.find((name) => !photo.spots[name]);
  const place = (u: number, v: number) => {
    if (!active) return;
    void photo.mark(active, [clamp(u, 0, 1), clamp(v, 0, 1)]);
    setChosen(undefined);
  };
  return (
    <div>
      <div className="flex flex-wrap gap-2">
        <PhotoSource camera={photo.camera} onFile={photo.take} onShoot={() => photo.camera?.shoot({ batchId })} />
      </div>
      {photo.url && (
        <>
          <p className="mt-2 font-bold" aria-live="polite">
            {active ? `Press the middle of ${SPOT_WORDS[active]}.` : 'All marked. Press a name to mark it again.'}
          </p>
          <div className="mt-1 flex flex-wrap gap-2">
            {SPOTS.filter((name) => spots.includes(name)).map((name) => (
              <button
                key={name}
                type="button"
                className="btn"
                aria-pressed={active === name}
                onClick={() => setChosen(name)}
                onKeyDown={(event) => {
                  const by = ARROWS[event.key];
                  if (!by) return;
                  event.preventDefault();
                  const [u, v] = photo.spots[name] ?? [0.5, 0.5];
                  void photo.mark(name, [clamp(u + by[0], 0, 1), clamp(v + by[1], 0, 1)]);
                }}
              >
                {photo.spots[name] ? '● ' : '○ '}
                {SPOT_WORDS[name]}
              </button>
            ))}
          </div>
          {/* biome-ignore lint/a11y/useKeyWithClickEvents: the arrow keys on the names above move the marks */}
          <div
            className="frame relative mt-2 w-full max-w-[340px]"
            role="img"
            aria-label="Photo of the part on white paper"
            onClick={(event) => {
              const box = event.currentTarget.getBoundingClientRect();
              place((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
            }}
          >
            <img src={photo.url} alt="" className="block w-full" />
            {SPOTS.map((name) => {
              const at = photo.spots[name];
              return (
                at && (
                  <span
                    key={name}
                    aria-hidden
                    className="absolute -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-panel px-1 text-[12px] leading-tight"
                    style={{ left: `${100 * at[0]}%`, top: `${100 * at[1]}%` }}
                  >
                    {name}
                  </span>
                )
              );
            })}
          </div>
        </>
      )}
      {photo.reading && <p aria-live="polite">Reading the photo …</p>}
      {photo.refusal && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          {photo.refusal}
        </p>
      )}
    </div>
  );
}
