import { useId } from 'react';

type NumberFieldProps = {
  readonly label: string;
  readonly unit?: string;
  readonly value: number | undefined;
  readonly min?: number;
  readonly max?: number;
  readonly step?: number;
  readonly className?: string;
  /** nothing when the field was emptied */
  readonly onChange: (value: number | undefined) => void;
};

/** A labelled number with its unit. */
export function NumberField({ label, unit, value, min, max, step = 1, className = '', onChange }: NumberFieldProps) {
  const id = useId();
  return (
    <label htmlFor={id} className={`block ${className}`}>
      <span className="text-[13px] text-ink-2">
        {label}
        {unit && `, ${unit}`}
      </span>
      <input
        id={id}
        type="number"
        className="field font-mono"
        min={min}
        max={max}
        step={step}
        value={value ?? ''}
        onChange={(event) => onChange(event.target.value === '' ? undefined : Number(event.target.value))}
      />
    </label>
  );
}
