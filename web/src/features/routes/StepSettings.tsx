import { MEDIA } from '@north-step/core/cure';
import { AIRS } from '@north-step/core/dry';
import { kindShape, type RouteStep, stepType } from '@north-step/core/route';
import { clockText, parseDurationS } from '@north-step/core/units';
import { type ReactNode, useId, useState } from 'react';
import { type WhereOption, whereValue } from './places.ts';

type StepSettingsProps = {
  readonly step: RouteStep;
  readonly where: readonly WhereOption[];
  readonly onChange: (over: Partial<RouteStep>) => void;
};

/** What a step sets over its defaults. Empty means: the models decide. */
export function StepSettings({ step, where, onChange }: StepSettingsProps) {
  const type = stepType(step.type);
  const { sets } = kindShape(type.kind);
  return (
    <div className="flex flex-wrap items-end gap-3 border-t border-line bg-ground px-4 py-3">
      <p className="w-full text-sm text-ink-2">{type.hint}</p>
      {where.length > 1 && (
        <Pick
          name="Where"
          value={whereValue(step)}
          options={where.map(({ value, text }) => [value, text] as const)}
          onChange={(chosen) => onChange(where.find(({ value }) => value === chosen)!.set)}
        />
      )}
      {sets.includes('seconds') && <Seconds value={step.seconds} onChange={(seconds) => onChange({ seconds })} />}
      {sets.includes('medium') && (
        <Pick
          name="In"
          value={step.medium ?? ''}
          options={[['', 'as the card says'] as const, ...MEDIA.map((medium) => [medium, medium] as const)]}
          onChange={(medium) => onChange({ medium: (medium || undefined) as RouteStep['medium'] })}
        />
      )}
      {sets.includes('air') && (
        <Pick
          name="Air"
          value={step.air ?? ''}
          options={[['', 'as the room is'] as const, ...AIRS.map((air) => [air, air] as const)]}
          onChange={(air) => onChange({ air: (air || undefined) as RouteStep['air'] })}
        />
      )}
      {sets.includes('tempC') && <Degrees value={step.tempC} onChange={(tempC) => onChange({ tempC })} />}
      {step.type === 'wash-ultrasonic' && (
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={step.inTank ?? false}
            onChange={(event) => onChange({ inTank: event.target.checked || undefined })}
          />
          solvent straight in the tank
        </label>
      )}
    </div>
  );
}

function Field({ name, children }: { readonly name: string; readonly children: (id: string) => ReactNode }) {
  const id = useId();
  return (
    <label htmlFor={id} className="block">
      <span className="label">{name}</span>
      {children(id)}
    </label>
  );
}

type PickProps = {
  readonly name: string;
  readonly value: string;
  readonly options: readonly (readonly [value: string, text: string])[];
  readonly onChange: (value: string) => void;
};
const Pick = ({ name, value, options, onChange }: PickProps) => (
  <Field name={name}>
    {(id) => (
      <select id={id} className="field min-w-32" value={value} onChange={(event) => onChange(event.target.value)}>
        {options.map(([option, text]) => (
          <option key={option} value={option}>
            {text}
          </option>
        ))}
      </select>
    )}
  </Field>
);

/** A time as 4:30 or 270 s; empty leaves it to the models. */
function Seconds({
  value,
  onChange,
}: {
  readonly value?: number | undefined;
  readonly onChange: (seconds?: number) => void;
}) {
  const [text, setText] = useState(value === undefined ? '' : clockText(value));
  const wrong = text.trim() !== '' && parseDurationS(text) === undefined;
  return (
    <Field name={wrong ? 'Time: like 4:30 or 270 s' : 'Time (4:30; empty: planned)'}>
      {(id) => (
        <input
          id={id}
          className="field w-32 font-mono"
          value={text}
          aria-invalid={wrong}
          onChange={(event) => {
            setText(event.target.value);
            const seconds = parseDurationS(event.target.value);
            if (event.target.value.trim() === '') onChange(undefined);
            else if (seconds !== undefined && seconds >= 1) onChange(Math.round(seconds));
          }}
        />
      )}
    </Field>
  );
}

function Degrees({
  value,
  onChange,
}: {
  readonly value?: number | undefined;
  readonly onChange: (tempC?: number) => void;
}) {
  const [text, setText] = useState(value === undefined ? '' : String(value));
  return (
    <Field name="°C (15–250; empty: planned)">
      {(id) => (
        <input
          id={id}
          className="field w-24 font-mono"
          inputMode="decimal"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            const degrees = Number(event.target.value.replace(',', '.'));
            if (event.target.value.trim() === '') onChange(undefined);
            else if (degrees >= 15 && degrees <= 250) onChange(degrees);
          }}
        />
      )}
    </Field>
  );
}
