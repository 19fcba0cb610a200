import type { BathCare, Vessel } from '@north-step/contract';
import { type BathLook, LOOKS } from '@north-step/core/reading';
import { refusalText } from '@north-step/core/result';
import { plainNumber, Z90 } from '@north-step/core/units';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useCareQuery, useSolventQuery } from '../../store/api.ts';
import { Choice, Empty, Failed, Loading } from '../../ui/index.ts';
import { SlimBand, useDo } from '../next/index.ts';
import { ClarityPhoto, type Patches } from './ClarityPhoto.tsx';
import { DensityPanel } from './DensityPanel.tsx';
import { Outcome } from './Outcome.tsx';
import { ScalePanel } from './ScalePanel.tsx';
import { rawOf, TASKS, type Task, taskOf } from './tasks.ts';
import { WhatItSays } from './WhatItSays.tsx';

const LOOK_WORDS: Readonly<Record<BathLook, string>> = {
  clear: 'The basket shows clearly',
  hazy: 'Through haze',
  hidden: 'Cannot see the basket',
};

/** Take a reading: choose bath and kind, follow the steps, see the arithmetic, book it, see the range narrow. */
export function ReadPage() {
  const { data: solvent, isError, refetch } = useSolventQuery();
  const { data: care } = useCareQuery();
  const [params, setParams] = useSearchParams();
  if (isError && !solvent) return <Failed what="the baths" onRetry={() => void refetch()} />;
  if (!solvent || !care) return <Loading what="the baths" />;
  const baths = care.baths.filter((bath) => bath.estimate.volumeMl > 1);
  const bath = baths.find((one) => one.vesselId === params.get('bath')) ?? baths[0];
  const vessel = solvent.vessels.find((one) => one.id === bath?.vesselId);
  if (!bath || !vessel) return <Empty>No bath holds anything yet. Fill one on the Solvent page first.</Empty>;
  const task = taskOf(params.get('kind'));
  const names = solvent.vessels
    .filter((one) => baths.some((other) => other.vesselId === one.id))
    .map((one) => ({ value: one.id, text: one.name }));
  const set = (next: { bath?: string; kind?: string }) =>
    setParams({ bath: bath.vesselId, kind: task.kind, ...next }, { replace: true });
  return (
    <>
      <SlimBand
        say={`Read ${vessel.name}.`}
        more={bath.advice.act === 'read' ? bath.advice.more : adviceOf(bath)}
        keys={undefined}
      />
      <div className="flex flex-wrap gap-x-8 gap-y-2 px-[18px] pt-3">
        <Choice label="Bath" value={bath.vesselId} options={names} onChange={(id) => set({ bath: id })} />
        <Choice
          label="Kind of reading"
          value={task.kind}
          options={TASKS.map((one) => ({ value: one.kind, text: one.name }))}
          onChange={(kind) => set({ kind })}
        />
      </div>
      <TaskSheet key={`${bath.vesselId} ${task.kind}`} task={task} bath={bath} vessel={vessel} />
    </>
  );
}

const adviceOf = (bath: BathCare): string => {
  const best = bath.narrowing[0];
  return best
    ? `${taskOf(best.kind).name} would narrow the range most, to about ±${plainNumber(Z90 * best.sdPctW)} %.`
    : '';
};

type Booked = { readonly readingId: string; readonly before: BathCare };

function TaskSheet({ task, bath, vessel }: { readonly task: Task; readonly bath: BathCare; readonly vessel: Vessel }) {
  const acts = useDo();
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [seen, setSeen] = useState<BathLook>();
  const [patches, setPatches] = useState<Patches>();
  const [refusal, setRefusal] = useState<string>();
  const [booked, setBooked] = useState<Booked>();
  const [sending, setSending] = useState(false);
  const raw = rawOf(task, typed, { ...(seen && { seen }), ...patches });
  const put = (name: string, value: string) => setTyped((now) => ({ ...now, [name]: value }));
  const send = async () => {
    if (!raw || sending) return;
    setSending(true);
    setRefusal(undefined);
    const answer = await acts.send('reading.take', {}, { vesselId: vessel.id, reading: raw });
    setSending(false);
    if (answer?.ok) setBooked({ readingId: answer.reply.readingId, before: bath });
    else if (answer) setRefusal(refusalText(answer.error));
  };
  if (booked)
    return (
      <Outcome
        bath={bath}
        vessel={vessel}
        readingId={booked.readingId}
        before={booked.before}
        onAgain={() => setBooked(undefined)}
      />
    );
  return (
    <form
      className="grid grid-cols-[1fr_1fr_380px] gap-6 px-[18px] py-4 max-lg:grid-cols-1"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <WhatToDo task={task} />
      <Measuring
        task={task}
        vessel={vessel}
        typed={typed}
        seen={seen}
        put={put}
        onSeen={setSeen}
        onPatches={setPatches}
      />
      <div className="space-y-4">
        <WhatItSays raw={raw} bath={bath} solvent={vessel.solvent} />
        {refusal && (
          <p role="alert" className="border-l-4 border-brick pl-3">
            {refusal}
          </p>
        )}
        <div className="flex gap-3">
          <button type="submit" className="btn btn-sea" disabled={!raw || sending}>
            {sending ? 'Booking …' : 'Book the reading'}
          </button>
          <Link className="btn" to={`/solvent?bath=${vessel.id}`}>
            Leave
          </Link>
        </div>
      </div>
    </form>
  );
}

const WhatToDo = ({ task }: { readonly task: Task }) => (
  <section aria-label="What to do">
    <h2 className="text-lg font-bold">
      {task.name} <span className="ml-2 text-sm font-normal text-ink-2">{task.minutes}</span>
    </h2>
    <ol className="mt-2 list-decimal space-y-2 pl-6 text-lg">
      {task.steps.map((step) => (
        <li key={step}>{step}</li>
      ))}
    </ol>
    <p className="mt-4 border-l-4 border-amber pl-3 text-sm">{task.caution}</p>
  </section>
);

type MeasuringProps = {
  readonly task: Task;
  readonly vessel: Vessel;
  readonly typed: Readonly<Record<string, string>>;
  readonly seen: BathLook | undefined;
  readonly put: (field: string, value: string) => void;
  readonly onSeen: (look: BathLook) => void;
  readonly onPatches: (patches: Patches | undefined) => void;
};
/** By an instrument where one speaks, else by what is typed, seen or photographed. */
function Measuring({ task, vessel, typed, seen, put, onSeen, onPatches }: MeasuringProps) {
  const amountMl = task.scale
    ? Number(
        typed[task.scale.amountField] ?? task.fields.find((field) => field.name === task.scale!.amountField)?.start,
      )
    : 0;
  return (
    <section aria-label="What was measured" className="space-y-4">
      {task.scale && (
        <ScalePanel
          scale={task.scale}
          vesselId={vessel.id}
          vesselName={vessel.name}
          amountMl={amountMl}
          onWeight={(grams) => put(task.scale!.field, grams.toFixed(2))}
        />
      )}
      {task.kind === 'density' && (
        <DensityPanel
          vesselId={vessel.id}
          vesselName={vessel.name}
          onReading={(densityGPerMl, tempC) => {
            put('densityGPerMl', densityGPerMl.toFixed(4));
            if (tempC !== undefined) put('tempC', tempC.toFixed(1));
          }}
        />
      )}
      {task.fields.map((field) => (
        <label key={field.name} className="block">
          <span className="label">
            {field.label}, {field.unit}
          </span>
          <input
            className="field font-mono text-lg"
            inputMode="decimal"
            value={typed[field.name] ?? field.start ?? ''}
            onChange={(event) => put(field.name, event.target.value)}
          />
        </label>
      ))}
      {task.kind === 'look' && (
        <Choice
          label="What you see"
          value={seen}
          options={LOOKS.map((look) => ({ value: look, text: LOOK_WORDS[look] }))}
          onChange={onSeen}
        />
      )}
      {task.kind === 'clarity' && (
        <ClarityPhoto vesselId={vessel.id} pathMm={Number(typed.pathMm ?? 30) || 30} onPatches={onPatches} />
      )}
    </section>
  );
}
