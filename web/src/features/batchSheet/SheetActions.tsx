import type { CommandParams } from '@north-step/contract';
import { type BatchState, lightS } from '@north-step/core/batch';
import { Suspense, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { type Called, LaterDialog, MeasureDialog, useDo } from '../next/index.ts';
import { TellPreparer } from '../part/index.ts';
import { BrokeDialog } from './BrokeDialog.tsx';
import { CorrectDialog } from './CorrectDialog.tsx';
import { EditDialog } from './EditDialog.tsx';
import { HoldDialog } from './HoldDialog.tsx';
import { LabelsDialog } from './LabelsDialog.tsx';
import { ScrapDialog } from './ScrapDialog.tsx';
import { SplitDialog } from './SplitDialog.tsx';
import type { OfSheet, Send } from './send.ts';

/** What the line at the foot says was noted. */
const NOTED: { readonly [T in OfSheet]?: string } = {
  'batch.edit': 'changed',
  'batch.broke': 'broken pieces noted',
  'batch.measure': 'sizes kept',
  'batch.recount': 'count of broken pieces put right',
  'batch.hold': 'held',
};
const calledOf = ({ id, name }: BatchState, type: OfSheet): Called | undefined =>
  NOTED[type] === undefined ? undefined : { text: `${name}: ${NOTED[type]}`, batchId: id };

type Open = 'edit' | 'hold' | 'split' | 'labels' | 'tell' | 'broke' | 'sizes' | 'later' | 'scrap' | 'correct';

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
  const send: Send = (type, body) =>
    acts.send(type, { batchId: batch.id } as CommandParams<typeof type>, body, calledOf(batch, type));
  const again = async () => {
    const answer = await send('batch.repeat', {});
    if (answer?.ok) await navigate(`/batches/${answer.reply.batch.id}`);
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
          <button type="button" className="btn" onClick={() => setDialog('sizes')}>
            Sizes …
          </button>
          <button type="button" className="btn" onClick={() => setDialog('split')}>
            Split or merge …
          </button>
          <button type="button" className="btn" onClick={() => setDialog('scrap')}>
            Scrap …
          </button>
        </>
      )}
      {batch.recordHash && (
        <>
          <button type="button" className="btn" onClick={() => setDialog('later')}>
            Look again, or came back …
          </button>
          <button type="button" className="btn" onClick={() => setDialog('correct')}>
            Correct the record …
          </button>
        </>
      )}
      <button type="button" className="btn" onClick={() => setDialog('labels')}>
        Labels …
      </button>
      <button type="button" className="btn" onClick={() => setDialog('tell')}>
        Tell the preparer …
      </button>
      {lightS(batch) === 0 && (
        <Link className="btn" to={`/batches/${batch.id}/green`}>
          Green sheet
        </Link>
      )}
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
              void send('batch.later', said);
            }}
          />
        </Suspense>
      )}
      {dialog === 'hold' && <HoldDialog batch={batch} send={send} onClose={close} />}
      {dialog === 'scrap' && <ScrapDialog batch={batch} send={send} onClose={close} />}
      {dialog === 'correct' && <CorrectDialog batch={batch} send={send} onClose={close} />}
      {dialog === 'edit' && <EditDialog batch={batch} send={send} onClose={close} />}
      {dialog === 'split' && <SplitDialog batch={batch} open={open} send={send} onClose={close} />}
      {dialog === 'broke' && <BrokeDialog batch={batch} send={send} onClose={close} />}
      {dialog === 'sizes' && (
        <Suspense fallback={null}>
          <MeasureDialog
            batch={batch}
            onClose={close}
            onSizes={async (sizes) => (await send('batch.measure', { sizes: [...sizes] }))?.ok === true}
          />
        </Suspense>
      )}
      {dialog === 'tell' && <TellPreparer batch={batch} onClose={close} />}
      {dialog === 'labels' && <LabelsDialog batch={batch} onClose={close} />}
    </div>
  );
}
