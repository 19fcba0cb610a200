import type { BatchState } from '@north-step/core/batch';
import { type Lamp, MOST_PLACED, TIPS_BELOW_DEG } from '@north-step/core/light';
import { plainNumber } from '@north-step/core/units';
import { Choice, NumberField, Stepper } from '../../ui/index.ts';
import { TablePlan } from './TablePlan.tsx';
import type { CureView } from './useCure.ts';
import type { CurePart } from './useCureParts.ts';
import { POSE_NAMES } from './useStand.ts';

/** Less of the surface inside hollows is not worth a choice. */
const LEAST_HOLLOW_PCT = 0.5;

/** How the parts stand: which way up, how many, where, and whether they would stay standing. */
export function OnTheTable({
  batch,
  cure,
  parts,
  lamp,
}: {
  readonly batch: BatchState;
  readonly cure: CureView;
  readonly parts: readonly CurePart[];
  readonly lamp: Lamp;
}) {
  const { stand, wanted } = cure;
  const { fits } = stand;
  const mixed = parts.length > 1;
  return (
    <>
      <h3 className="mt-3 mb-1 font-bold">On the table</h3>
      {parts.map(({ name }, kind) => (
        <Stands key={name} cure={cure} kind={kind} name={mixed ? name : undefined} />
      ))}
      <div className="mt-2">
        <Stepper
          label="Parts in one load"
          value={Math.min(wanted, Math.max(1, fits))}
          min={1}
          max={Math.max(1, Math.min(batch.count, MOST_PLACED))}
          onChange={cure.setCount}
        />
      </div>
      {fits < wanted && (
        <p className="text-[13px] text-ink-2">
          {fits === 0
            ? 'They do not fit on this table.'
            : `${fits} fit with room between them: ${Math.ceil(batch.count / fits)} loads.`}
        </p>
      )}
      <TablePlan
        parts={parts}
        radiiMm={stand.shapes.map(({ radiusMm }) => radiusMm)}
        placements={stand.placements}
        lamp={lamp}
        onChange={stand.setPlacements}
      />
      <button type="button" className="btn" onClick={stand.spread}>
        Spread them
      </button>
      {parts
        .filter(({ standIn }) => standIn)
        .map(({ name }) => (
          <p key={name} className="mt-1 text-[13px] text-ink-2">
            No file{mixed && ` of ${name}`}: a block of its size stands in.
          </p>
        ))}
    </>
  );
}

/** Which way up one kind of part stands, and whether it would stay. */
function Stands({
  cure: { stand },
  kind,
  name,
}: {
  readonly cure: CureView;
  readonly kind: number;
  readonly name?: string | undefined;
}) {
  const tipsAt = stand.shapes[kind]?.tipsAtDeg;
  return (
    <>
      <label className="block">
        <span className="text-[13px] text-ink-2">{name === undefined ? 'they stand' : `${name} stands`}</span>
        <select
          className="field"
          value={stand.poses[kind]}
          onChange={(event) => stand.setPose(kind, event.target.value as (typeof POSE_NAMES)[number])}
        >
          {POSE_NAMES.map((pose) => (
            <option key={pose}>{pose}</option>
          ))}
        </select>
      </label>
      {tipsAt !== undefined && tipsAt < TIPS_BELOW_DEG && (
        <p className="mt-1 border-l-4 border-amber pl-2 text-[13px]">
          {tipsAt < 0.5 ? 'It does not stand by itself.' : `It tips over at ${plainNumber(tipsAt)}°.`} Stand it in dry
          sand or on a strip of film, or take another side down.
        </p>
      )}
    </>
  );
}

/** Insides of hollows: left out of the plan, or lit by a rod. */
export function Hollows({ cure }: { readonly cure: CureView }) {
  const { stand } = cure;
  const { rod, hollow, rodRefusal, inside, usualRod } = stand;
  return (
    <>
      {cure.hollowPct > LEAST_HOLLOW_PCT && <PlanFor cure={cure} />}
      {hollow && hollow.neckMm > 2 * usualRod.radiusMm && (
        <>
          <h3 className="mt-3 mb-1 font-bold">Light inside</h3>
          <Choice
            label="Light inside"
            value={rod ? 'rod' : 'none'}
            options={[
              { value: 'none', text: 'none' },
              { value: 'rod', text: 'a rod' },
            ]}
            onChange={(value) => stand.setRod(value === 'rod' ? usualRod : undefined)}
          />
        </>
      )}
      {rod && (
        <div className="mt-1 grid grid-cols-3 gap-1">
          <NumberField
            label="in all"
            unit="mW"
            min={1}
            step={10}
            value={rod.totalMW}
            onChange={(totalMW) => totalMW && stand.setRod({ ...rod, totalMW })}
          />
          <NumberField
            label="long"
            unit="mm"
            min={2}
            value={rod.lengthMm}
            onChange={(lengthMm) => lengthMm && stand.setRod({ ...rod, lengthMm })}
          />
          <NumberField
            label="thick"
            unit="mm"
            min={1}
            value={2 * rod.radiusMm}
            onChange={(thickMm) => thickMm && stand.setRod({ ...rod, radiusMm: thickMm / 2 })}
          />
        </div>
      )}
      {rodRefusal ? (
        <p role="alert" className="mt-1 border-l-4 border-brick pl-2 text-[13px]">
          {rodRefusal.message} {rodRefusal.remedy}
        </p>
      ) : (
        inside && (
          <p className="mt-1 text-[13px] text-ink-2">
            One in the largest hollow of each part, {plainNumber(inside.lengthMm)} mm of it. Never metered: ranges are
            wide. UV glasses on.
          </p>
        )
      )}
    </>
  );
}

function PlanFor({ cure }: { readonly cure: CureView }) {
  return (
    <>
      <h3 className="mt-3 mb-1 font-bold">Plan for</h3>
      <Choice
        label="Plan for"
        value={cure.outerOnly ? 'outer' : 'all'}
        options={[
          { value: 'outer', text: 'outer faces' },
          { value: 'all', text: 'all faces' },
        ]}
        onChange={(value) => cure.setOuterOnly(value === 'outer')}
      />
      <p className="text-[13px] text-ink-2">
        {plainNumber(cure.hollowPct)} % lies inside hollows, where little light comes.
      </p>
    </>
  );
}
