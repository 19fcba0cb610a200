import { type BatchState, kindsOf } from '@north-step/core/batch';
import { PART_NOTE_KINDS, type PartNoteKind } from '@north-step/core/trim';
import { useState } from 'react';
import { useAppSelector } from '../../store/store.ts';
import { Choice, Sheet, TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { PartView } from './PartView.tsx';
import { useStoredPart } from './useStoredPart.ts';

/** Two taps while trimming: what is wrong, and where on the part. */
export function TellPreparer({ batch, onClose }: { readonly batch: BatchState; readonly onClose: () => void }) {
  const acts = useDo();
  const theme = useAppSelector((state) => state.here.theme);
  const pieces = kindsOf(batch.part, batch.count);
  const [pieceName, setPieceName] = useState(pieces[0]!.name);
  const [kind, setKind] = useState<PartNoteKind>();
  const [text, setText] = useState('');
  const [told, setTold] = useState<readonly string[]>([]);
  const piece = pieces.find(({ name }) => name === pieceName) ?? pieces[0]!;
  const part = useStoredPart(piece.meshSha256);
  const tell = async (atMm?: readonly [number, number, number]) => {
    if (!kind) return;
    const answer = await acts.send(
      'batch.part-note',
      { batchId: batch.id },
      {
        kind,
        meshSha256: piece.meshSha256,
        atMm: atMm?.map((mm) => Number(mm.toFixed(2))),
        text: text.trim() || undefined,
      },
    );
    if (!answer?.ok) return;
    setTold([...told, `${piece.name}: ${kind}${atMm ? ', at its place' : ''}`]);
    setKind(undefined);
    setText('');
  };
  return (
    <Sheet open onOpenChange={onClose} title="Tell whoever prepares the files">
      {pieces.length > 1 && (
        <Choice
          label="Which part"
          value={pieceName}
          options={pieces.map(({ name }) => ({ value: name, text: name }))}
          onChange={setPieceName}
        />
      )}
      <p className="mt-2 mb-1 text-ink-2">1. What is wrong?</p>
      <Choice
        label="What is wrong"
        value={kind}
        options={PART_NOTE_KINDS.map((value) => ({ value, text: value }))}
        onChange={setKind}
      />
      <TextField label="In words (if needed)" className="mt-2" longest={300} value={text} onChange={setText} />
      <p className="mt-2 mb-1 text-ink-2">
        {kind ? '2. Press the place on the picture, or save it without one.' : 'Then press the place on the picture.'}
      </p>
      {part && (
        <PartView
          part={part}
          name={piece.name}
          theme={theme}
          marks={[]}
          hint={kind ? `press where: ${kind}` : 'turn with the arrow keys'}
          onPickPlace={kind && ((at) => void tell(at))}
        />
      )}
      <button type="button" className="btn btn-sea mt-3" disabled={!kind} onClick={() => void tell()}>
        Save without a place
      </button>
      <ul aria-live="polite" className="mt-2">
        {told.map((line, i) => (
          <li key={line + i}>Told: {line}.</li>
        ))}
      </ul>
    </Sheet>
  );
}
