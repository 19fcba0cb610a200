import type { PartSize } from '@north-step/contract';
import { isOut, shrinkageOf } from '@north-step/core/caliper';
import { Link } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { HeadRow } from '../../ui/index.ts';
import { SIZE_HEADS, SizeCells } from './SizeCells.tsx';
import { SizeChart } from './SizeChart.tsx';
import { mmText, preparerWords } from './words.ts';

const MOST_LISTED = 40;

/** The series of one part: what to tell the preparer, a chart, and the sizes themselves. */
export function PartSizes({ name, sizes }: { readonly name: string; readonly sizes: readonly PartSize[] }) {
  // each resin shrinks as it does
  const resins = [...new Set(sizes.map(({ resin }) => resin))].flatMap((resin) => {
    const told = shrinkageOf(sizes.filter((size) => size.resin === resin));
    return told ? [{ resin, told }] : [];
  });
  const out = sizes.filter(isOut).length;
  return (
    <section aria-label={`Sizes of ${name}`} className="mt-2">
      <h2 className="text-lg font-bold">Sizes</h2>
      <p className="border-l-4 border-sea pl-3">
        {resins.map(({ resin, told }) => (
          <span key={resin} className="block">
            <b>{resin}</b>: {preparerWords(told)} Left over ± {mmText(told.scatterMm)} mm.
          </span>
        ))}
        <span className="block text-sm text-ink-2">
          {out === 0 ? 'All within tolerance.' : `${out} of ${sizes.length} out of tolerance.`} Each resin and lamp has
          its own: check one piece before a series.
        </span>
      </p>
      <SizeChart sizes={sizes} />
      <table className="table-plain mt-3 w-full">
        <HeadRow names={['size', ...SIZE_HEADS, 'batch', 'resin', 'when']} />
        <tbody>
          {sizes.slice(0, MOST_LISTED).map((size) => (
            <tr key={`${size.batchId} ${size.atMs} ${size.name} ${size.piece}`}>
              <td>
                {size.name}
                {size.piece !== null && `, piece ${size.piece}`}
              </td>
              <SizeCells size={size} />
              <td>
                <Link className="underline" to={`/batches/${size.batchId}`}>
                  {size.batchName}
                </Link>
              </td>
              <td>
                {size.resin} {size.lot}
              </td>
              <td className="font-mono whitespace-nowrap">{dayAndClock(size.atMs)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 flex gap-4 print:hidden">
        <a className="btn" href={`/api/part-sizes.csv?${new URLSearchParams({ part: name })}`}>
          Save sizes as CSV
        </a>
        {sizes.length > MOST_LISTED && <span>The newest {MOST_LISTED} are shown; the CSV holds all.</span>}
      </p>
    </section>
  );
}
