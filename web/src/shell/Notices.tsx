import { conflictsSeen, noticed } from '../commands/outbox.ts';
import { useBenchQuery } from '../store/api.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { clockOfDay } from './useNow.ts';

const HEADS = { refused: 'Not done. ', told: '', asks: 'Sure? ' } as const;

/** Refusals with their way on, and what is kept while the server is away. */
export function Notices() {
  const { notice, away, pending, conflicts } = useAppSelector((state) => state.outbox);
  const dispatch = useAppDispatch();
  // a server that has no room on its disk is there, and says so itself
  const full = useBenchQuery().data?.disk?.level === 'full';
  return (
    <div aria-live="polite">
      {away && !full && (
        <p role="status" className="border-b-[1.5px] border-ink bg-panel px-[18px] py-2">
          <b>The server is away.</b> Timers run on.{' '}
          {pending.length > 0
            ? `${pending.length} kept here, to be sent once, in order.`
            : 'What you press is kept and sent later.'}
        </p>
      )}
      {conflicts.length > 0 && (
        <div role="alert" className="flex items-start gap-4 border-b-[1.5px] border-brick bg-panel px-[18px] py-2">
          <div className="flex-1">
            <p>
              <b className="text-brick">Pressed while the server was away, and not done:</b>
            </p>
            <ul>
              {conflicts.map(({ id, madeMs, message, remedy }) => (
                <li key={id}>
                  <span className="font-mono">{clockOfDay(madeMs)}</span> {message} {remedy && <b>{remedy}</b>}
                </li>
              ))}
            </ul>
            <p className="text-sm text-ink-2">
              The bench shown is how it is now. What was done on another screen stands.
            </p>
          </div>
          <button type="button" className="btn min-w-11" onClick={() => dispatch(conflictsSeen())}>
            Got it
          </button>
        </div>
      )}
      {notice && (
        <div role="alert" className="flex items-center gap-4 border-b-[1.5px] border-brick bg-panel px-[18px] py-1">
          <p className="flex-1">
            <b className="text-brick">{HEADS[notice.kind]}</b>
            {notice.message} {notice.remedy && <b>{notice.remedy}</b>}
            {notice.about && !notice.message.includes(notice.about) && <> The page speaks of {notice.about}.</>}
          </p>
          <button type="button" className="btn min-w-11" onClick={() => dispatch(noticed(undefined))}>
            Got it
          </button>
        </div>
      )}
    </div>
  );
}
