import type { Ways } from '@north-step/core/bench';
import { given } from '@north-step/core/given';
import { SelectField } from './SelectField.tsx';

/** Languages that days and months can be written in. */
const DATES = [
  'en-GB',
  'en-US',
  'de-DE',
  'es-ES',
  'fr-FR',
  'it-IT',
  'nl-NL',
  'pl-PL',
  'pt-PT',
  'sv-SE',
  'ja-JP',
] as const;
const EXAMPLE_MS = Date.UTC(2026, 10, 30, 12);
const example = (tag: string): string =>
  new Date(EXAMPLE_MS).toLocaleDateString(tag, { weekday: 'short', day: 'numeric', month: 'short' });

const MIN_PER_H = 60;
const asTime = (min: number | undefined): string =>
  min === undefined
    ? ''
    : `${String(Math.floor(min / MIN_PER_H)).padStart(2, '0')}:${String(min % MIN_PER_H).padStart(2, '0')}`;
function asMinutes(time: string): number | undefined {
  const [h, m] = time.split(':').map(Number);
  return h === undefined || m === undefined || Number.isNaN(h + m) ? undefined : h * MIN_PER_H + m;
}

type WaysFieldsProps = { readonly ways: Ways; readonly onChange: (ways: Ways) => void };

/** What the workshop keeps its time by: its zone, the language of its dates, its hours. */
export function WaysFields({ ways, onChange }: WaysFieldsProps) {
  const machines = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const set = (over: { readonly [K in keyof Ways]: Ways[K] | undefined }) => onChange(given({ ...ways, ...over }));
  return (
    <div className="grid max-w-[560px] grid-cols-2 gap-3 max-sm:grid-cols-1">
      <SelectField
        label="Time zone"
        value={ways.zone ?? ''}
        options={[
          { value: '', text: `as this machine: ${machines}` },
          ...Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, text: zone })),
        ]}
        onChange={(zone) => set({ zone: zone || undefined })}
      />
      <SelectField
        label="Dates are written"
        value={ways.dates ?? 'en-GB'}
        options={DATES.map((tag) => ({ value: tag, text: example(tag) }))}
        onChange={(dates) => set({ dates: dates === 'en-GB' ? undefined : dates })}
      />
      {(['opensMin', 'closesMin'] as const).map((edge) => (
        <label key={edge} className="block">
          <span className="label">{edge === 'opensMin' ? 'Work begins at' : 'and ends at'}</span>
          <input
            type="time"
            className="field font-mono"
            value={asTime(ways[edge])}
            onChange={(event) => set({ [edge]: asMinutes(event.target.value) })}
          />
        </label>
      ))}
    </div>
  );
}
