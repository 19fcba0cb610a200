import type { AirSetting } from '@north-step/core/air';
import { slugOf } from '@north-step/core/units';
import { useState } from 'react';
import { NumberField, TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

const FIELDS = [
  { key: 'roomM3', label: 'Room', unit: 'm³', min: 1, max: 1e6 },
  { key: 'airChangesPerH', label: 'Air changes with the fan on', unit: '1/h', min: 0, max: 500, step: 0.5 },
  { key: 'meanPpm', label: 'Limit over eight hours', unit: 'ppm', min: 1, max: 20_000, step: 50 },
  { key: 'shortPpm', label: 'Limit for a short time', unit: 'ppm', min: 1, max: 20_000, step: 50 },
  { key: 'storedLimitL', label: 'May be kept here, by local code', unit: 'L', min: 0, max: 1e6, step: 5 },
] as const;

/** The room, its limits and its checks, as the workshop says them. */
export function AirForm({ air }: { readonly air: AirSetting }) {
  return <Form key={JSON.stringify(air)} known={air} />;
}

function Form({ known }: { readonly known: AirSetting }) {
  const acts = useDo();
  const [draft, setDraft] = useState(known);
  const [check, setCheck] = useState({ name: '', everyDays: 90 as number | undefined });
  const changed = JSON.stringify(draft) !== JSON.stringify(known);
  const id = slugOf(check.name, 40);
  const addable = id !== '' && check.everyDays !== undefined && !draft.checks.some((one) => one.id === id);
  return (
    <section aria-label="The room and its limits" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">The room and its limits</h2>
      <p className="text-[13px] text-ink-2">
        Take limits from your data sheet and local codes. Those that stand here first are common ones.
      </p>
      <div className="mt-2 grid grid-cols-2 gap-3">
        {FIELDS.map(({ key, ...field }) => (
          <NumberField
            key={key}
            {...field}
            value={draft[key]}
            onChange={(value) =>
              (value !== undefined || key === 'storedLimitL') && setDraft({ ...draft, [key]: value })
            }
          />
        ))}
      </div>
      <h3 className="mt-3 font-bold">What is checked</h3>
      <ul>
        {draft.checks.map((one) => (
          <li key={one.id} className="flex items-center gap-2 text-sm">
            <span className="flex-1">
              {one.name}, every {one.everyDays} days
            </span>
            <button
              type="button"
              className="min-h-11 px-2 underline"
              aria-label={`No longer check ${one.name}`}
              onClick={() => setDraft({ ...draft, checks: draft.checks.filter(({ id: other }) => other !== one.id) })}
            >
              remove
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <TextField
          label="Something else"
          className="w-48"
          longest={80}
          value={check.name}
          onChange={(name) => setCheck({ ...check, name })}
        />
        <NumberField
          label="every"
          unit="days"
          className="w-24"
          min={1}
          max={3660}
          value={check.everyDays}
          onChange={(everyDays) => setCheck({ ...check, everyDays })}
        />
        <button
          type="button"
          className="btn"
          disabled={!addable}
          onClick={() => {
            setDraft({
              ...draft,
              checks: [...draft.checks, { id, name: check.name.trim(), everyDays: check.everyDays! }],
            });
            setCheck({ name: '', everyDays: 90 });
          }}
        >
          Add
        </button>
      </div>
      <button
        type="button"
        className="btn btn-sea mt-4"
        disabled={!changed}
        onClick={() => void acts.send('air.set', {}, { air: draft })}
      >
        Keep
      </button>
    </section>
  );
}
