import { NumberField } from '../../ui/index.ts';

type SizeRowProps = {
  /** what is measured: “Wash 1, opening” */
  readonly name: string;
  readonly sides: readonly string[];
  readonly values: readonly number[];
  readonly onChange: (values: readonly number[]) => void;
};

/** Sizes of one thing, in mm, side by side. */
export function SizeRow({ name, sides, values, onChange }: SizeRowProps) {
  return (
    <fieldset className="m-0 flex flex-wrap items-end gap-2 border-0 p-0 py-1">
      <legend className="float-left w-36 pt-6 pr-2 text-sm">{name}</legend>
      {sides.map((side, i) => (
        <NumberField
          key={side}
          className="w-24"
          label={side}
          unit="mm"
          min={0}
          max={3000}
          value={values[i]}
          onChange={(value = 0) => onChange(values.map((old, at) => (at === i ? value : old)))}
        />
      ))}
    </fieldset>
  );
}
