type StepperProps = {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step?: number;
  readonly unit?: string;
  readonly onChange: (value: number) => void;
};

/** A whole number with large minus and plus; it can be typed as well. */
export function Stepper({ label, value, min, max, step = 1, unit, onChange }: StepperProps) {
  const set = (next: number) => onChange(Math.min(max, Math.max(min, next)));
  return (
    <div className="flex items-center gap-2">
      <button
        type="button"
        className="btn min-w-11 px-0"
        aria-label={`${label}: fewer`}
        onClick={() => set(value - step)}
        disabled={value <= min}
      >
        −
      </button>
      <input
        className="field w-20 text-center font-mono"
        inputMode="numeric"
        aria-label={label}
        value={value}
        onChange={(event) => {
          const next = Number.parseInt(event.target.value, 10);
          if (!Number.isNaN(next)) set(next);
        }}
      />
      <button
        type="button"
        className="btn min-w-11 px-0"
        aria-label={`${label}: more`}
        onClick={() => set(value + step)}
        disabled={value >= max}
      >
        +
      </button>
      {unit && <span className="text-ink-2">{unit}</span>}
    </div>
  );
}
