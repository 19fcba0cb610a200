import { plainNumber } from '@north-step/core/units';
import { useBatchCostQuery } from './endpoints.ts';
import { money } from './words.ts';

const UNITS: Readonly<Record<string, (amount: number) => string>> = {
  resin: (grams) => `${plainNumber(grams)} g left in the baths`,
  'solvent lost': (ml) => `${plainNumber(ml)} mL`,
  'bath used up': (share) => `${plainNumber(100 * share)} % of a change`,
  'wipes and gloves': () => '',
  hands: (minutes) => `${plainNumber(minutes)} min`,
};

/** What a batch cost in washing and handling, so that a shared workshop can charge for it. */
export function BatchCost({ batchId }: { readonly batchId: string }) {
  const { data } = useBatchCostQuery(batchId);
  if (!Array.isArray(data?.rows)) return null;
  const { rows, total, currency } = data;
  return (
    <section aria-label="What it cost" className="mt-6">
      <h2 className="text-lg font-bold">
        What it cost <span className="ml-2 font-mono">{money(total, currency)}</span>
      </h2>
      <table className="table-plain mt-1 w-full max-w-xl">
        <tbody>
          {rows.map(({ part, cost, amount }) => (
            <tr key={part}>
              <td>{part}</td>
              <td className="text-ink-2">{UNITS[part]?.(amount)}</td>
              <td className="text-right font-mono">{money(cost)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[13px] text-ink-2">
        Washing and handling, with the prices of Room. The resin of the part itself and the printer are not in it.
      </p>
    </section>
  );
}
