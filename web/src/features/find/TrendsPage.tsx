import type { TrendsReply } from '@north-step/contract';
import { clockText, plainNumber } from '@north-step/core/units';
import { useSearchParams } from 'react-router';
import { useNow } from '../../shell/useNow.ts';
import { Choice, Empty, Failed, HeadRow, Loading } from '../../ui/index.ts';
import { isoDay, PERIODS, spanOf } from '../../ui/periods.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { useTrendsQuery } from './endpoints.ts';
import { RecordLinks } from './RecordLinks.tsx';
import { TackChart, TintChart, YieldChart } from './trendCharts.tsx';

const MINUTE_MS = 60_000;

/** How work went in a week, a month, a quarter: what passed at the first look, and why the rest did not. */
export function TrendsPage() {
  const [params, setParams] = useSearchParams();
  const nowMs = Math.floor(useNow(MINUTE_MS) / MINUTE_MS) * MINUTE_MS;
  const kind = PERIODS.find((one) => one === params.get('by')) ?? 'month';
  const at = Date.parse(`${params.get('at') ?? ''}T12:00:00`);
  const span = spanOf(kind, Number.isNaN(at) ? nowMs : at);
  // never those of another time under the name of this one
  const { currentData: data, isError, refetch } = useTrendsQuery({ fromMs: span.fromMs, toMs: span.toMs });
  const set = (over: Readonly<Record<string, string>>) =>
    setParams({ by: kind, at: isoDay(span.fromMs), ...over }, { replace: true });
  return (
    <>
      <SlimBand
        say={data ? yieldText(data, span.name) : `How work went, ${span.name}`}
        more={data ? whyNotText(data) : ''}
        keys={
          <>
            <SlimButton label="Earlier" onPress={() => set({ at: isoDay(spanOf(kind, span.fromMs + 1, 1).fromMs) })} />
            <SlimButton label="Later" disabled={span.toMs >= nowMs} onPress={() => set({ at: isoDay(span.toMs) })} />
          </>
        }
      />
      <RecordLinks />
      <div className="px-[18px] py-2">
        <Choice
          label="Period"
          value={kind}
          options={PERIODS.map((one) => ({ value: one, text: `a ${one}` }))}
          onChange={(by) => set({ by })}
        />
        {isError && !data && <Failed what="the trends" onRetry={() => void refetch()} />}
        {!data && !isError && <Loading what="the trends" />}
        {data && data.weeks.length === 0 && <Empty>Nothing was sealed in that time.</Empty>}
        {data && data.weeks.length > 0 && <Trends data={data} />}
      </div>
    </>
  );
}

const sumOf = (weeks: TrendsReply['weeks'], pick: (week: TrendsReply['weeks'][number]) => number): number =>
  weeks.reduce((sum, week) => sum + pick(week), 0);

function yieldText({ weeks }: TrendsReply, name: string): string {
  const [looked, good] = [sumOf(weeks, (week) => week.looked), sumOf(weeks, (week) => week.good)];
  if (looked === 0) return `No look after light, ${name}`;
  return `First look, ${name}: ${good} of ${looked} good, ${Math.round((100 * good) / looked)} %`;
}

/** What the others showed at their first look, the most first. */
function whyNotText({ notGood }: TrendsReply): string {
  if (notGood.length === 0) return 'No first look sent a batch back.';
  return `Why not: ${notGood.map(({ seen, count }) => `${seen} ${count}`).join(', ')}.`;
}

function Trends({ data }: { readonly data: TrendsReply }) {
  return (
    <div className="mt-3 grid grid-cols-2 gap-x-8 gap-y-5 max-lg:grid-cols-1">
      <Section title="Good at the first look, by week">
        <YieldChart weeks={data.weeks} />
      </Section>
      <Section title="What sent batches back">
        {data.causes.length === 0 && <p>Nothing did.</p>}
        {data.causes.length > 0 && <Causes causes={data.causes} />}
      </Section>
      <Section title="Sticky at the first look, by the load of the last bath">
        {data.tack.length === 0 ? <p>No wash with a known load.</p> : <TackChart bins={data.tack} />}
      </Section>
      <Section title="Yellowing against light">
        {data.tint.length === 0 ? <p>No photo measured a colour in that time.</p> : <TintChart points={data.tint} />}
      </Section>
      <Section title="Times against plan">
        <Times times={data.times} />
      </Section>
    </div>
  );
}

const Section = ({ title, children }: { readonly title: string; readonly children: React.ReactNode }) => (
  <section aria-label={title}>
    <h2 className="text-lg font-bold">{title}</h2>
    {children}
  </section>
);

function Causes({ causes }: Pick<TrendsReply, 'causes'>) {
  const most = Math.max(...causes.map(({ count }) => count));
  return (
    <table className="table-plain w-full">
      <HeadRow names={['seen', 'at the look', 'looks', '']} />
      <tbody>
        {causes.map(({ seen, at, count }) => (
          <tr key={`${at} ${seen}`}>
            <td>{seen}</td>
            <td>{at}</td>
            <td className="font-mono">{count}</td>
            <td className="w-1/3">
              <div className="h-3 bg-sea-2" style={{ width: `${(100 * count) / most}%` }} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Times({ times }: Pick<TrendsReply, 'times'>) {
  const share = (value: number) => `${plainNumber(value, 2)} ×`;
  return (
    <table className="table-plain w-full">
      <HeadRow names={['step', 'how many', 'planned', 'took', 'half of them']} />
      <tbody>
        {times.map(({ kind, steps, plannedS, share: [low, mid, high] }) => (
          <tr key={kind}>
            <td>{kind.replaceAll('-', ' ')}</td>
            <td className="font-mono">{steps}</td>
            <td className="font-mono">{clockText(plannedS)}</td>
            <td className="font-mono">{share(mid)}</td>
            <td className="font-mono">
              {share(low)} to {share(high)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
