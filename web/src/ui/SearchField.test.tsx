import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { SearchField } from './SearchField.tsx';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  vi.useRealTimers();
  cleanup();
});

/** A page whose answer to a search comes late, as an address and a server do. */
function LatePage({ searched }: { readonly searched: string[] }) {
  const [value, setValue] = useState('');
  return (
    <SearchField
      label="Find"
      value={value}
      onSearch={(text) => {
        searched.push(text);
        setTimeout(() => setValue(text), 150);
      }}
    />
  );
}

it.each([60, 120, 199, 260])('no letter is lost when one is typed every %s ms', (everyMs) => {
  const searched: string[] = [];
  render(<LatePage searched={searched} />);
  const box = screen.getByRole<HTMLInputElement>('searchbox');
  for (const letter of 'gasketring') {
    fireEvent.change(box, { target: { value: box.value + letter } });
    vi.advanceTimersByTime(everyMs);
  }
  vi.advanceTimersByTime(1000);
  expect(box.value).toBe('gasketring');
  expect(searched.at(-1)).toBe('gasketring');
  if (everyMs < 200) expect(searched).toEqual(['gasketring']);
});

it('Enter asks at once', () => {
  const searched: string[] = [];
  render(<LatePage searched={searched} />);
  const box = screen.getByRole('searchbox');
  fireEvent.change(box, { target: { value: 'lid' } });
  fireEvent.keyDown(box, { key: 'Enter' });
  expect(searched).toEqual(['lid']);
});
