import type { ComponentProps } from 'react';
import { NumberField } from './NumberField.tsx';

const S_PER_MIN = 60;
const inMinutes = (seconds: number | undefined) => (seconds === undefined ? undefined : seconds / S_PER_MIN);

type MinutesFieldProps = Omit<ComponentProps<typeof NumberField>, 'unit' | 'value' | 'min' | 'max' | 'onChange'> & {
  /** what follows the unit as a remark */
  readonly remark?: string;
  readonly seconds: number | undefined;
  /** limits, s */
  readonly min?: number;
  readonly max?: number;
  /** s; nothing when the field was emptied */
  readonly onChange: (seconds: number | undefined) => void;
};

/** A time that is kept in seconds and spoken of in minutes. */
export const MinutesField = ({ remark, seconds, min, max, onChange, ...rest }: MinutesFieldProps) => (
  <NumberField
    {...rest}
    unit={remark ? `min ${remark}` : 'min'}
    value={inMinutes(seconds)}
    min={inMinutes(min)}
    max={inMinutes(max)}
    onChange={(minutes) => onChange(minutes === undefined ? undefined : Math.round(minutes * S_PER_MIN))}
  />
);
