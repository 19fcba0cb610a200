import type { Seen } from '@north-step/core/look';
import { LookPicture } from '../../glyphs/index.ts';
import { Choice } from '../../ui/index.ts';
import type { LookOption } from './looks.ts';

type LookChoiceProps<T extends Seen> = {
  readonly options: readonly LookOption<T>[];
  readonly value: T;
  readonly onChange: (value: T) => void;
};

/** What can be seen, each drawn, and what the marked one means. */
export function LookChoice<T extends Seen>({ options, value, onChange }: LookChoiceProps<T>) {
  return (
    <>
      <Choice
        label="What you see"
        value={value}
        options={options.map((option) => ({ ...option, picture: <LookPicture of={option.value} /> }))}
        onChange={onChange}
      />
      <p className="mt-2 min-h-6">{options.find((option) => option.value === value)?.means}</p>
    </>
  );
}
