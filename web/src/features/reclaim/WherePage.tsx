import type { WhereReply } from '@north-step/contract';
import { type FlowRow, ROW_ACCOUNT } from '@north-step/core/solvent';
import { plainNumber } from '@north-step/core/units';
import { Link, useSearchParams } from 'react-router';
import { useNow } from '../../shell/useNow.ts';
import { Choice, Failed, HeadRow, Loading } from '../../ui/index.ts';
import { isoDay, PARTS, type Part, PERIODS, type PeriodKind, partOf, type Span, spanOf } from '../../ui/periods.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { useWhereQuery } from './endpoints.ts';
import { FlowPicture } from './FlowPicture.tsx';
import { Savings } from './Savings.tsx';
import { kgText, ROW_WORDS } from './words.ts';

const MINUTE_MS = 60_000;

/** Where the solvent of a week, a month or a quarter came from and went: it opens, adds up and closes. */
export function WherePage() {
  const [params, setParams] = useSearchParams();
  const nowMs = Math.floor(useNow(MINUTE_MS) / MINUTE_MS) * MINUTE_MS;
  const kind = PERIODS.find((one) => one === params.get('by')) ?? 'month';
  const at = Date.parse(`${params.get('at') ?? ''}T12:00:00`);
  const span = spanOf(kind, Number.isNaN(at) ? nowMs : at);
  const before = spanOf(kind, span.fromMs + 1, 1);
  const compares = params.get('with') === 'before';
  const part = PARTS.find((one) => one === params.get('of')) ?? 'solvent';
  // never those of another time under the name of this one
  const { currentData: data, isError, refetch } = useWhereQuery({ fromMs: span.fromMs, toMs: span.toMs });
  const earlier = useWhereQuery({ fromMs: before.fromMs, toMs: before.toMs }, { skip: !compares }).currentData;
  const set = (over: Readonly<Record<string, string>>) =>
    setParams(
      { by: kind, at: isoDay(span.fromMs), of: part, ...(compares ? { with: 'before' } : {}), ...over },
      { replace: true },
    );
  const onward = span.toMs < nowMs;
  return (
    <>
      <SlimBand
        say={data ? saysOf(data, span, part) : 'Where it went'}
        more="The book opens with what was there and closes with what is there; every row between adds up."
        keys={
          <>
            <SlimButton label="Earlier" onPress={() => set({ at: isoDay(before.fromMs) })} />
            <SlimButton label="Later" disabled={!onward} onPress={() => set({ at: isoDay(span.toMs) })} />
          </>
        }
      />
      <div className="flex flex-wrap items-center gap-4 px-[18px] py-3">
        <Choice
          label="Period"
          value={kind}
          options={PERIODS.map((one) => ({ value: one, text: `a ${one}` }))}
          onChange={(by) => set({ by })}
        />
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={compares}
            onChange={(event) =>
              setParams(
                { by: kind, at: isoDay(span.fromMs), ...(event.target.checked ? { with: 'before' } : {}) },
                { replace: true },
              )
            }
          />
          beside {before.name}
        </label>
        <a className="ml-auto py-2 underline" href={`/api/solvent/where.csv?fromMs=${span.fromMs}&toMs=${span.toMs}`}>
          Save as CSV
        </a>
      </div>
      {isError && !data && <Failed what="the book of that period" onRetry={() => void refetch()} />}
      {!data && !isError && <Loading what="the book of that period" />}
      {data && (
        <div className="grid grid-cols-[minmax(0,620px)_minmax(0,1fr)] gap-6 px-[18px] pb-4 max-lg:grid-cols-1">
          <div>
            <PeriodTable data={data} earlier={earlier} span={span} kind={kind} beforeName={before.name} />
            <Savings data={data} earlier={earlier} />
          </div>
          <div className="min-w-0">
            <Choice
              label="What of it"
              value={part}
              options={PARTS.map((one) => ({ value: one, text: one }))}
              onChange={(of) => set({ of })}
            />
            <FlowPicture data={data} name={span.name} part={part} />
          </div>
        </div>
      )}
    </>
  );
}

const sum = (mg: readonly number[]): number => mg.reduce((total, part) => total + part, 0);
/** Exact grams of whole milligrams, with its sign. */
const grams = (mg: number): string => `${mg < 0 ? '−' : ''}${(Math.abs(mg) / 1000).toFixed(3)}`;

function saysOf({ rows }: WhereReply, { name }: Span, part: Part): string {
  const what = part === 'together' ? 'liquid' : part;
  const lost = rows.filter(({ row }) => !IN.has(row)).map(({ row, mg }) => [row, -partOf(mg, part)] as const);
  const all = lost.reduce((total, [, mg]) => total + mg, 0);
  if (all <= 0) return `${name}: no ${what} was lost.`;
  const [most, mg] = [...lost].sort((a, b) => b[1] - a[1])[0]!;
  return `${name}: ${kgText(all / 1000)} of ${what} left the vessels, ${plainNumber((100 * mg) / all)} % of it ${ROW_WORDS[most]}.`;
}
const IN: ReadonlySet<FlowRow> = new Set(['bought', 'washed off parts', 'rained in']);

type TableProps = {
  readonly data: WhereReply;
  readonly earlier: WhereReply | undefined;
  readonly span: Span;
  readonly kind: PeriodKind;
  readonly beforeName: string;
};
function PeriodTable({ data, earlier, span, beforeName }: TableProps) {
  const moved = (row: FlowRow) =>
    `/solvent/movements?${new URLSearchParams({ vessel: ROW_ACCOUNT[row], from: isoDay(span.fromMs), to: isoDay(span.toMs - 1) })}`;
  const cells = (mg: readonly number[], before: readonly number[] | undefined) => (
    <>
      {mg.map((part, i) => (
        <td key={i} className="text-right font-mono text-[13px]">
          {grams(part)}
        </td>
      ))}
      <td className="text-right font-mono text-[13px] font-bold">{grams(sum(mg))}</td>
      {earlier && <td className="text-right font-mono text-[13px] text-ink-2">{before ? grams(sum(before)) : ''}</td>}
    </>
  );
  const shown = data.rows.filter(
    ({ row, mg }) =>
      mg.some((part) => part !== 0) || earlier?.rows.find((one) => one.row === row)?.mg.some((part) => part !== 0),
  );
  return (
    <table className="table-plain w-full">
      <HeadRow names={['g', 'solvent', 'water', 'resin', 'together', ...(earlier ? [beforeName] : [])]} />
      <tbody>
        <tr>
          <td>in the vessels before</td>
          {cells(data.opening, earlier?.opening)}
        </tr>
        {shown.map(({ row, mg }) => (
          <tr key={row}>
            <td>
              <Link className="underline decoration-line underline-offset-4" to={moved(row)}>
                {ROW_WORDS[row]}
              </Link>
            </td>
            {cells(mg, earlier?.rows.find((one) => one.row === row)?.mg)}
          </tr>
        ))}
        <tr className="font-bold">
          <td>in the vessels after</td>
          {cells(data.closing, earlier?.closing)}
        </tr>
      </tbody>
    </table>
  );
}
