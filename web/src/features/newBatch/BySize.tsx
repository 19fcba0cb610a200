import type { Draft } from './useNewBatch.ts';

/** A part without a file: a box of three sizes. */
export function BySize({ draft }: { readonly draft: Draft }) {
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
