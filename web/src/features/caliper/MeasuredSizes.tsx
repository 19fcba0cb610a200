import type { BatchState } from '@north-step/core/batch';
import { isOut } from '@north-step/core/caliper';
import { Link } from 'react-router';
import { HeadRow } from '../../ui/index.ts';
import { SIZE_HEADS, SizeCells } from './SizeCells.tsx';

/** Sizes of one batch, as they stand in its record. */
export function MeasuredSizes({ batch }: { readonly batch: BatchState }) {
  const { sizes = [], part } = batch;
  if (sizes.length === 0) return null;
  const out = sizes.filter(isOut).length;
  return (
    <section aria-label="Sizes" className="mt-4">
      <h3 className="text-lg font-bold">Sizes</h3>
      <p className="text-sm text-ink-2">
        {sizes.length} measured, {out === 0 ? 'all within tolerance' : `${out} out`}.{' '}
        <Link className="underline" to={`/parts?${new URLSearchParams({ part: sizes[0]!.which ?? part.name })}`}>
          The series of this part
        </Link>
      </p>
      <table className="table-plain w-full">
        <HeadRow names={['size', ...SIZE_HEADS, 'who']} />
        <tbody>
          {sizes.map((size) => (
            <tr key={`${size.atMs} ${size.which} ${size.name} ${size.piece}`}>
              <td>
                {size.which && `${size.which}: `}
                {size.name}
                {size.piece !== undefined && `, piece ${size.piece}`}
              </td>
              <SizeCells size={size} />
              <td>{size.by}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
