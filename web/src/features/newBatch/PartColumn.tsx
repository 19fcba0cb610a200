import { MESH_UNITS, type MeshMeasures, type MeshUnit } from '@north-step/core/mesh';
import { plainNumber } from '@north-step/core/units';
import { useRef } from 'react';
import { useAppSelector } from '../../app/store.ts';
import { Choice } from '../../ui/index.ts';
import { PartView } from './PartView.tsx';
import type { useNewBatch } from './useNewBatch.ts';

type Draft = ReturnType<typeof useNewBatch>;
const UNIT_NAMES: Readonly<Record<MeshUnit, string>> = { mm: 'mm', cm: 'cm', m: 'metres', inch: 'inches' };

/** The part: a file, measured in a worker, or three sizes. */
export function PartColumn({ draft }: { readonly draft: Draft }) {
  const { picked } = draft;
  const input = useRef<HTMLInputElement>(null);
  const theme = useAppSelector((state) => state.here.theme);
  const choose = () => input.current?.click();
  return (
    <section aria-label="The part" className="border-r border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">The part</h2>
      <input
        ref={input}
        type="file"
        accept=".stl"
        className="sr-only"
        aria-label="STL file of the part"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) void picked.take(file);
        }}
      />
      {picked.state.stage === 'none' && (
        <>
          <button
            type="button"
            onClick={choose}
            className="mt-2 flex h-[220px] w-full flex-col items-center justify-center gap-2 border-[1.5px] border-dashed border-ink bg-panel"
          >
            <span className="text-lg font-bold">Drop an STL file</span>
            <span className="text-ink-2">or press to choose one</span>
          </button>
          {picked.state.refusal && (
            <p role="alert" className="mt-3 border-l-4 border-brick pl-3">
              {picked.state.refusal.message} <b>{picked.state.refusal.remedy}</b>
            </p>
          )}
          <BySize draft={draft} />
        </>
      )}
      {picked.state.stage === 'measuring' && (
        <div className="mt-2 flex h-[220px] flex-col items-center justify-center gap-4 border-[1.5px] border-ink bg-panel px-8">
          <p>
            Measuring <b>{picked.state.name}</b>
          </p>
          <progress className="w-full" max={1} value={picked.state.share} aria-label="Measuring" />
          <button type="button" className="btn" onClick={picked.cancel}>
            Cancel
          </button>
        </div>
      )}
      {picked.state.stage === 'measured' && (
        <>
          <p className="mb-1 text-sm text-ink-2">
            {picked.state.part.file.name} · {picked.state.part.measures.triangles.toLocaleString('en-GB')} triangles ·{' '}
            {picked.state.part.measures.watertight ? 'watertight' : 'open'}
          </p>
          <PartView positions={picked.state.part.positions} name={picked.state.part.file.name} theme={theme} />
          <Measures measures={picked.state.part.measures} />
          <Warnings measures={picked.state.part.measures} />
          <UnitChoice draft={draft} />
          <button type="button" className="mt-3 min-h-11 underline" onClick={choose}>
            Take another file
          </button>
        </>
      )}
    </section>
  );
}

function Measures({ measures }: { readonly measures: MeshMeasures }) {
  const volume = measures.volumeMm3 === undefined ? 'withheld' : `${plainNumber(measures.volumeMm3 / 1000, 3)} cm³`;
  const rows = [
    ['Surface', `${plainNumber(measures.areaMm2 / 100, 3)} cm²`, 'Volume', volume],
    [
      'Box',
      `${measures.boxMm.map((mm) => plainNumber(mm, 3)).join(' × ')} mm`,
      'Thin wall',
      measures.wall ? `${plainNumber(measures.wall.p5Mm)} mm` : '–',
    ],
    [
      'Shells',
      String(measures.shells),
      'Usual wall',
      measures.wall ? `${plainNumber(measures.wall.medianMm)} mm` : '–',
    ],
  ] as const;
  return (
    <table className="mt-3 w-full">
      <tbody>
        {rows.map(([a, av, b, bv]) => (
          <tr key={a} className="border-b border-line">
            <th className="py-1.5 pr-3 text-left font-normal text-ink-2">{a}</th>
            <td className="font-bold">{av}</td>
            <th className="pr-2 pl-3 text-left font-normal text-ink-2">{b}</th>
            <td className="font-bold">{bv}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Warnings({ measures }: { readonly measures: MeshMeasures }) {
  const notes = measures.warnings.map((warning) => warning.message);
  const trappedMl = (measures.trappedMm3 ?? 0) / 1000;
  if (trappedMl > 0.2)
    notes.push(
      `Hung as drawn it would hold ${plainNumber(trappedMl)} mL of resin in cups or pockets: turn it so that they drain.`,
    );
  if (notes.length === 0) return null;
  return (
    <ul className="mt-2 border-l-4 border-amber pl-3 text-sm">
      {notes.map((note) => (
        <li key={note}>{note}</li>
      ))}
    </ul>
  );
}

function UnitChoice({ draft }: { readonly draft: Draft }) {
  const { state, take } = draft.picked;
  if (state.stage !== 'measured') return null;
  const doubtful =
    state.part.unit !== 'mm' ||
    state.part.measures.warnings.some(({ code }) => code === 'VERY_SMALL' || code === 'VERY_LARGE');
  if (!doubtful) return null;
  return (
    <div className="mt-3">
      <span className="label">Numbers in the file are</span>
      <Choice
        label="Unit of the file"
        value={state.part.unit}
        options={MESH_UNITS.map((value) => ({ value, text: UNIT_NAMES[value] }))}
        onChange={(unit) => void take(state.part.file, unit)}
      />
    </div>
  );
}

function BySize({ draft }: { readonly draft: Draft }) {
  const { sizes, setSizes } = draft;
  if (!sizes) {
    return (
      <button
        type="button"
        className="mt-3 min-h-11 underline"
        onClick={() => setSizes({ name: '', mm: ['', '', ''] })}
      >
        Describe it by size when there is no file
      </button>
    );
  }
  const set = (index: number, text: string) =>
    setSizes({ ...sizes, mm: sizes.mm.map((old, i) => (i === index ? text : old)) });
  return (
    <fieldset className="mt-3">
      <legend className="label">By size: its box, half as much surface again for relief</legend>
      <input
        className="field mb-2"
        placeholder="name of the part"
        aria-label="Name of the part"
        value={sizes.name}
        onChange={(event) => setSizes({ ...sizes, name: event.target.value })}
      />
      <div className="flex items-center gap-2">
        {(['length', 'width', 'height'] as const).map((name, index) => (
          <input
            key={name}
            className="field font-mono"
            inputMode="decimal"
            placeholder={`${name} mm`}
            aria-label={`${name} in mm`}
            value={sizes.mm[index]}
            onChange={(event) => set(index, event.target.value)}
          />
        ))}
      </div>
    </fieldset>
  );
}
