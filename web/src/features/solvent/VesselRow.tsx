import type { Vessel } from '@north-step/contract';
import { percentText, plainNumber } from '@north-step/core/units';
import { LoadLadder, Tube } from '../../glyphs/index.ts';

/** Vessels in the order solvent passes them: fresh, clean, first, drum, reclaimed. */
export function VesselRow({
  vessels,
  limitOf,
}: {
  readonly vessels: readonly Vessel[];
  readonly limitOf: (vessel: Vessel) => number;
}) {
  return (
    <ol className="mt-3 flex flex-wrap items-start gap-y-4">
      {vessels.map((vessel, index) => (
        <li key={vessel.id} className="flex items-start">
          {index > 0 && (
            <svg width={40} height={150} viewBox="0 0 40 150" aria-hidden="true">
              <path d="M4 75h30m-9 -7l9 7l-9 7" fill="none" stroke="var(--ink)" strokeWidth={1.8} />
            </svg>
          )}
          <div className="w-[124px]">
            <div className="flex gap-1">
              <Tube
                fillShare={vessel.volumeMl / vessel.capacityMl}
                loadPctW={vessel.loadPctW}
                limitPctW={limitOf(vessel)}
                label={wordsOf(vessel)}
              />
              {vessel.kind === 'bath' && <LoadLadder loadPctW={vessel.loadPctW} limitPctW={limitOf(vessel)} />}
            </div>
            <b className="block">{vessel.name}</b>
            <span className="text-[13px] text-ink-2">
              {vessel.volumeMl < 1
                ? 'empty'
                : `${plainNumber(vessel.volumeMl / 1000)} of ${plainNumber(vessel.capacityMl / 1000)} L`}
              {vessel.volumeMl >= 1 && (
                <>
                  <br />
                  {percentText(vessel.loadPctW)} resin
                  <br />
                  {plainNumber(vessel.strengthPctW ?? 0, 3)} % strength
                </>
              )}
            </span>
          </div>
        </li>
      ))}
    </ol>
  );
}

const wordsOf = (vessel: Vessel): string =>
  `${vessel.name}: ${plainNumber(vessel.volumeMl / 1000)} of ${plainNumber(vessel.capacityMl / 1000)} litres, ${percentText(vessel.loadPctW)} resin`;
