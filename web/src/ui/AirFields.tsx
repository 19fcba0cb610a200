import { ROOM_C } from '@north-step/core/dry';
import { NumberField } from './NumberField.tsx';

type AirFieldsProps = {
  readonly roomC: number;
  readonly humidityPct: number;
  readonly onChange: (set: { readonly roomC?: number; readonly humidityPct?: number }) => void;
};

/** How warm and how humid the room is: both decide how long parts dry. */
export function AirFields({ roomC, humidityPct, onChange }: AirFieldsProps) {
  return (
    <>
      <NumberField
        label="room"
        unit="°C"
        min={ROOM_C.min}
        max={ROOM_C.max}
        step={0.5}
        value={roomC}
        onChange={(value) => value !== undefined && onChange({ roomC: value })}
      />
      <NumberField
        label="humidity"
        unit="%"
        min={0}
        max={100}
        value={humidityPct}
        onChange={(value) => value !== undefined && onChange({ humidityPct: value })}
      />
    </>
  );
}
