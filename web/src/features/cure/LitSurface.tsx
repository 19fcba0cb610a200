import { plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAppSelector } from '../../store/store.ts';
import { LightView, spotWords } from './LightView.tsx';
import type { CureView } from './useCure.ts';

/** The map of light on the parts, one side after the other, and what a chosen spot gets. */
export function LitSurface({ name, cure }: { readonly name: string; readonly cure: CureView }) {
  const theme = useAppSelector((state) => state.here.theme);
  const [side, setSide] = useState<'first' | 'second'>('first');
  const [spot, setSpot] = useState<number>();
  const map = side === 'second' ? (cure.maps.second ?? cure.maps.first) : cure.maps.first;
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 className="text-lg font-bold">Light reaching the surface</h2>
        {cure.maps.second && (
          <span className="flex gap-2">
            {(['first', 'second'] as const).map((which) => (
              <button
                key={which}
                type="button"
                className="btn"
                aria-pressed={side === which}
                onClick={() => setSide(which)}
              >
                {which === 'first' ? 'as placed' : 'turned over'}
              </button>
            ))}
          </span>
        )}
      </div>
      <MapState cure={cure} />
      {map && cure.lamp && (
        <>
          <p className="mb-1 text-[13px] text-ink-2">
            {map.samples.count.toLocaleString('en-GB')} points · {map.triangles.toLocaleString('en-GB')} triangles throw
            shadows · coldest {plainNumber(map.figures.coldMWPerCm2)}, median {plainNumber(map.figures.medianMWPerCm2)},
            hottest {plainNumber(map.figures.hotMWPerCm2)} mW/cm²
            {map.figures.neverLitPct > 0.05 && ` · ${plainNumber(map.figures.neverLitPct)} % never lit`}
          </p>
          <LightView
            map={map}
            lamp={cure.lamp.lamp}
            name={`${name}, ${side === 'first' ? 'as placed' : 'turned over'}`}
            theme={theme}
            onSpot={setSpot}
          />
          <p className="min-h-6 text-sm" aria-live="polite">
            {spot === undefined && (
              <span className="text-[13px] text-ink-2">
                squares: LEDs · dashes: table · hatched: the coldest · turn with the arrow keys · press a spot
              </span>
            )}
            {spot !== undefined && cure.light && (
              <>
                This spot:{' '}
                {spotWords([cure.maps.first?.values[spot], cure.maps.second?.values[spot]], cure.light.poses)}.
              </>
            )}
          </p>
        </>
      )}
    </>
  );
}

/** The parts are read for this share of the whole way to a map. */
const READ_SHARE = 0.4;
/** How far the way to the light map is, and what is done now. Nothing when nothing is being made. */
function onTheWay({ lamp, readShare, maps: { share } }: CureView) {
  if (!lamp || lamp.lamp.groups.length === 0) return undefined;
  if (readShare !== undefined) return { share: READ_SHARE * readShare, what: 'the parts are read' };
  if (share === undefined) return undefined;
  return {
    share: READ_SHARE + (1 - READ_SHARE) * share,
    what: share < 0.5 ? 'light as placed' : 'light turned over',
  };
}

function MapState({ cure }: { readonly cure: CureView }) {
  const { refusal, cancel } = cure.maps;
  const way = onTheWay(cure);
  if (refusal)
    return (
      <p role="alert" className="border-l-4 border-brick pl-3">
        {refusal.message} {refusal.remedy}
      </p>
    );
  if (way)
    return (
      <div className="flex items-center gap-3 text-sm">
        <progress aria-label="Light map" value={way.share} max={1} className="h-3 w-56" />
        <span>
          {Math.round(100 * way.share)} % · {way.what} …
        </span>
        {cure.readShare === undefined && (
          <button type="button" className="btn" onClick={cancel}>
            Cancel
          </button>
        )}
      </div>
    );
  if (cure.lamp?.lamp.kind === 'sun')
    return (
      <p className="text-sm text-ink-2">
        The sun has no map: turn the parts every ten minutes, so that all faces get near the mean.
      </p>
    );
  if (!cure.lamp || cure.lamp.lamp.groups.length === 0)
    return (
      <p className="text-sm text-ink-2">
        No LED of this lamp is described yet, so its light cannot be mapped.{' '}
        <Link className="underline" to={`/cure/lamps/${cure.station}`}>
          Describe it
        </Link>
      </p>
    );
  return null;
}
