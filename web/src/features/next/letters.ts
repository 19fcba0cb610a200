import type { KeyboardEvent } from 'react';

/** In a dialog, the letter of an answer marks it: not while somebody types, nor with Ctrl, Alt or Meta. */
export function markByLetter<T>(
  event: KeyboardEvent,
  options: readonly { readonly key: string; readonly value: T }[],
  mark: (value: T) => void,
): void {
  if ((event.target as HTMLElement).closest('input, textarea') || event.ctrlKey || event.altKey || event.metaKey)
    return;
  const option = options.find(({ key }) => key === event.key.toLowerCase());
  if (option) mark(option.value);
}
