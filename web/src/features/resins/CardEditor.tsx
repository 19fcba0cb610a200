import type { ErrorReply, ResinCardFile } from '@north-step/contract';
import type { ResinCard } from '@north-step/core/resin';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { FilePick, Sheet, TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

type CardEditorProps = { readonly card?: ResinCard; readonly onClose: () => void };

const asText = (card: ResinCard | undefined): string =>
  card ? JSON.stringify({ format: 'north-step-resin-card-1', ...card }, null, 2) : '';

/** A card as the text of its file, constants and procedure too: changed here or taken from a file. What was typed stays when it is refused. */
export function CardEditor({ card, onClose }: CardEditorProps) {
  const acts = useDo();
  const navigate = useNavigate();
  const [text, setText] = useState(asText(card));
  const [changeNote, setChangeNote] = useState('');
  const [lots, setLots] = useState('');
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const parsed = parse(text);
  const save = async () => {
    if (!parsed.ok) return;
    setRefusal(undefined);
    const answer = await acts.send(
      'resin.card',
      {},
      {
        card: parsed.card,
        changeNote: changeNote.trim(),
        lots: lots
          .split(',')
          .map((lot) => lot.trim())
          .filter(Boolean),
      },
    );
    if (answer?.ok) {
      onClose();
      await navigate(`/resins/${answer.reply.versions[0]!.card.id}`);
    } else if (answer) setRefusal(answer.error);
  };
  return (
    <Sheet open onOpenChange={onClose} title={card ? `Change ${card.name}` : 'Import a resin card'}>
      <p className="text-ink-2">
        Saved as the next version; batches that ran an earlier one keep it. Another id makes another resin.
      </p>
      <FilePick label="File of a resin card" text="Take it from a file" onText={setText} />
      <label className="mt-2 block">
        <span className="label">The card</span>
        <textarea
          className="field py-2 font-mono text-[13px]"
          rows={13}
          spellCheck={false}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <TextField label="Why it is changed" longest={200} value={changeNote} onChange={setChangeNote} />
        <TextField label="New lots, with commas (if any)" longest={200} value={lots} onChange={setLots} />
      </div>
      {(refusal ?? (!parsed.ok && text.trim() !== '')) && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          {refusal ? `${refusal.message} ${refusal.remedy ?? ''}` : !parsed.ok && parsed.message} What you typed is
          still here.
        </p>
      )}
      <button
        type="button"
        className="btn btn-sea mt-3"
        disabled={!parsed.ok || changeNote.trim() === ''}
        onClick={() => void save()}
      >
        Save the card
      </button>
    </Sheet>
  );
}

function parse(
  text: string,
): { readonly ok: true; readonly card: ResinCardFile } | { readonly ok: false; readonly message: string } {
  try {
    // whether it is a card is for the server to say, by field
    return { ok: true, card: JSON.parse(text) as ResinCardFile };
  } catch (error) {
    return {
      ok: false,
      message: `This is not JSON yet: ${error instanceof Error ? error.message : 'it cannot be read'}.`,
    };
  }
}
