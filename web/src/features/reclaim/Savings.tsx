import type { WhereReply } from '@north-step/contract';
import { plainNumber } from '@north-step/core/units';
import { HeadRow } from '../../ui/index.ts';
import { usePrices } from './useReclaim.ts';
import { money } from './words.ts';

type SavingsProps = { readonly data: WhereReply; readonly earlier: WhereReply | undefined };
/** In litres of fresh and in money: what came back, and what each way of losing it cost. */
export function Savings({ data, earlier }: SavingsProps) {
  const { prices, currency } = usePrices();
  const rows = rowsOf(data);
  const before = earlier && rowsOf(earlier);
  return (
    <section aria-label="What it saves and costs" className="mt-5">
      <h2 className="text-lg font-bold">What it saves and costs</h2>
      <table className="table-plain mt-1 w-full">
        <HeadRow names={['', 'L of fresh', currency || 'money', 'a batch', ...(before ? ['before, L'] : [])]} />
        <tbody>
          {rows.map(({ what, litres }, i) => (
            <tr key={what}>
              <td>{what}</td>
              <td className="text-right font-mono">{litresOf(litres)}</td>
              <td className="text-right font-mono">{money(litres * prices.freshPerL)}</td>
              <td className="text-right font-mono">
                {data.batches > 0 ? `${plainNumber((1000 * litres) / data.batches)} mL` : '–'}
              </td>
              {before && <td className="text-right font-mono text-ink-2">{litresOf(before[i]!.litres)}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[13px] text-ink-2">
        {data.batches} batches were washed. Liquid without its resin, as fresh solvent at{' '}
        {money(prices.freshPerL, currency)} a litre.
      </p>
    </section>
  );
}
const litresOf = (litres: number): string => (Math.abs(litres) < 0.0005 ? '0' : litres.toFixed(2).replace('-', '−'));

function rowsOf({
  rows,
  reclaimed,
  freshMlPerG,
}: WhereReply): readonly { readonly what: string; readonly litres: number }[] {
  // water is not bought: what counts is the solvent
  const litres = (mg: readonly number[]) => (mg[0]! * freshMlPerG) / 1e6;
  const lost = (...names: readonly string[]) =>
    -rows.filter(({ row }) => names.includes(row)).reduce((sum, { mg }) => sum + litres(mg), 0);
  return [
    { what: 'came back by reclaiming', litres: litres(reclaimed) },
    {
      what: 'lost to the air',
      litres: lost('evaporated standing', 'evaporated washing and drying', 'evaporated reclaiming'),
    },
    { what: 'taken along on parts', litres: lost('on wet parts', 'left on parts') },
    { what: 'held by sludge and papers', litres: lost('sludge') },
    { what: 'disposed and spilled', litres: lost('disposed', 'spilled') },
    { what: 'unaccounted', litres: lost('unaccounted') },
  ];
}
