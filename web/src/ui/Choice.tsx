import { ToggleGroup } from 'radix-ui';

type ChoiceProps<T extends string> = {
  readonly label: string;
  readonly value: T | undefined;
  readonly options: readonly { readonly value: T; readonly text: string }[];
  readonly onChange: (value: T) => void;
};

/** One of a few, all in sight. Arrow keys move between them. */
export function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => next !== '' && onChange(next as T)}
      className="flex flex-wrap gap-2"
    >
      {options.map((option) => (
        <ToggleGroup.Item key={option.value} value={option.value} className="btn">
          {option.text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
