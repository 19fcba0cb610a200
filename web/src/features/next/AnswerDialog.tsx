import type { BatchState } from '@north-step/core/batch';
import { useState } from 'react';
import { Sheet, TextField } from '../../ui/index.ts';

type AnswerDialogProps = {
  readonly batch: BatchState;
  readonly onClose: () => void;
  readonly onAnswer: (answer: string) => void;
};
const READY = ['Go on as it is', 'Glued, go on', 'Without the bad piece, go on'] as const;

/** A flag stops this batch: what was decided, and by whom, lets it go on. */
export function AnswerDialog({ batch, onClose, onAnswer }: AnswerDialogProps) {
  const [answer, setAnswer] = useState('');
  return (
    <Sheet open onOpenChange={(to) => !to && onClose()} title={`What was decided about ${batch.name}?`}>
      <p className="border-l-4 border-brick pl-3">{batch.flag}</p>
      <div className="mt-3 flex flex-wrap gap-2">
        {READY.map((text) => (
          <button key={text} type="button" className="btn" onClick={() => setAnswer(text)}>
            {text}
          </button>
        ))}
      </div>
      <TextField
        label="What was decided, and by whom"
        className="mt-3"
        longest={300}
        value={answer}
        onChange={setAnswer}
      />
      <p className="mt-2 text-sm text-ink-2">It stands in the record with your name. If it must not go on, hold it.</p>
      <button
        type="button"
        className="btn btn-sea mt-3 min-h-14"
        disabled={answer.trim() === ''}
        onClick={() => onAnswer(answer.trim())}
      >
        Lower the flag: it goes on
      </button>
    </Sheet>
  );
}
