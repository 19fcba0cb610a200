import { PLAIN_WALL_MM, sheetLightHereS, wallWindow } from '@north-step/core/plan';
import type { ResinCard } from '@north-step/core/resin';
import { clockText, plainNumber } from '@north-step/core/units';
import { Link } from 'react-router';
import { WindowBar } from '../../glyphs/index.ts';
import { useBenchQuery } from '../../store/api.ts';

/** The window of a resin under every light source of the shop, on even light over a 3 mm wall. */
export function LampWindows({ card }: { readonly card: ResinCard }) {
  const bench = useBenchQuery().data?.bench;
  if (!bench || card.procedure) return null;
  const lamps = Object.entries(bench.lamps);
  return (
    <section aria-label="Windows in this shop">
      <h2 className="mt-4 text-lg font-bold">In this shop’s lamps</h2>
      <ul>
        {lamps.map(([station, lamp]) => {
          const window = wallWindow(card, bench, station);
          const sheetS = sheetLightHereS(card, bench, station);
          return (
            <li key={station} className="border-b border-line py-2">
              <Link to={`/cure/lamps/${station}`} className="font-bold underline decoration-line underline-offset-4">
                {lamp.name}
              </Link>{' '}
              <span className="text-ink-2">{plainNumber(lamp.mWPerCm2)} mW/cm²</span>
              {window.handleS === undefined ? (
                <p className="text-sm">not reached in six hours</p>
              ) : (
                <>
                  <span className="block text-sm">
                    tack-free after {clockText(window.handleS)}
                    {window.maxS !== undefined && `, over after ${clockText(window.maxS)}`}
                  </span>
                  {sheetS !== undefined && (
                    <span className="block text-sm">
                      as hard as the sheet’s {clockText(card.cardCureS!)} after {clockText(sheetS)}
                    </span>
                  )}
                  <WindowBar handleS={window.handleS} maxS={window.maxS} widthPx={340} heightPx={14} />
                </>
              )}
            </li>
          );
        })}
      </ul>
      <p className="text-[13px] text-ink-2">
        Even light, {PLAIN_WALL_MM} mm wall, in {card.cureMedium}; a batch’s own window comes from its light map.
      </p>
    </section>
  );
}
