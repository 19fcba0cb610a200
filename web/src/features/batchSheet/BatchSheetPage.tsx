import { type BatchState, piecesText } from '@north-step/core/batch';
import { greenWait, greenWords } from '@north-step/core/plan';
import { clockText } from '@north-step/core/units';
import { lazy, Suspense } from 'react';
import { useParams } from 'react-router';
import { ChainMark } from '../../glyphs/index.ts';
import { dayAndClock } from '../../shell/useNow.ts';
import { useBatchQuery, useLaterQuery } from '../../store/api.ts';
import { Failed, isUnknown, Loading, NoSuch } from '../../ui/index.ts';
import { MeasuredSizes } from '../caliper/index.ts';
import { NextBand, SlimBand, useBench } from '../next/index.ts';
import { SaveAs } from '../records/index.ts';
import { Breakages } from './Breakages.tsx';
import { LaterLooks } from './LaterLooks.tsx';
import { RouteStrip } from './RouteStrip.tsx';
import { SheetActions } from './SheetActions.tsx';
import { WhatWasDone } from './WhatWasDone.tsx';
import { WhyPanel } from './WhyPanel.tsx';

const BatchCost = lazy(async () => ({ default: (await import('../reclaim/index.ts')).BatchCost }));
const LightSeen = lazy(async () => ({ default: (await import('../cure/index.ts')).LightSeen }));

/** One batch: its route, what was done and known, and why the next number is what it is. */
export function BatchSheetPage() {
  const { batchId = '' } = useParams();
  const { currentData: data, isError, error, refetch } = useBatchQuery(batchId);
  const { bench, actions, plan, nowMs } = useBench();
  const batch = data?.batch;
  if (isError && !batch && isUnknown(error)) return <NoSuch what="batch" to="/batches" />;
  if (isError && !batch) return <Failed what="that batch" onRetry={() => void refetch()} />;
  if (!batch) return <Loading what="the batch" />;
  const late = plan?.lateOf(batch);
  const action = actions.find((candidate) => candidate.batchId === batch.id);
  return (
    <>
      {batch.recordHash ? (
        <SealedBand batch={batch} />
      ) : batch.mergedInto ? (
        <SlimBand say={`${batch.name} became part of ${batch.mergedInto}.`} more="Go on with that one." />
      ) : (
        <NextBand action={action} batch={batch} late={late} idle={`${batch.name}: nothing to do.`} />
      )}
      <div className="px-[18px] py-3">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h2 className="text-2xl font-bold">{batch.name}</h2>
          <p className="text-ink-2">
            {piecesText(batch.part, batch.count)} · {batch.card.name} card {batch.card.version}, lot {batch.lot}
            {batch.customer && ` · ${batch.customer}`}
            {batch.dueAtMs && `, due ${dayAndClock(batch.dueAtMs)}`}
            {late && <b className="text-brick"> {late}</b>}
            {batch.priority && batch.priority !== 'usual' && ` · ${batch.priority}`} · route “
            {batch.route?.name ?? 'Two baths, trim green'}”
            {batch.route && batch.route.version > 1 && `, version ${batch.route.version}`}
          </p>
        </div>
        {batch.held !== undefined && (
          <p className="mt-2 border-l-4 border-brick pl-3">
            <b>Held:</b> {batch.held}
          </p>
        )}
        {batch.returned && (
          <p className="mt-2 border-l-4 border-sea-2 pl-3">
            <b>Taken back from {batch.returned.from}:</b> {batch.returned.what}. Its time in solvent and its light go on
            counting. <ChainMark hash={batch.returned.hash} />
          </p>
        )}
        <GreenAge batch={batch} nowMs={nowMs} />
        {batch.note && (
          <p className="mt-2 border-l-4 border-sea-2 pl-3">
            <b>Note:</b> {batch.note}
          </p>
        )}
        {batch.flag && (
          <p className="mt-2 border-l-4 border-brick pl-3">
            <b>Flagged:</b> {batch.flag}
          </p>
        )}
        <SheetActions batch={batch} open={bench?.open ?? []} />
        <RouteStrip
          batch={batch}
          nowMs={nowMs}
          sides={Object.fromEntries((bench?.stations ?? []).map(({ id, side }) => [id, side]))}
        />
        <div className="mt-6 grid grid-cols-[1fr_420px] gap-6 max-lg:grid-cols-1">
          <div>
            <WhatWasDone batch={batch} nowMs={nowMs} />
            <Breakages batch={batch} />
            <MeasuredSizes batch={batch} />
            <LaterLooks batch={batch} />
            <Suspense>
              <BatchCost batchId={batch.id} />
            </Suspense>
            <Suspense>
              <LightSeen batchId={batch.id} />
            </Suspense>
          </div>
          {bench && <WhyPanel batch={batch} bench={bench.bench} />}
        </div>
      </div>
    </>
  );
}

/** How long green parts have waited, and how long they may. */
function GreenAge({ batch, nowMs }: { readonly batch: BatchState; readonly nowMs: number }) {
  const waits = greenWait(batch, nowMs);
  return waits ? <p className="mt-2 border-l-4 border-sea-2 pl-3">{greenWords(waits)}</p> : null;
}

function SealedBand({ batch }: { readonly batch: BatchState }) {
  const record = useLaterQuery(batch.id).currentData?.record ?? undefined;
  const last = batch.steps.at(-1);
  const tookS = last?.endedAtMs === undefined ? 0 : (last.endedAtMs - batch.createdAtMs) / 1000;
  return (
    <>
      <SlimBand
        say={batch.scrapped ? `${batch.name} was scrapped.` : `${batch.name} is sealed.`}
        more={
          batch.scrapped?.because ??
          `Hung ${dayAndClock(batch.createdAtMs)}, done in ${clockText(tookS)}. Its record does not change.`
        }
      />
      <p className="flex flex-wrap items-center gap-x-4 border-b border-line px-[18px] py-1">
        <ChainMark hash={batch.recordHash!} />
        {record !== undefined && <span>Record {record}</span>}
        {record !== undefined && <SaveAs number={record} kind="made" />}
      </p>
    </>
  );
}
