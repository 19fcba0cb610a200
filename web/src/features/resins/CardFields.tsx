import {
  CARD_FIELDS,
  CARD_GROUPS,
  type CardFieldId,
  type CardGroup,
  type CardValue,
  cardValue,
  fieldsOfGroup,
  type ResinCard,
} from '@north-step/core/resin';
import { CheckField, CheckFields, MinutesField, NumberField, SelectField, TextField } from '../../ui/index.ts';
import { GROUP_WORDS } from './words.ts';

/** Longer texts are typed over several lines. */
const LINE = 120;

type CardFieldsProps = {
  readonly card: ResinCard;
  readonly onChange: (id: CardFieldId, value: CardValue | undefined) => void;
};

/** Every field of a card as people speak of it, in groups. */
export const CardFields = ({ card, onChange }: CardFieldsProps) => (
  <>
    {CARD_GROUPS.map((group) => (
      <Group key={group} group={group} card={card} onChange={onChange} />
    ))}
  </>
);

const Group = ({ group, card, onChange }: CardFieldsProps & { readonly group: CardGroup }) => (
  <details className="border-b border-line" open={group === 'identity'}>
    <summary className="min-h-11 cursor-pointer py-2 font-bold">{GROUP_WORDS[group]}</summary>
    <div className="grid grid-cols-2 gap-3 pb-3 max-sm:grid-cols-1">
      {fieldsOfGroup(group).map((id) => (
        <CardFieldInput key={id} id={id} value={cardValue(card, id)} onChange={(value) => onChange(id, value)} />
      ))}
    </div>
  </details>
);

type CardFieldInputProps = {
  readonly id: CardFieldId;
  readonly value: CardValue | undefined;
  readonly onChange: (value: CardValue | undefined) => void;
};
/** One field, by what it takes. */
function CardFieldInput({ id, value, onChange }: CardFieldInputProps) {
  const field = CARD_FIELDS[id];
  const { label } = field;
  switch (field.takes) {
    case 'number':
      return (
        <NumberField
          label={label}
          unit={field.unit}
          min={field.min}
          max={field.max}
          value={value as number | undefined}
          onChange={onChange}
        />
      );
    case 'time':
      return (
        <MinutesField
          label={label}
          min={field.min}
          max={field.max}
          seconds={value as number | undefined}
          onChange={onChange}
        />
      );
    case 'one':
      return <SelectField label={label} value={value as string} options={field.of} onChange={onChange} />;
    case 'some':
      return (
        <CheckFields
          label={label}
          value={(value ?? []) as readonly string[]}
          options={field.of}
          onChange={(some) => onChange(some.length === 0 && !field.needed ? undefined : some)}
        />
      );
    case 'yes':
      return <CheckField label={label} value={value === true} onChange={onChange} />;
    case 'text':
      return (
        <TextField
          label={label}
          value={String(value ?? '')}
          longest={field.longest}
          needed={field.needed}
          rows={field.longest > LINE ? 2 : undefined}
          className={field.longest > LINE ? 'col-span-full' : ''}
          onChange={(text) => onChange(text === '' && !field.needed ? undefined : text)}
        />
      );
    default:
      return field satisfies never;
  }
}
