import { isOut, type SizeFound } from '@north-step/core/caliper';
import { mmText, offText } from './words.ts';

/** Of one size in a table: what was meant, what was found, and how far off that is. */
export function SizeCells({ size }: { readonly size: Pick<SizeFound, 'nominalMm' | 'toleranceMm' | 'foundMm'> }) {
  return (
    <>
      <td className="font-mono whitespace-nowrap">
        {mmText(size.nominalMm)} ± {mmText(size.toleranceMm)}
      </td>
      <td className="font-mono">{mmText(size.foundMm)}</td>
      <td className={`font-mono whitespace-nowrap ${isOut(size) ? 'font-bold text-brick' : ''}`}>{offText(size)}</td>
    </>
  );
}
/** The heads of its columns. */
export const SIZE_HEADS = ['meant, mm', 'found, mm', 'off'] as const;
