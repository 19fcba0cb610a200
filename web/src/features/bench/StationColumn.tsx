import type { BenchReply, Station } from '@north-step/contract';
import {
  type BatchState,
  currentStep,
  lightSoFarS,
  markWords,
  remainingS,
  standingOf,
  waitsForLight,
  wantedS,
} from '@north-step/core/batch';
import { everydayLimitPctW } from '@north-step/core/care';
import type { Action } from '@north-step/core/nextStep';
import { curePlanOf } from '@north-step/core/plan';
import { clockText, litresText, percentText, plainNumber, rangeText } from '@north-step/core/units';
import { batchesLeft } from '@north-step/core/wash';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Fuse, LoadLadder, TAG_STATES, Tag, Tube, WindowBar } from '../../glyphs/index.ts';
import type { BenchPlan } from '../next/index.ts';

const StationDrawer = lazy(async () => ({ default: (await import('./StationDrawer.tsx')).StationDrawer }));

type StationColumnProps = {
  readonly station: Station;
  readonly batches: readonly BatchState[];
  readonly bench: BenchReply;
  readonly actions: readonly Action[];
  readonly nowMs: number;
  readonly plan: BenchPlan | undefined;
  readonly chosenId?: string | undefined;
  readonly onChoose: (batchId: string) => void;
};

/** One station: what it is like now, and the tags of the batches there. */
export function StationColumn({
  station,
  batches,
  bench,
  actions,
  nowMs,
  plan,
  chosenId,
  onChoose,
}: StationColumnProps) {
  const [open, setOpen] = useState(false);
  const vessel = bench.vessels.find((candidate) => candidate.id === station.vesselId);
  const lamp = bench.bench.lamps[station.id];
  return (
    <div className="flex min-w-[112px] flex-1 flex-col gap-1 border-r max-lg:min-w-[148px] border-line px-2.5 pt-2 pb-3">
      <h3 className="font-bold">
        <button type="button" className="min-h-6 text-left font-bold" onClick={() => setOpen(true)}>
          {station.name}
        </button>
      </h3>
      {open && (
        <Suspense fallback={null}>
          <StationDrawer station={station} onClose={() => setOpen(false)} />
        </Suspense>
      )}
      {vessel ? (
        <BathLines bench={bench} vesselId={vessel.id} />
      ) : (
        <p className="min-h-9 text-[13px] leading-snug text-ink-2">
          {lamp ? `${plainNumber(lamp.mWPerCm2)} mW/cm² on the meter` : station.note}
        </p>
      )}
      {lamp && (
        <LampWindow bench={bench} batch={batches.find((batch) => currentStep(batch)?.kind === 'cure')} nowMs={nowMs} />
      )}
      <ul className="mt-1 space-y-2">
        {batches.map((batch) => (
          <li key={batch.id}>
            <BatchTag
              batch={batch}
              action={actions.find((candidate) => candidate.batchId === batch.id)}
              nowMs={nowMs}
              late={plan?.lateOf(batch)}
              chosen={batch.id === chosenId}
              onChoose={onChoose}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}

function BathLines({ bench, vesselId }: { readonly bench: BenchReply; readonly vesselId: string }) {
  const vessel = bench.vessels.find((candidate) => candidate.id === vesselId)!;
  const care = bench.care[vesselId];
  const limitPctW = care?.limitPctW ?? everydayLimitPctW(vessel);
  const loadPctW = care?.loadPctW ?? vessel.loadPctW;
  const liquidG = vessel.solventG + vessel.waterG + vessel.resinG;
  const left = care?.batchesLeft ?? batchesLeft({ loadPctW, liquidG }, limitPctW, bench.resinPerBatchG[vessel.id] ?? 0);
  const words = `${vessel.name}: ${percentText(loadPctW)} resin, ${litresText(vessel.volumeMl)} of ${litresText(vessel.capacityMl)}`;
  return (
    <>
      <p className="min-h-9 text-[13px] leading-snug text-ink-2">
        {care
          ? `${percentText(loadPctW)} resin, ${rangeText(care.range90, loadPctW)}`
          : `${percentText(loadPctW)} resin by the book`}
        <br />
        {Number.isFinite(left)
          ? left >= 199
            ? 'over 198 batches left'
            : `about ${left} batches left`
          : 'not used yet'}
      </p>
      <div className="flex gap-2">
        <Tube
          fillShare={vessel.volumeMl / vessel.capacityMl}
          loadPctW={loadPctW}
          limitPctW={limitPctW}
          label={words}
          heightPx={128}
        />
        <LoadLadder loadPctW={loadPctW} limitPctW={limitPctW} range90={care?.range90} heightPx={128} />
      </div>
    </>
  );
}

function LampWindow({
  bench,
  batch,
  nowMs,
}: {
  readonly bench: BenchReply;
  readonly batch?: BatchState | undefined;
  readonly nowMs: number;
}) {
  const window = useMemo(() => batch && curePlanOf(batch, bench.bench).window, [batch, bench.bench]);
  if (!window?.handleS || !batch) return null;
  return (
    <WindowBar handleS={window.handleS} maxS={window.maxS} nowS={lightSoFarS(batch, nowMs, bench.light[batch.id])} />
  );
}

type BatchTagProps = {
  readonly batch: BatchState;
  readonly action?: Action | undefined;
  readonly nowMs: number;
  readonly late?: string | undefined;
  readonly chosen: boolean;
  readonly onChoose: (batchId: string) => void;
};

function BatchTag({ batch, action, nowMs, late, chosen, onChoose }: BatchTagProps) {
  const step = currentStep(batch);
  if (!step) return null;
  const running = step.state === 'running';
  const leftS = running && step.mode === 'timed' ? remainingS(step, nowMs) : undefined;
  const standing = standingOf(batch, nowMs);
  const stopped = standing === 'held' || standing === 'stopped';
  const detail = leftS !== undefined ? clockText(leftS) : stopped ? standing : standing === 'look' ? 'look' : undefined;
  const mark = markWords(batch);
  const words = `${batch.name}, ${step.title}, ${detail ?? 'waiting'}${mark ? `, ${mark}` : ''}${late ? `, ${late}` : ''}${action?.waitsFor && !stopped ? `, waits: ${action.waitsFor}` : ''}`;
  return (
    <>
      <Tag
        name={batch.name}
        detail={detail}
        state={TAG_STATES[standing]}
        flagged={batch.flag !== undefined}
        chosen={chosen}
        words={words}
        onPress={() => onChoose(batch.id)}
      />
      {leftS !== undefined && <Fuse leftS={leftS} totalS={wantedS(step)} />}
      {late && <p className="mt-0.5 text-[13px] font-bold text-brick">{late}</p>}
      {!running && step.mode !== 'look' && (
        <p className="mt-0.5 text-[13px] text-ink-2">
          next: {waitsForLight(batch) ? 'plan its light' : step.title.toLowerCase()}
        </p>
      )}
    </>
  );
}
