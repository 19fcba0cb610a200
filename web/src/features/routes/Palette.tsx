import { PALETTE_GROUPS, STEP_TYPE_IDS, type StepTypeId, stepType } from '@north-step/core/route';

/** Everything a route can be built from. A press puts the step after the chosen one. */
export function Palette({ onAdd }: { readonly onAdd: (type: StepTypeId) => void }) {
  return (
    <section aria-label="Palette of steps" className="border-r border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">Put in</h2>
      <p className="text-[13px] text-ink-2">after the open step, else before the seal</p>
      {PALETTE_GROUPS.map((group) => (
        <div key={group} className="mt-2">
          <h3 className="zone pb-1">{group.toUpperCase()}</h3>
          <ul className="flex flex-wrap gap-1.5">
            {STEP_TYPE_IDS.filter((id) => stepType(id).group === group).map((id) => (
              <li key={id}>
                <button
                  type="button"
                  className="frame min-h-11 bg-panel px-2.5 text-left text-[13px] leading-tight font-bold"
                  onClick={() => onAdd(id)}
                >
                  {stepType(id).title}
                </button>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
