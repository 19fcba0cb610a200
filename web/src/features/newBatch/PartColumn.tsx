import { useRef } from 'react';
import { useAppSelector } from '../../store/store.ts';
import { PartView } from '../part/index.ts';
import { BySize } from './BySize.tsx';
import { PartMeasures } from './PartMeasures.tsx';
import { PlateList } from './PlateList.tsx';
import type { Draft } from './useNewBatch.ts';

export const FILE_KINDS = '.stl,.obj,.3mf';

/** The parts: files measured in a worker, or three sizes. */
export function PartColumn({ draft }: { readonly draft: Draft }) {
  const { plate } = draft;
  const input = useRef<HTMLInputElement>(null);
  const theme = useAppSelector((state) => state.here.theme);
  const choose = () => input.current?.click();
  const { items, chosen } = plate;
  const refused = items.filter(({ state }) => state.stage === 'refused');
  const shown = chosen?.state.stage === 'measured' ? chosen.state : undefined;
  return (
    <section aria-label="The part" className="border-r border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">{items.length > 1 ? `${items.length} parts` : 'The part'}</h2>
      <input
        ref={input}
        type="file"
        multiple
        accept={FILE_KINDS}
        className="sr-only"
        aria-label="Files of the parts"
        tabIndex={-1}
        onChange={(event) => {
          plate.take([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      {items.length === 0 && (
        <>
          <button
            type="button"
            onClick={choose}
            className="mt-2 flex h-[220px] w-full flex-col items-center justify-center gap-2 border-[1.5px] border-dashed border-ink bg-panel"
          >
            <span className="text-lg font-bold">Drop STL, OBJ or 3MF files</span>
            <span className="text-ink-2">one or several, or press to choose</span>
          </button>
          <BySize draft={draft} />
        </>
      )}
      {refused.map(({ id, state }) =>
        state.stage === 'refused' ? (
          <div key={id} role="alert" className="mt-3 flex items-start border-l-4 border-brick pl-3">
            <p className="min-w-0 flex-1">
              {state.message} <b>{state.remedy}</b>
            </p>
            <button type="button" className="min-h-11 px-3 underline" onClick={() => plate.remove(id)}>
              Leave it out
            </button>
          </div>
        ) : null,
      )}
      {items.length > 1 && <PlateList plate={plate} />}
      {chosen && (chosen.state.stage === 'measuring' || chosen.state.stage === 'waiting') && (
        <div className="mt-2 flex h-[220px] flex-col items-center justify-center gap-4 border-[1.5px] border-ink bg-panel px-8">
          <p>
            Measuring <b>{chosen.file.name}</b>
          </p>
          <progress
            className="w-full"
            max={1}
            value={chosen.state.stage === 'measuring' ? chosen.state.share : 0}
            aria-label="Measuring"
          />
          <button type="button" className="btn" onClick={() => plate.remove(chosen.id)}>
            Cancel
          </button>
        </div>
      )}
      {chosen && shown && (
        <>
          <p className="mb-1 text-sm text-ink-2">
            {chosen.file.name} · {shown.measures.triangles.toLocaleString('en-GB')} triangles ·{' '}
            {shown.measures.watertight ? 'watertight' : 'open'}
          </p>
          <PartView
            part={shown}
            name={chosen.file.name}
            theme={theme}
            onPickShell={(shell) => plate.setSupports(chosen.id, toggled(shown.measures.supports?.shells ?? [], shell))}
          />
          <PartMeasures item={chosen} plate={plate} />
        </>
      )}
      {items.length > 0 && (
        <button type="button" className="mt-3 min-h-11 underline" onClick={choose}>
          Add files
        </button>
      )}
    </section>
  );
}

const toggled = (shells: readonly number[], shell: number): readonly number[] =>
  shells.includes(shell) ? shells.filter((one) => one !== shell) : [...shells, shell];
