import type { BenchReply } from '@north-step/contract';
import { type BatchState, currentStep } from '@north-step/core/batch';
import { cureConstantsOf } from '@north-step/core/resin';
import { isCure } from '@north-step/core/route';
import { useNavigate, useParams } from 'react-router';
import { useBatchQuery, useBenchQuery } from '../../store/api.ts';
import { Empty, Failed, isUnknown, Loading, NoSuch } from '../../ui/index.ts';
import { useLampsQuery, usePairsQuery } from '../lamps/index.ts';
import { SlimBand } from '../next/index.ts';
import { ColourBefore } from './ColourBefore.tsx';
import { CureBand } from './CureBand.tsx';
import { CureChoices } from './CureChoices.tsx';
import { InTheLamp } from './InTheLamp.tsx';
import { LitSurface } from './LitSurface.tsx';
import { PlanColumn } from './PlanColumn.tsx';
import { SunRun } from './SunRun.tsx';
import { TheWindow } from './TheWindow.tsx';
import { useCure } from './useCure.ts';

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
  const step = currentStep(batch);
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
          <LitSurface name={batch.name} cure={cure} />
          <TheWindow batch={batch} bench={bench} worked={cure.worked} />
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
