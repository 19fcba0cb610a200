import { ToggleGroup } from 'radix-ui';
import type { ReactNode } from 'react';

type ChoiceProps<T extends string> = {
  readonly label: string;
  readonly value: T | undefined;
  readonly options: readonly {
    readonly value: T;
    readonly text: string;
    /** drawn above the text */
    readonly picture?: ReactNode;
    /** the key that chooses it */
    readonly key?: string;
  }[];
  readonly onChange: (value: T) => void;
};

/** One of a few, all in sight. Arrow keys move between them. */
export function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  const drawn = options.some(({ picture }) => picture !== undefined);
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => next !== '' && onChange(next as T)}
      className={drawn ? 'grid grid-cols-5 gap-2 max-sm:grid-cols-3' : 'flex flex-wrap gap-2'}
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          className={drawn ? 'picture-choice' : 'btn'}
          aria-label={option.text}
        >
          {option.picture}
          <span className={drawn ? 'text-sm whitespace-nowrap' : ''}>
            {option.text}
            {drawn && option.key && (
              <kbd className="ml-1.5 font-mono text-[13px] font-normal">{option.key.toUpperCase()}</kbd>
            )}
          </span>
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
