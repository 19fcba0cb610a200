import type { CommandBody, CommandParams, CommandType, Vessel } from '@north-step/contract';
import { liquid, SOLVENTS, type Solvent } from '@north-step/core/liquids';
import { refusalText } from '@north-step/core/result';
import { litresText, parseVolumeMl } from '@north-step/core/units';
import { type ReactNode, useId, useState } from 'react';
import { SelectField, Sheet } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

export const byRole = (vessels: readonly Vessel[], role: Vessel['role']): Vessel | undefined =>
  vessels.find((vessel) => vessel.role === role);
/** Where fresh or reclaimed solvent is poured from. */
export const sourcesOf = (vessels: readonly Vessel[]): readonly Vessel[] =>
  vessels.filter((vessel) => vessel.role === 'fresh' || vessel.role === 'reclaimed');

type LineSelectProps = {
  readonly lines: readonly { readonly id: string; readonly name: string }[];
  readonly value: string;
  readonly onChange: (id: string) => void;
};
/** Which line of baths; nothing to ask where there is one. */
export function LineSelect({ lines, value, onChange }: LineSelectProps) {
  const id = useId();
  if (lines.length < 2) return null;
  return (
    <div>
      <label htmlFor={id} className="label">
        Line
      </label>
      <select id={id} className="field" value={value} onChange={(event) => onChange(event.target.value)}>
        {lines.map((line) => (
          <option key={line.id} value={line.id}>
            {line.name}
          </option>
        ))}
      </select>
    </div>
  );
}

type Posting = Extract<CommandType, `solvent.${string}`>;
/** A guided posting: what will move, a caution, one button. It stays open, with everything typed, when refused. */
export function PostingDialog<T extends Posting>({
  title,
  caution,
  type,
  body,
  onClose,
  children,
}: {
  readonly title: string;
  readonly caution: string;
  readonly type: T;
  /** nothing until it is whole */
  readonly body: CommandBody<T> | undefined;
  readonly onClose: () => void;
  readonly children: ReactNode;
}) {
  const acts = useDo();
  const [refusal, setRefusal] = useState<string>();
  const [sending, setSending] = useState(false);
  const send = async () => {
    if (!body || sending) return;
    setSending(true);
    const answer = await acts.send(type, {} as CommandParams<T>, body);
    setSending(false);
    if (answer?.ok) onClose();
    else if (answer) setRefusal(refusalText(answer.error));
  };
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={title}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        {children}
        <p className="border-l-4 border-amber pl-3 text-sm">{caution}</p>
        {refusal && (
          <p role="alert" className="border-l-4 border-brick pl-3">
            {refusal}
          </p>
        )}
        <button type="submit" className="btn btn-sea" disabled={!body || sending}>
          {sending ? 'Booking …' : 'Book it'}
        </button>
      </form>
    </Sheet>
  );
}

/** Takes `1.5 L` or `1500 ml`; a bare number is litres. */
export function VolumeField({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}) {
  const bad = value.trim() !== '' && parseVolumeMl(value) === undefined;
  const id = useId();
  return (
    <div>
      <label className="label" htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className="field font-mono"
        value={value}
        aria-invalid={bad}
        aria-describedby={bad ? `${id}why` : undefined}
        onChange={(event) => onChange(event.target.value)}
      />
      {bad && (
        <span id={`${id}why`} className="text-sm text-brick">
          Write it like 1.5 L or 1500 ml.
        </span>
      )}
    </div>
  );
}

export function VesselSelect({
  label,
  value,
  vessels,
  onChange,
  extra,
}: {
  readonly label: string;
  readonly value: string;
  readonly vessels: readonly Vessel[];
  readonly onChange: (id: string) => void;
  readonly extra?: string;
}) {
  return (
    <label className="block">
      <span className="label">{label}</span>
      <select className="field" value={value} onChange={(event) => onChange(event.target.value)}>
        {extra && <option value="">{extra}</option>}
        {vessels.map((vessel) => (
          <option key={vessel.id} value={vessel.id}>
            {vessel.name} ({litresText(vessel.volumeMl)})
          </option>
        ))}
      </select>
    </label>
  );
}

/** Which liquid, by its name. */
export function SolventSelect({
  value,
  onChange,
}: {
  readonly value: Solvent;
  readonly onChange: (solvent: Solvent) => void;
}) {
  return (
    <SelectField
      label="Liquid"
      value={value}
      options={SOLVENTS.map((one) => ({ value: one, text: liquid(one).label }))}
      onChange={onChange}
    />
  );
}
