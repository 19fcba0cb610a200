import type { BenchReply } from '@north-step/contract';
import { type BatchState, currentStep, lightSoFarS } from '@north-step/core/batch';
import { curePlanOf } from '@north-step/core/plan';
import { cureConstantsOf } from '@north-step/core/resin';
import { isCure } from '@north-step/core/route';
import { plainNumber } from '@north-step/core/units';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { WindowBar } from '../../glyphs/index.ts';
import { useNow } from '../../shell/useNow.ts';
import { useBatchQuery, useBenchQuery } from '../../store/api.ts';
import { useAppSelector } from '../../store/store.ts';
import { Empty, Failed, isUnknown, Loading, NoSuch } from '../../ui/index.ts';
import { useLampsQuery, usePairsQuery } from '../lamps/index.ts';
import { SlimBand } from '../next/index.ts';
import { ColourBefore } from './ColourBefore.tsx';
import { CureBand } from './CureBand.tsx';
import { CureChoices } from './CureChoices.tsx';
import { InTheLamp } from './InTheLamp.tsx';
import { LightView, spotWords } from './LightView.tsx';
import { PlanColumn } from './PlanColumn.tsx';
import { SunRun } from './SunRun.tsx';
import { type CureView, useCure } from './useCure.ts';

const cureAhead = (batch: BatchState): boolean => batch.steps.some((one) => isCure(one) && one.state !== 'done');

/** Light on the parts of one batch, its window, and the plan that follows. */
export function CurePage() {
  const { batchId } = useParams();
  const bench = useBenchQuery();
  const chosen = useBatchQuery(batchId ?? '', { skip: !batchId });
  const lamps = useLampsQuery();
  const navigate = useNavigate();
  const open = bench.data?.open.filter(cureAhead) ?? [];
  const waiting = open.filter((batch) => !batch.steps.some((one) => isCure(one) && one.state === 'running'));
  const nearest = waiting.toSorted((a, b) => stepsToCure(a) - stepsToCure(b))[0] ?? open[0];
  const batch = batchId ? chosen.currentData?.batch : nearest;
  if ((bench.isError && !bench.data) || (lamps.isError && !lamps.data))
    return <Failed what="the lamps" onRetry={() => void Promise.all([bench.refetch(), lamps.refetch()])} />;
  if (batchId && chosen.isError && !chosen.data && isUnknown(chosen.error)) return <NoSuch what="batch" to="/cure" />;
  if (batchId && chosen.isError && !chosen.data)
    return <Failed what="that batch" onRetry={() => void chosen.refetch()} />;
  if (!bench.data || !lamps.data || (batchId && !batch)) return <Loading what="the lamps" />;
  if (!batch)
    return (
      <>
        <SlimBand say="No batch on the bench has a cure ahead." more="Hang one, or open a batch from the list." />
        <Empty>Lamps and coupons can be tended meanwhile.</Empty>
        <LampLinks lamps={lamps.data.lamps} />
      </>
    );
  return (
    <CureOf
      key={batch.id}
      batch={batch}
      bench={bench.data}
      lamps={lamps.data.lamps}
      others={open}
      onOther={(id) => void navigate(`/cure/${id}`)}
    />
  );
}

const stepsToCure = (batch: BatchState): number =>
  batch.steps.findIndex((one) => isCure(one) && one.state !== 'done') -
  batch.steps.filter(({ state }) => state === 'done').length;

type CureOfProps = {
  readonly batch: BatchState;
  readonly bench: BenchReply;
  readonly lamps: Parameters<typeof useCure>[2];
  readonly others: readonly BatchState[];
  readonly onOther: (id: string) => void;
};

function CureOf({ batch, bench, lamps, others, onOther }: CureOfProps) {
  const cure = useCure(batch, bench, lamps);
  const pairs = usePairsQuery().data?.pairs;
  const theme = useAppSelector((state) => state.here.theme);
  const [side, setSide] = useState<'first' | 'second'>('first');
  const [spot, setSpot] = useState<number>();
  const map = side === 'second' ? (cure.maps.second ?? cure.maps.first) : cure.maps.first;
  const plan = useMemo(() => curePlanOf(batch, bench.bench), [batch, bench.bench]);
  const shown = cure.worked?.forecast ?? plan;
  const { window } = shown;
  const step = currentStep(batch);
  const nowMs = useNow(1000);
  const begun = batch.steps.some((one) => isCure(one) && one.state !== 'waiting');
  const inSun =
    cure.lamp?.lamp.kind === 'sun' &&
    step !== undefined &&
    isCure(step) &&
    step.state === 'running' &&
    step.station === cure.station
      ? step
      : undefined;
  return (
    <>
      <CureBand batch={batch} bench={bench.bench} cure={cure} />
      <nav
        aria-label="Batches before the lamp"
        className="flex flex-wrap items-center gap-2 border-b border-line px-[18px] py-1"
      >
        {others.map((other) => (
          <button
            key={other.id}
            type="button"
            className={`btn ${other.id === batch.id ? 'btn-sea' : ''}`}
            aria-pressed={other.id === batch.id}
            onClick={() => onOther(other.id)}
          >
            {other.name}
          </button>
        ))}
        <LampLinks lamps={lamps} />
      </nav>
      <div className="grid grid-cols-[244px_minmax(0,1fr)_330px] max-lg:grid-cols-1">
        <CureChoices batch={batch} cure={cure} lamps={lamps} />
        <section aria-label="Light and window" className="min-w-0 border-r border-line px-[18px] py-3">
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
                {map.samples.count.toLocaleString('en-GB')} points · {map.triangles.toLocaleString('en-GB')} triangles
                throw shadows · coldest {plainNumber(map.figures.coldMWPerCm2)}, median{' '}
                {plainNumber(map.figures.medianMWPerCm2)}, hottest {plainNumber(map.figures.hotMWPerCm2)} mW/cm²
                {map.figures.neverLitPct > 0.05 && ` · ${plainNumber(map.figures.neverLitPct)} % never lit`}
              </p>
              <LightView
                map={map}
                lamp={cure.lamp.lamp}
                name={`${batch.name}, ${side === 'first' ? 'as placed' : 'turned over'}`}
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
          <h2 className="mt-2 text-lg font-bold">The window</h2>
          {batch.card.procedure ? (
            <p className="text-ink-2">A validated procedure has exact times and no window.</p>
          ) : window.handleS !== undefined ? (
            <WindowBar
              handleS={window.handleS}
              maxS={window.maxS}
              looksS={shown.doses ? [shown.doses.firstS] : []}
              nowS={begun ? lightSoFarS(batch, nowMs, bench.light[batch.id]) : undefined}
              handleRangeS={shown.range?.handleS}
              maxRangeS={shown.range?.maxS}
              widthPx={600}
              heightPx={24}
            />
          ) : (
            <p>{cure.worked?.closed?.why ?? 'It follows from the light.'}</p>
          )}
          <p className="text-[13px] text-ink-2">
            {shown.from === 'even light' && <b>Even light is assumed; its map makes it sure. </b>}dotted: tacky · plain:
            good · hatched: {window.maxBy === 'tint' ? 'yellow' : 'brittle'}. Under-cure can be topped up, over-cure
            cannot be undone: the plan weighs looks against spoiled batches. Constants are invented defaults to be
            calibrated.
          </p>
          <InTheLamp batch={batch} stationId={cure.station} />
          {inSun && cure.lamp && <SunRun batch={batch} step={inSun} lamp={cure.lamp} />}
          {cureConstantsOf(batch.card).tint && <ColourBefore batch={batch} />}
        </section>
        <PlanColumn
          batch={batch}
          bench={bench}
          cure={cure}
          pair={pairs?.find((pair) => pair.cardId === batch.card.id && pair.stationId === cure.station)}
        />
      </div>
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

function LampLinks({ lamps }: { readonly lamps: Parameters<typeof useCure>[2] }) {
  const navigate = useNavigate();
  return (
    <span className="ml-auto flex flex-wrap gap-2 px-[18px] py-1">
      {lamps.map(({ stationId, name }) => (
        <button key={stationId} type="button" className="btn" onClick={() => void navigate(`/cure/lamps/${stationId}`)}>
          {name} …
        </button>
      ))}
      <button type="button" className="btn" onClick={() => void navigate('/cure/coupons')}>
        Coupons …
      </button>
      <button type="button" className="btn" onClick={() => void navigate('/cure/tests')}>
        Tests …
      </button>
    </span>
  );
}
