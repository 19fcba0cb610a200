import { noticed } from './outbox.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

/** Refusals with their way on, and what is kept while the server is away. */
export function Notices() {
  const { notice, away, pending } = useAppSelector((state) => state.outbox);
  const dispatch = useAppDispatch();
  return (
    <div aria-live="polite">
      {away && (
        <p role="status" className="border-b-[1.5px] border-ink bg-panel px-[18px] py-2">
          <b>The server is away.</b> Timers run on.{' '}
          {pending.length > 0
            ? `${pending.length} kept here, to be sent once, in order.`
            : 'What you press is kept and sent later.'}
        </p>
      )}
      {notice && (
        <div role="alert" className="flex items-center gap-4 border-b-[1.5px] border-brick bg-panel px-[18px] py-1">
          <p className="flex-1">
            <b className="text-brick">{notice.kind === 'refused' ? 'Not done. ' : ''}</b>
            {notice.message} {notice.remedy && <b>{notice.remedy}</b>}
          </p>
          <button type="button" className="btn min-w-11" onClick={() => dispatch(noticed(undefined))}>
            Got it
          </button>
        </div>
      )}
    </div>
  );
}
