import { useId } from 'react';

type TextFieldProps = {
  readonly label: string;
  readonly value: string;
  readonly longest: number;
  readonly needed?: boolean | undefined;
  /** several lines */
  readonly rows?: number | undefined;
  readonly className?: string | undefined;
  readonly onChange: (value: string) => void;
};

/** A labelled text. */
export function TextField({ label, value, longest, needed, rows, className = '', onChange }: TextFieldProps) {
  const id = useId();
  const shared = {
    id,
    maxLength: longest,
    required: needed,
    value,
    onChange: (event: { target: { value: string } }) => onChange(event.target.value),
  };
  return (
    <div className={className}>
      <label htmlFor={id} className="label">
        {label}
      </label>
      {rows === undefined ? (
        <input className="field" autoComplete="off" {...shared} />
      ) : (
        <textarea className="field py-2" rows={rows} {...shared} />
      )}
    </div>
  );
}
