import type { BatchReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/route';
import { Suspense, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { type Called, LaterDialog, useDo } from '../next/index.ts';
import { TellPreparer } from '../part/index.ts';
import { BrokeDialog } from './BrokeDialog.tsx';
import { EditDialog } from './EditDialog.tsx';
import { HoldDialog } from './HoldDialog.tsx';
import { LabelsDialog } from './LabelsDialog.tsx';
import { SplitDialog } from './SplitDialog.tsx';

/** What the line at the foot says was noted. */
const NOTED: Readonly<Record<string, string>> = {
  edit: 'changed',
  broke: 'broken pieces noted',
  recount: 'count of broken pieces put right',
  hold: 'held',
};
const calledOf = ({ id, name }: BatchState, verb: string): Called | undefined =>
  NOTED[verb] === undefined ? undefined : { text: `${name}: ${NOTED[verb]}`, batchId: id };

type Open = 'edit' | 'hold' | 'split' | 'labels' | 'tell' | 'broke' | 'later';

/** What can be done with a batch as a whole. */
export function SheetActions({ batch, open }: { readonly batch: BatchState; readonly open: readonly BatchState[] }) {
  const acts = useDo();
  const navigate = useNavigate();
  const [query, setQuery] = useSearchParams();
  // a chore leads straight to the look
  const [dialog, setDialog] = useState<Open | undefined>(query.get('look') === 'later' ? 'later' : undefined);
  const closed = batch.recordHash !== undefined || batch.mergedInto !== undefined;
  const close = () => {
    setDialog(undefined);
    if (query.size > 0) setQuery({}, { replace: true });
  };
  const send = (verb: string, body: Record<string, unknown> = {}) =>
    acts.send(`/api/batches/${batch.id}/${verb}`, body, calledOf(batch, verb));
  const again = async () => {
    const answer = await send('repeat');
    if (answer?.ok) await navigate(`/batches/${(answer.reply as BatchReply).batch.id}`);
  };
  return (
    <div className="mt-3 flex flex-wrap gap-2 print:hidden">
      {!closed && (
        <>
          {batch.held === undefined ? (
            <button type="button" className="btn" onClick={() => setDialog('hold')}>
              Hold …
            </button>
          ) : (
            <button type="button" className="btn btn-sea" onClick={() => void acts.hold(batch.id, batch.name, null)}>
              Release
            </button>
          )}
          <button type="button" className="btn" onClick={() => setDialog('edit')}>
            For whom, due, note …
          </button>
          <button type="button" className="btn" onClick={() => setDialog('broke')}>
            Broken …
          </button>
          <button type="button" className="btn" onClick={() => setDialog('split')}>
            Split or merge …
          </button>
        </>
      )}
      {batch.recordHash && (
        <button type="button" className="btn" onClick={() => setDialog('later')}>
          Look again, or came back …
        </button>
      )}
      <button type="button" className="btn" onClick={() => setDialog('labels')}>
        Labels …
      </button>
      <button type="button" className="btn" onClick={() => setDialog('tell')}>
        Tell the preparer …
      </button>
      <button type="button" className="btn" onClick={() => void again()}>
        Hang it again
      </button>
      {dialog === 'later' && batch.recordHash && (
        <Suspense fallback={null}>
          <LaterDialog
            batch={batch}
            onClose={close}
            onSaid={(said) => {
              close();
              void send('later', said);
            }}
          />
        </Suspense>
      )}
      {dialog === 'hold' && <HoldDialog batch={batch} send={send} onClose={close} />}
      {dialog === 'edit' && <EditDialog batch={batch} send={send} onClose={close} />}
      {dialog === 'split' && <SplitDialog batch={batch} open={open} send={send} onClose={close} />}
      {dialog === 'broke' && <BrokeDialog batch={batch} send={send} onClose={close} />}
      {dialog === 'tell' && <TellPreparer batch={batch} onClose={close} />}
      {dialog === 'labels' && <LabelsDialog batch={batch} onClose={close} />}
    </div>
  );
}
