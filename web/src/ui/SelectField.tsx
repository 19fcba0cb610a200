import { useId } from 'react';

type Option<T extends string> = T | { readonly value: T; readonly text: string };
type SelectFieldProps<T extends string> = {
  readonly label: string;
  readonly value: T | undefined;
  /** what can be chosen; a plain one is its own text */
  readonly options: readonly Option<T>[];
  readonly className?: string;
  readonly onChange: (value: T) => void;
};

/** One of many, with its label. */
export function SelectField<T extends string>({
  label,
  value,
  options,
  className = '',
  onChange,
}: SelectFieldProps<T>) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="label">
        {label}
      </label>
      <select id={id} className="field" value={value} onChange={(event) => onChange(event.target.value as T)}>
        {options.map((option) => {
          const { value: one, text } = typeof option === 'string' ? { value: option, text: option } : option;
          return (
            <option key={one} value={one}>
              {text}
            </option>
          );
        })}
      </select>
    </div>
  );
}
