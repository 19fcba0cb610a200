import type { Action, Chore } from '@north-step/core/nextStep';
import { lowerFirst } from '@north-step/core/units';
import { Link, Navigate, useNavigate } from 'react-router';
import { useKeys } from '../../shell/useKeys.ts';
import { clockOfDay } from '../../shell/useNow.ts';
import { chose } from '../../store/here.ts';
import { useAppDispatch } from '../../store/store.ts';
import { Failed, Loading } from '../../ui/States.tsx';
import { chorePath, NextBand, useLiveBench } from '../next/index.ts';
import { BenchRibbon } from './BenchRibbon.tsx';
import { GearStrip } from './GearStrip.tsx';
import { RunStrip } from './RunStrip.tsx';
import { StationRow } from './StationRow.tsx';
import { VapourStrip } from './VapourStrip.tsx';

/** Where the technician lives: what to do now, where everything is, what comes after. */
export function BenchPage() {
  const { bench, nowMs, actions, chores, plan, action, batch, failed, retry } = useLiveBench();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();

  const moveChoice = (by: number) => {
    if (actions.length === 0) return;
    const at = actions.findIndex((candidate) => candidate.batchId === action?.batchId);
    dispatch(chose(actions[(at + by + actions.length) % actions.length]!.batchId));
  };
  useKeys({
    ArrowRight: () => moveChoice(1),
    ArrowDown: () => moveChoice(1),
    ArrowLeft: () => moveChoice(-1),
    ArrowUp: () => moveChoice(-1),
    Escape: () => dispatch(chose(undefined)),
    Enter: () => action && navigate(`/batches/${action.batchId}`),
    b: () => navigate('/clock'),
    n: () => navigate('/batches/new'),
    r: () => navigate('/solvent/read'),
  });

  if (failed) return <Failed what="the bench" onRetry={retry} />;
  if (!bench) return <Loading what="the bench" />;
  if (bench.stations.length === 0) return <Navigate to="/set-up" replace />;
  return (
    <>
      <VapourStrip vapourPctLel={bench.bench.vapourPctLel} />
      <NextBand action={action} batch={batch} late={batch && plan?.lateOf(batch)} idle="The bench is clear." />
      <ThenStrip
        actions={actions.filter((candidate) => candidate !== action)}
        nowMs={nowMs}
        late={new Map(bench.open.map((one) => [one.id, plan?.lateOf(one)]))}
        chore={chores[0]}
      />
      <RunStrip runs={bench.runs} nowMs={nowMs} />
      <GearStrip cautions={action?.cautions ?? []} nowMs={nowMs} />
      <div className="px-[18px]">
        <StationRow
          bench={bench}
          actions={actions}
          nowMs={nowMs}
          plan={plan}
          chosenId={action?.batchId}
          onChoose={(id) => dispatch(chose(id))}
        />
        {plan && <BenchRibbon bench={bench} plan={plan} />}
      </div>
    </>
  );
}

/** What follows, in order, with clock times where they are known. */
function ThenStrip({
  actions,
  nowMs,
  late,
  chore,
}: {
  readonly actions: readonly Action[];
  readonly nowMs: number;
  /** by batch */
  readonly late: ReadonlyMap<string, string | undefined>;
  readonly chore?: Chore | undefined;
}) {
  const waiting = actions.filter((action) => action.waitsFor).length;
  return (
    <div className="flex min-h-[38px] items-center gap-x-7 overflow-hidden border-b border-line px-[18px] whitespace-nowrap max-lg:flex-wrap max-lg:py-1">
      <span className="text-ink-2">then</span>
      {actions.length === 0 && <span className="text-ink-2">nothing waits</span>}
      {actions.slice(0, 2).map((action) => (
        <span key={action.batchId} className="truncate max-lg:whitespace-normal">
          {action.dueInS !== undefined && (
            <span className="mr-1.5">
              {/* what is overdue has been waiting since then */}
              {action.dueInS < 0 && <span className="text-ink-2">since </span>}
              <b className="font-mono">{clockOfDay(nowMs + action.dueInS * 1000)}</b>
            </span>
          )}
          <Emphasis text={action.say} word={action.name} />
          {late.get(action.batchId) && <b className="ml-1.5 text-brick">{late.get(action.batchId)}</b>}
        </span>
      ))}
      <span className="ml-auto flex items-center gap-5 text-ink-2">
        {waiting > 0 && (waiting === 1 ? '1 batch waits' : `${waiting} batches wait`)}
        {chore && (
          <Link to={chorePath(chore.task)} title={chore.reason} className="flex min-h-11 items-center underline">
            meanwhile: {lowerFirst(chore.say)}
          </Link>
        )}
        <Link to="/shift" className="flex min-h-11 items-center">
          Shift
        </Link>
        <Link to="/clock" className="flex min-h-11 items-center gap-1.5">
          Big clock <kbd className="font-mono">B</kbd>
        </Link>
      </span>
    </div>
  );
}

function Emphasis({ text, word }: { readonly text: string; readonly word: string }) {
  const at = word === '' ? -1 : text.indexOf(word);
  if (at < 0) return <span className="text-ink-2">{text}</span>;
  return (
    <span className="text-ink-2">
      {text.slice(0, at)}
      <b className="text-ink">{word}</b>
      {text.slice(at + word.length)}
    </span>
  );
}
