/** Yes or no, with its label. */
export const CheckField = ({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: boolean;
  readonly onChange: (value: boolean) => void;
}) => (
  <label className="flex min-h-11 items-center gap-2">
    <input type="checkbox" className="size-5" checked={value} onChange={(event) => onChange(event.target.checked)} />
    {label}
  </label>
);

/** Some of a few. */
export const CheckFields = ({
  label,
  value,
  options,
  onChange,
}: {
  readonly label: string;
  readonly value: readonly string[];
  readonly options: readonly string[];
  readonly onChange: (value: readonly string[]) => void;
}) => (
  <fieldset>
    <legend className="label">{label}</legend>
    <div className="flex flex-wrap gap-x-4">
      {options.map((one) => (
        <CheckField
          key={one}
          label={one}
          value={value.includes(one)}
          onChange={(chosen) => onChange(options.filter((other) => (other === one ? chosen : value.includes(other))))}
        />
      ))}
    </div>
  </fieldset>
);
