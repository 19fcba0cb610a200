import type { WorkloadReply } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { POLICY_PRICES } from '@north-step/core/policy';
import { plainNumber } from '@north-step/core/units';
import { actLimitsPctW } from '@north-step/core/wash';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { Bar, BarChart, CartesianGrid, LabelList, XAxis, YAxis } from 'recharts';
import { useCareQuery, useRoomQuery, useSolventQuery, useWorkloadQuery } from '../../store/api.ts';
import { Choice, Empty, Failed, HeadRow, Loading, Stepper } from '../../ui/index.ts';
import { SlimBand } from '../next/index.ts';
import { comparePolicies, type Shown } from './policies.ts';

const DAYS = [
  { value: '30', text: 'last month' },
  { value: '90', text: 'last quarter' },
] as const;
const [FIRST, CLEAN] = actLimitsPctW('isopropanol', 0.8);
const TOLERATED_PCT = 1;

/** Plays this workshop's own work against ways of keeping baths: litres, cost, and how much would come out tacky. */
export function PolicyPage() {
  const [days, setDays] = useState<'30' | '90'>('90');
  const [everyDays, setEveryDays] = useState(14);
  const { data: solvent } = useSolventQuery();
  const { data: care } = useCareQuery();
  const { data: work, isError, refetch } = useWorkloadQuery(Number(days));
  // what is played is the work of the first line
  const baths = linesOf(solvent?.vessels ?? [])[0]?.baths ?? [];
  const limitOf = (id: string | undefined, otherwise: number) =>
    care?.baths.find((bath) => bath.vesselId === id)?.limit.limitPctW ?? otherwise;
  const volumeMl = (baths.at(-1)?.capacityMl ?? 5000) * 0.92;
  const firstPctW = limitOf(baths[0]?.id, FIRST);
  const cleanPctW = limitOf(baths.at(-1)?.id, CLEAN);
  const { data: room } = useRoomQuery();
  const prices = useMemo(() => ({ ...POLICY_PRICES, ...room?.room.prices }), [room]);
  const shown = useMemo(
    () =>
      work && work.batches.length > 0
        ? comparePolicies(work.days, work.batches, { volumeMl, firstPctW, cleanPctW, everyDays, prices })
        : undefined,
    [work, volumeMl, firstPctW, cleanPctW, everyDays, prices],
  );
  if (isError && !work) return <Failed what="the work of the last days" onRetry={() => void refetch()} />;
  if (!work) return <Loading what="the work of the last days" />;
  const best = shown && cheapest(shown);
  return (
    <>
      <SlimBand
        say={best ? `Cheapest that stays clean: ${best.name}.` : 'No washing in these days.'}
        more={
          best &&
          `${best.outcome.costPerBatch.toFixed(2)} a batch, ${plainNumber(best.outcome.litresBought, 3)} L bought for ${work.batches.length} batches.`
        }
      />
      <div className="space-y-4 px-[18px] py-3">
        <div className="flex flex-wrap items-center gap-6">
          <Choice label="Which work" value={days} options={DAYS} onChange={setDays} />
          <span className="flex items-center gap-2">
            Calendar: every{' '}
            <Stepper
              label="days between changes"
              value={everyDays}
              min={2}
              max={60}
              onChange={setEveryDays}
              unit="days"
            />
          </span>
          <span className="text-sm text-ink-2">
            {work.batches.length} batches of your own; {plainNumber(volumeMl / 1000)} L a bath; act at{' '}
            {plainNumber(firstPctW)} % and {plainNumber(cleanPctW)} %
          </span>
        </div>
        {!shown && <Empty>Wash a few batches first; then this page plays them again under other rules.</Empty>}
        {shown && <PolicyTable shown={shown} best={best} />}
        {shown && <PolicyChart shown={shown} work={work} />}
        <p className="max-w-4xl text-sm text-ink-2">
          Prices (
          <Link to="/room" className="underline">
            change them
          </Link>
          ){room?.room.currency && `, in ${room.room.currency}`}: fresh {prices.freshPerL} a litre, disposal{' '}
          {prices.disposePerL}, reclaiming {prices.reclaimPerL}, the work of one change {prices.changeEach}. Every
          policy starts with freshly filled baths. Impeller, 180 s in all, 0.8 µm tolerated. Local codes decide how much
          solvent may be kept and whether it may be reclaimed.
        </p>
      </div>
    </>
  );
}

function cheapest(shown: readonly Shown[]): Shown | undefined {
  const clean = shown.filter(({ outcome }) => outcome.outOfTolerancePct <= TOLERATED_PCT);
  return [...clean].sort((a, b) => a.outcome.costPerBatch - b.outcome.costPerBatch)[0];
}

function PolicyTable({ shown, best }: { readonly shown: readonly Shown[]; readonly best?: Shown | undefined }) {
  return (
    <table className="table-plain w-full max-w-5xl">
      <HeadRow
        names={['policy', 'bought, L', 'disposed, L', 'reclaimed, L', 'changes', 'cost a batch', 'out of tolerance']}
      />
      <tbody>
        {shown.map((row) => (
          <tr key={row.name} className={row === best ? 'bg-panel font-bold' : ''}>
            <td>{row.name}</td>
            {[row.outcome.litresBought, row.outcome.litresDisposed, row.outcome.litresReclaimed].map(
              (litres, index) => (
                <td key={index} className="font-mono">
                  {litres.toFixed(1)}
                </td>
              ),
            )}
            <td className="font-mono">{row.outcome.changes}</td>
            <td className="font-mono">{row.outcome.costPerBatch.toFixed(2)}</td>
            <td className={`font-mono ${row.outcome.outOfTolerancePct > TOLERATED_PCT ? 'text-brick' : ''}`}>
              {row.outcome.outOfTolerancePct.toFixed(0)} %
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function PolicyChart({ shown, work }: { readonly shown: readonly Shown[]; readonly work: WorkloadReply }) {
  const rows = shown.map(({ name, outcome }) => ({
    name,
    bought: Number(outcome.litresBought.toFixed(1)),
    cost: Number(outcome.costPerBatch.toFixed(2)),
  }));
  const axis = { stroke: 'var(--ink-2)', tick: { fontSize: 13 } } as const;
  return (
    <figure
      className="m-0 flex flex-wrap gap-8"
      aria-label={`Litres bought and cost of a batch, by policy, for ${work.batches.length} batches`}
    >
      {(['bought', 'cost'] as const).map((what) => (
        <div key={what}>
          <h2 className="text-lg font-bold">{what === 'bought' ? 'Litres bought' : 'Cost of a batch'}</h2>
          <BarChart
            layout="vertical"
            width={560}
            height={230}
            data={rows}
            margin={{ left: 8, right: 40 }}
            accessibilityLayer={false}
          >
            <CartesianGrid horizontal={false} stroke="var(--line)" />
            <XAxis type="number" {...axis} />
            <YAxis type="category" dataKey="name" width={190} {...axis} />
            <Bar dataKey={what} fill="var(--sea-2)" stroke="var(--ink)" isAnimationActive={false} barSize={18}>
              <LabelList dataKey={what} position="right" fill="var(--ink)" fontSize={13} />
            </Bar>
          </BarChart>
        </div>
      ))}
    </figure>
  );
}
