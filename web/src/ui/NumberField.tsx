import { readIn } from '@north-step/core/units';
import { type KeyboardEvent, useId, useState } from 'react';

type NumberFieldProps = {
  readonly label: string;
  /** spoken after the label, where one like it stands in every row */
  readonly of?: string | undefined;
  /** what it counts in; what follows a blank or a comma is a remark */
  readonly unit?: string | undefined;
  readonly value: number | undefined;
  readonly min?: number | undefined;
  readonly max?: number | undefined;
  readonly step?: number | undefined;
  readonly className?: string | undefined;
  /** in a table, whose head says what it is: the label is only spoken */
  readonly bare?: boolean | undefined;
  /** nothing when the field was emptied */
  readonly onChange: (value: number | undefined) => void;
};

/**
 * A labelled number with its unit: `1.5 L` where mL are asked for, `4:30`, `72 °F` are understood, a decimal comma is a point.
 * What is not understood stays as it was typed and says so; the arrow keys count up and down.
 */
export function NumberField(props: NumberFieldProps) {
  const { label, of, unit, value, min, max, step = 1, className = '', bare = false, onChange } = props;
  const id = useId();
  const [typed, setTyped] = useState<{ readonly text: string; readonly meant: number | undefined }>();
  const counts = unit?.split(/[ ,]/)[0];
  // what was typed is shown as long as it is what is meant; set from elsewhere, that is shown
  const text = typed && typed.meant === value ? typed.text : value === undefined ? '' : String(value);
  const read = text.trim() === '' ? undefined : readIn(text, counts);
  const fault = faultOf(text, read, { min, max, unit: counts });
  const type = (next: string) => {
    const meant = next.trim() === '' ? undefined : readIn(next, counts);
    // emptied or not understood it stays as it is typed, whether or not the page takes an empty field
    setTyped({ text: next, meant: meant ?? value });
    if (meant !== undefined || next.trim() === '') onChange(meant);
  };
  const count = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowUp' ? step : event.key === 'ArrowDown' ? -step : 0;
    if (by === 0) return;
    event.preventDefault();
    const next = Math.min(max ?? Infinity, Math.max(min ?? -Infinity, (value ?? min ?? 0) + by));
    setTyped(undefined);
    onChange(Number(next.toPrecision(12)));
  };
  return (
    <div className={className}>
      <label htmlFor={id} className={bare ? 'sr-only' : 'block text-[13px] text-ink-2'}>
        {label}
        {of && <span className="sr-only"> of {of}</span>}
        {unit && `, ${unit}`}
      </label>
      <input
        id={id}
        ref={(input) => input?.setCustomValidity(fault ?? '')}
        inputMode="decimal"
        autoComplete="off"
        className="field font-mono"
        aria-invalid={fault !== undefined}
        aria-describedby={fault ? `${id}-fault` : undefined}
        value={text}
        onChange={(event) => type(event.target.value)}
        onKeyDown={count}
        onBlur={() => fault === undefined && setTyped(undefined)}
      />
      {fault && (
        <span id={`${id}-fault`} className="block text-[13px] text-brick">
          {fault}
        </span>
      )}
    </div>
  );
}

type Limits = {
  readonly min?: number | undefined;
  readonly max?: number | undefined;
  readonly unit?: string | undefined;
};
function faultOf(text: string, read: number | undefined, { min, max, unit = '' }: Limits): string | undefined {
  if (text.trim() === '') return undefined;
  if (read === undefined) return `Not understood: a number${unit && `, in ${unit}`}.`;
  if (min !== undefined && read < min) return `At least ${min} ${unit}`.trim();
  return max !== undefined && read > max ? `At most ${max} ${unit}`.trim() : undefined;
}
