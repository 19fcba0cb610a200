import type { ErrorReply, ResinCardFile } from '@north-step/contract';
import {
  type CardFieldId,
  type CardValue,
  cardOfSheet,
  type ResinCard,
  validateCard,
  withCardValue,
} from '@north-step/core/resin';
import { slugOf } from '@north-step/core/units';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Sheet, TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { CardFields } from './CardFields.tsx';
import { breachWords } from './words.ts';

type CardFormProps = {
  /** the card that is changed; without one a new resin is described */
  readonly card?: ResinCard;
  /** ids that other resins have */
  readonly taken?: readonly string[];
  readonly onClose: () => void;
  /** to change it as the text of its file, with what was typed so far */
  readonly onAsText?: (card: ResinCard) => void;
};
const UNNAMED = { name: '', family: 'standard opaque' } as const;

/** A resin as its data sheet tells it; what the sheet does not say is as its family usually is. What was typed stays when it is refused. */
export function CardForm({ card, taken = [], onClose, onAsText }: CardFormProps) {
  const acts = useDo();
  const navigate = useNavigate();
  const [typed, setTyped] = useState<ReadonlyMap<CardFieldId, CardValue | undefined>>(new Map());
  const [changeNote, setChangeNote] = useState('');
  const [lot, setLot] = useState('');
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const family = (typed.get('family') as ResinCard['family'] | undefined) ?? UNNAMED.family;
  const base = card ?? cardOfSheet({ ...UNNAMED, family }, '');
  const said = [...typed].reduce((so, [id, value]) => withCardValue(so, id, value), base);
  const now = card ? said : { ...said, id: slugOf(said.name, 40) };
  const breaches = validateCard(now).map(breachWords);
  const twin = !card && taken.includes(now.id);
  const fault =
    now.name.trim() === ''
      ? 'Its bottle says what it is called: type its name.'
      : twin
        ? `There is a resin called so: choose another name, or change that one.`
        : breaches[0];
  const save = async () => {
    setRefusal(undefined);
    const file = { format: 'north-step-resin-card-1', ...now, name: now.name.trim() } as unknown as ResinCardFile;
    const answer = await acts.send(
      'resin.card',
      {},
      {
        card: file,
        changeNote: changeNote.trim() || (card ? 'Changed.' : 'From its data sheet.'),
        lots: lot.trim() ? [lot.trim()] : [],
      },
    );
    if (answer?.ok) {
      onClose();
      await navigate(`/resins/${now.id}`);
    } else if (answer) setRefusal(answer.error);
  };
  return (
    <Sheet open onOpenChange={onClose} title={card ? `Change ${card.name}` : 'A new resin'}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!fault) void save();
        }}
      >
        <p className="text-ink-2">
          {card
            ? 'Kept as the next version; batches that ran an earlier one keep it. A new lot needs none: it is put on the shelf on the resin’s page.'
            : 'Type what its data sheet says; the rest is as its family usually is. The data sheet decides.'}
        </p>
        <CardFields card={now} onChange={(id, value) => setTyped(new Map(typed).set(id, value))} />
        <div className="mt-3 grid grid-cols-2 gap-3">
          {card ? (
            <TextField label="Why it is changed" longest={200} value={changeNote} onChange={setChangeNote} />
          ) : (
            <TextField label="Lot on the shelf" longest={40} value={lot} onChange={setLot} />
          )}
        </div>
        {(refusal ?? (fault && typed.size > 0)) && (
          <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
            {refusal ? `${refusal.message} ${refusal.remedy ?? ''}` : fault} What you typed is still here.
          </p>
        )}
        <p className="mt-3 flex flex-wrap gap-3">
          <button type="submit" className="btn btn-sea" disabled={fault !== undefined}>
            Keep the card
          </button>
          {onAsText && (
            <button type="button" className="btn" onClick={() => onAsText(now)}>
              As the text of its file …
            </button>
          )}
        </p>
      </form>
    </Sheet>
  );
}
