import { Stepper } from '../../ui/index.ts';
import type { Plate, PlateItem } from './usePlate.ts';

/** The files on the plate with how many of each; one is shown below. */
export function PlateList({ plate }: { readonly plate: Plate }) {
  return (
    <ul aria-label="Parts on the plate" className="mt-2 mb-3 frame bg-panel">
      {plate.items.map((item) => (
        <li
          key={item.id}
          className={`flex flex-wrap items-center gap-2 border-b border-line px-2 py-1 last:border-b-0 ${item.id === plate.chosen?.id ? 'bg-liquid' : ''}`}
        >
          <button
            type="button"
            aria-pressed={item.id === plate.chosen?.id}
            className="min-h-11 min-w-0 flex-1 truncate text-left font-bold"
            onClick={() => plate.choose(item.id)}
          >
            {item.file.name}
            <span className="block text-[13px] font-normal text-ink-2">{stateText(item)}</span>
          </button>
          <Stepper
            label={`How many ${item.file.name}`}
            value={item.count}
            min={1}
            max={1000}
            onChange={(count) => plate.setCount(item.id, count)}
          />
          <button
            type="button"
            className="min-h-11 w-9 text-lg"
            aria-label={`Leave ${item.file.name} out`}
            onClick={() => plate.remove(item.id)}
          >
            ×
          </button>
        </li>
      ))}
    </ul>
  );
}

function stateText({ state }: PlateItem): string {
  switch (state.stage) {
    case 'waiting':
      return 'waits to be measured';
    case 'measuring':
      return `measuring, ${Math.round(state.share * 100)} %`;
    case 'measured':
      return `${(state.measures.areaMm2 / 100).toFixed(0)} cm²${state.measures.watertight ? '' : ', open mesh'}`;
    case 'refused':
      return 'not read';
  }
}
