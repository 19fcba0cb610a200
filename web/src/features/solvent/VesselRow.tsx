import type { BathCare, BathNote, Vessel } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { litresText, percentText, plainNumber } from '@north-step/core/units';
import { LoadLadder, Tube } from '../../glyphs/index.ts';

/** Vessels in the order solvent passes them: fresh, the last bath to the first, drum, jars that hold some, reclaimed. */
function onTheWayOf(vessels: readonly Vessel[]): readonly Vessel[] {
  const lines = linesOf(vessels).filter(({ fresh, drum, reclaimed }) => fresh ?? drum ?? reclaimed);
  const jars = vessels.filter(({ kind, line, volumeMl }) => kind === 'jar' && line === null && volumeMl >= 1);
  return lines.flatMap(({ baths, fresh, drum, reclaimed }, i) =>
    [fresh, ...[...baths].reverse(), drum, ...(i === 0 ? jars : []), reclaimed].filter((one) => one !== undefined),
  );
}

/** A jar that settles stands between two vessels of whichever line. */
const sameLine = (a: Vessel, b: Vessel): boolean => !a.line || !b.line || a.line.id === b.line.id;

/** Vessels on the way of their liquid, then those of other liquids. A bath can be chosen. */
export function VesselRow({
  vessels,
  baths,
  notes,
  limitOf,
  chosenId,
  onChoose,
}: {
  readonly vessels: readonly Vessel[];
  readonly baths: readonly BathCare[];
  /** what the bench says of each: it carries what was done until the estimate has caught up */
  readonly notes: Readonly<Record<string, BathNote>>;
  readonly limitOf: (vessel: Vessel) => number;
  readonly chosenId?: string | undefined;
  readonly onChoose: (vesselId: string) => void;
}) {
  const onTheWay = onTheWayOf(vessels);
  const aside = vessels.filter((vessel) => !onTheWay.includes(vessel));
  return (
    <>
      <ol className="mt-3 flex flex-wrap items-start gap-y-3">
        {onTheWay.map((vessel, index) => (
          <li key={vessel.id} className="flex items-start">
            {index > 0 && sameLine(onTheWay[index - 1]!, vessel) && (
              <svg width={24} height={124} viewBox="0 0 28 124" aria-hidden="true">
                <path d="M2 62h22m-8 -6l8 6l-8 6" fill="none" stroke="var(--ink)" strokeWidth={1.8} />
              </svg>
            )}
            <OneVessel
              vessel={vessel}
              known={notes[vessel.id] ?? baths.find((bath) => bath.vesselId === vessel.id)?.estimate}
              limitPctW={limitOf(vessel)}
              chosen={vessel.id === chosenId}
              onChoose={onChoose}
            />
          </li>
        ))}
      </ol>
      {aside.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-sm">
          {aside.map((vessel) => (
            <li key={vessel.id}>
              <NameOf vessel={vessel} chosen={vessel.id === chosenId} onChoose={onChoose} />{' '}
              <span className="text-ink-2">
                {vessel.volumeMl < 1 ? 'empty' : `${litresText(vessel.volumeMl)} ${vessel.solvent}`}
              </span>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

type OneProps = {
  readonly vessel: Vessel;
  readonly known?: Pick<BathNote, 'loadPctW' | 'range90' | 'strengthPctW'> | undefined;
  readonly limitPctW: number;
  readonly chosen: boolean;
  readonly onChoose: (vesselId: string) => void;
};

function OneVessel({ vessel, known, limitPctW, chosen, onChoose }: OneProps) {
  const loadPctW = known?.loadPctW ?? vessel.loadPctW;
  const words = `${vessel.name}: ${litresText(vessel.volumeMl)} of ${litresText(vessel.capacityMl)}, ${percentText(loadPctW)} resin`;
  return (
    <div className="w-[108px]">
      <div className="flex gap-0.5">
        <Tube
          fillShare={vessel.volumeMl / vessel.capacityMl}
          loadPctW={loadPctW}
          limitPctW={limitPctW}
          label={words}
          heightPx={124}
        />
        {vessel.kind === 'bath' && (
          <LoadLadder loadPctW={loadPctW} limitPctW={limitPctW} range90={known?.range90} heightPx={124} />
        )}
      </div>
      <NameOf vessel={vessel} chosen={chosen} onChoose={onChoose} />
      <span className="block text-[13px] leading-snug text-ink-2">
        {vessel.volumeMl < 1 ? 'empty' : `${litresText(vessel.volumeMl)} of ${litresText(vessel.capacityMl)}`}
        {vessel.volumeMl >= 1 && (
          <>
            <br />
            {percentText(loadPctW)} resin
            <br />
            {vessel.strengthPctW === null
              ? vessel.solvent
              : `${plainNumber(known?.strengthPctW ?? vessel.strengthPctW, 3)} % strength`}
            {vessel.reclaimedShare >= 0.01 && (
              <>
                <br />
                {Math.round(100 * vessel.reclaimedShare)} % reclaimed
              </>
            )}
          </>
        )}
      </span>
    </div>
  );
}

function NameOf({
  vessel,
  chosen,
  onChoose,
}: {
  readonly vessel: Vessel;
  readonly chosen: boolean;
  readonly onChoose: (id: string) => void;
}) {
  if (vessel.kind !== 'bath') return <b>{vessel.name}</b>;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      className={`min-h-6 border-b-2 font-bold ${chosen ? 'border-sea' : 'border-line'}`}
      onClick={() => onChoose(vessel.id)}
    >
      {vessel.name}
    </button>
  );
}
