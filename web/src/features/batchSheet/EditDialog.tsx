import { type BatchState, PRIORITIES } from '@north-step/core/batch';
import { useState } from 'react';
import { Choice, Sheet, TextField } from '../../ui/index.ts';
import type { Send } from './send.ts';

type EditDialogProps = { readonly batch: BatchState; readonly send: Send; readonly onClose: () => void };

/** Local time as the browser's own date field wants it. */
const fieldTime = (atMs: number | undefined): string => {
  if (atMs === undefined) return '';
  const date = new Date(atMs);
  return new Date(atMs - date.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
};

/** For whom, by when, how urgent, and a note. Emptied fields are taken away. */
export function EditDialog({ batch, send, onClose }: EditDialogProps) {
  const [customer, setCustomer] = useState(batch.customer ?? '');
  const [due, setDue] = useState(fieldTime(batch.dueAtMs));
  const [priority, setPriority] = useState(batch.priority ?? 'usual');
  const [note, setNote] = useState(batch.note ?? '');
  const save = async () => {
    const answer = await send('batch.edit', {
      customer: customer.trim() || null,
      dueAtMs: due === '' ? null : new Date(due).getTime(),
      priority,
      note: note.trim() || null,
    });
    if (answer?.ok) onClose();
  };
  return (
    <Sheet open onOpenChange={onClose} title={`${batch.name}: for whom, due, note`}>
      <div className="grid grid-cols-2 gap-3">
        <TextField label="For whom" longest={120} value={customer} onChange={setCustomer} />
        <label className="block">
          <span className="label">Due</span>
          <input className="field" type="datetime-local" value={due} onChange={(event) => setDue(event.target.value)} />
        </label>
      </div>
      <div className="mt-3">
        <span className="label">How urgent</span>
        <Choice
          label="How urgent"
          value={priority}
          options={PRIORITIES.map((value) => ({ value, text: value }))}
          onChange={setPriority}
        />
      </div>
      <TextField label="Note" className="mt-3" longest={500} rows={3} value={note} onChange={setNote} />
      <button type="button" className="btn btn-sea mt-4" onClick={() => void save()}>
        Save
      </button>
    </Sheet>
  );
}
