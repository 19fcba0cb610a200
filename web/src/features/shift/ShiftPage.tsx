import type { BenchReply } from '@north-step/contract';
import { type BatchState, currentStep, exposureS, markWords } from '@north-step/core/batch';
import type { Action } from '@north-step/core/nextStep';
import { isInside, isWash } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { useRecordsQuery, useShiftNotesQuery } from '../../store/api.ts';
import { Failed, Loading } from '../../ui/index.ts';
import { chorePath, SlimBand, SlimButton, useBench, useDo, whenText } from '../next/index.ts';
import { GettingSurer } from './GettingSurer.tsx';

/** What the one who takes over must know: what is in liquid or light now, what must not be forgotten, and a note. */
export function ShiftPage() {
  const shown = useBench();
  const anchor = useRecordsQuery({ offset: 0, limit: 1 }).data?.anchor;
  const { bench, failed, retry } = shown;
  if (failed) return <Failed what="the bench" onRetry={retry} />;
  if (!bench) return <Loading what="the bench" />;
  const inside = bench.open.filter((batch) => {
    const step = currentStep(batch);
    return step?.state === 'running' && isInside(step);
  });
  const are = inside.length === 1 ? 'batch is' : 'batches are';
  return (
    <>
      <SlimBand
        say={
          inside.length === 0
            ? 'Nothing is in liquid or light: the bench can be left.'
            : `${inside.length} ${are} in liquid or light: do not leave the bench alone.`
        }
        more={`${bench.open.length} open, ${bench.doneToday.length} sealed today`}
        keys={<SlimButton label="Print" onPress={() => window.print()} />}
      />
      <div className="grid grid-cols-3 max-lg:grid-cols-1">
        <InsideNow inside={inside} bench={bench} nowMs={shown.nowMs} actions={shown.actions} />
        <Unforgotten bench={bench} nowMs={shown.nowMs} plan={shown.plan} chores={shown.chores} />
        <ShiftNotes />
      </div>
      <GettingSurer bench={bench} />
      {anchor && (
        <p className="border-t border-line px-[18px] py-2 text-[13px] text-ink-2">
          Chain of records now: <span className="font-mono break-all">{anchor}</span>
        </p>
      )}
    </>
  );
}
const DAY_MS = 86_400_000;

type Shown = ReturnType<typeof useBench>;
type OfBench = { readonly bench: BenchReply; readonly nowMs: number };

function InsideNow({
  inside,
  bench,
  nowMs,
  actions,
}: OfBench & Pick<Shown, 'actions'> & { readonly inside: readonly BatchState[] }) {
  const actionOf = (batch: BatchState) => actions.find(({ batchId }) => batchId === batch.id);
  return (
    <section aria-label="In liquid or light now" className="border-r border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">In liquid or light now</h2>
      {inside.length === 0 && <p className="text-ink-2">Nothing.</p>}
      <List>
        {inside.map((batch) => (
          <Item key={batch.id} batch={batch}>
            {whereWords(batch, actionOf(batch), nowMs)}
          </Item>
        ))}
      </List>
      {bench.runs.length > 0 && (
        <>
          <h2 className="mt-5 text-lg font-bold">Reclaim runs</h2>
          <List>
            {bench.runs.map((run) => (
              <li key={run.id} className="border-b border-line py-1.5">
                <Link to={`/solvent/runs/${run.id}`} className="font-bold underline decoration-line underline-offset-4">
                  {run.name}
                </Link>{' '}
                {whenText(run, nowMs)}
              </li>
            ))}
          </List>
        </>
      )}
      <h2 className="mt-5 text-lg font-bold">Next in order</h2>
      <List>
        {actions.slice(0, 6).map(({ batchId, say, reason, waitsFor }) => (
          <li key={batchId} className="border-b border-line py-1.5">
            <b>{say}</b>
            <span className="block text-sm text-ink-2">{waitsFor ?? reason}</span>
          </li>
        ))}
      </List>
    </section>
  );
}

function Unforgotten({ bench, nowMs, plan, chores }: OfBench & Pick<Shown, 'plan' | 'chores'>) {
  const marked = bench.open.filter((batch) => markWords(batch) !== undefined);
  const due = bench.open
    .filter(({ dueAtMs }) => dueAtMs !== undefined && dueAtMs < nowMs + DAY_MS)
    .sort((a, b) => a.dueAtMs! - b.dueAtMs!);
  return (
    <section aria-label="Not to be forgotten" className="border-r border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">Not to be forgotten</h2>
      {marked.length + due.length + chores.length === 0 && (
        <p className="text-ink-2">Nothing is held, flagged or due.</p>
      )}
      <List>
        {marked.map((batch) => (
          <Item key={`m ${batch.id}`} batch={batch}>
            {markWords(batch)}
          </Item>
        ))}
        {due.map((batch) => (
          <Item key={`d ${batch.id}`} batch={batch}>
            due {dayAndClock(batch.dueAtMs!)}
            {plan?.lateOf(batch) && <b className="text-brick"> {plan.lateOf(batch)}</b>}
            {batch.customer ? ` for ${batch.customer}` : ''}; next {currentStep(batch)?.title.toLowerCase()}
          </Item>
        ))}
        {chores.map(({ say, reason, task }) => (
          <li key={say} className="border-b border-line py-1.5">
            <Link to={chorePath(task)} className="font-bold underline decoration-line underline-offset-4">
              {say}
            </Link>
            <span className="block text-sm text-ink-2">{reason}</span>
          </li>
        ))}
      </List>
    </section>
  );
}

function ShiftNotes() {
  const { data } = useShiftNotesQuery();
  const acts = useDo();
  const [text, setText] = useState('');
  const keep = async () => {
    const answer = await acts.send('shift.note', {}, { text: text.trim() });
    if (answer?.ok) setText('');
  };
  return (
    <section aria-label="Notes" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">For the next shift</h2>
      <label className="mt-1 block print:hidden">
        <span className="label">What they should know</span>
        <textarea
          className="field min-h-24 py-2"
          maxLength={1000}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <button
        type="button"
        className="btn btn-sea mt-2 print:hidden"
        disabled={text.trim() === ''}
        onClick={() => void keep()}
      >
        Leave the note
      </button>
      <List>
        {(data?.notes ?? []).map(({ text: note, atMs, by }) => (
          <li key={atMs} className="border-b border-line py-1.5">
            <p className="whitespace-pre-line">{note}</p>
            <p className="text-sm text-ink-2">
              {dayAndClock(atMs)}, {by}
            </p>
          </li>
        ))}
      </List>
    </section>
  );
}

function whereWords(batch: BatchState, action: Action | undefined, nowMs: number): string {
  const step = currentStep(batch)!;
  const left =
    action?.dueInS === undefined
      ? ''
      : action.dueInS >= 0
        ? `, ${clockText(action.dueInS)} to go`
        : `, overdue by ${clockText(-action.dueInS)}`;
  const soaked = isWash(step)
    ? `; ${clockText(exposureS(batch, nowMs))} of ${clockText(batch.card.exposureCapS)} in solvent`
    : '';
  return `${action?.station ?? step.title}${left}${soaked}`;
}

const List = ({ children }: { readonly children: React.ReactNode }) => <ul className="mt-1">{children}</ul>;

function Item({ batch, children }: { readonly batch: BatchState; readonly children: React.ReactNode }) {
  return (
    <li className="border-b border-line py-1.5">
      <Link to={`/batches/${batch.id}`} className="font-bold underline decoration-line underline-offset-4">
        {batch.name}
      </Link>{' '}
      {children}
    </li>
  );
}
