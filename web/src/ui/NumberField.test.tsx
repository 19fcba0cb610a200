import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { NumberField } from './NumberField.tsx';

afterEach(cleanup);
let meant: number | undefined;
function Page({ unit, min, max, keeps }: { unit: string; min?: number; max?: number; keeps?: boolean }) {
  const [value, setValue] = useState<number | undefined>(5);
  meant = value;
  return (
    <>
      <NumberField
        label="amount"
        unit={unit}
        min={min}
        max={max}
        step={0.5}
        value={value}
        onChange={(next) => (next === undefined && keeps ? undefined : setValue(next))}
      />
      <button type="button" onClick={() => setValue(7)}>
        as it was
      </button>
    </>
  );
}
const field = () => screen.getByRole('textbox', { name: /^amount/ }) as HTMLInputElement;
const type = (value: string) => fireEvent.change(field(), { target: { value } });

describe('a field for a quantity', () => {
  it('takes it in the unit that somebody thinks in, and shows its own when it is left', () => {
    render(<Page unit="mL of 4000" max={4000} />);
    type('1,5 L');
    expect([meant, field().value]).toEqual([1500, '1,5 L']);
    fireEvent.blur(field());
    expect(field().value).toBe('1500');
  });
  it('keeps what it does not understand, says so, and stops the form; what was meant before counts', () => {
    render(<Page unit="°C" />);
    type('warm');
    fireEvent.blur(field());
    expect([meant, field().value, field().validity.valid]).toEqual([5, 'warm', false]);
    expect(screen.getByText('Not understood: a number, in °C.').id).toBe(field().getAttribute('aria-describedby'));
    type('72 °F');
    expect(meant).toBeCloseTo(22.22, 2);
    expect(field().validity.valid).toBe(true);
  });
  it('says its limits, counts by the arrow keys within them, and is set from elsewhere', () => {
    render(<Page unit="L" min={1} max={6} />);
    type('9');
    expect(screen.getByText('At most 6 L')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'as it was' }));
    expect(field().value).toBe('7');
    type('5.5');
    for (let i = 0; i < 3; i++) fireEvent.keyDown(field(), { key: 'ArrowUp' });
    expect([meant, field().value]).toEqual([6, '6']);
  });
  it('can be emptied to type anew, also where the page keeps what it had', () => {
    render(<Page unit="%" keeps />);
    type('');
    expect([meant, field().value]).toEqual([5, '']);
    type('8');
    expect(meant).toBe(8);
  });
});
