import { useEffect, useState } from 'react';
import { told } from '../../commands/outbox.ts';
import { useKeys } from '../../shell/useKeys.ts';
import { useAppDispatch, useAppSelector } from '../../store/store.ts';
import { useDo } from './useDo.ts';

/** How long a press is answered. */
const SHOWN_MS = 10_000;

/** What the last press has noted, for ten seconds, and Undo. It lies over the foot of the page and moves nothing. */
export function NotedBar() {
  const noted = useAppSelector((state) => state.outbox.noted);
  const dispatch = useAppDispatch();
  const acts = useDo();
  const [over, setOver] = useState<number>();
  useEffect(() => {
    if (!noted) return;
    const timer = setTimeout(() => setOver(noted.atMs), Math.max(0, noted.atMs + SHOWN_MS - Date.now()));
    return () => clearTimeout(timer);
  }, [noted]);
  const shown = noted && over !== noted.atMs ? noted : undefined;
  const undo = () => {
    if (!shown || shown.undoes.length === 0) return;
    dispatch(told(undefined));
    void acts.undo(shown.undoes);
  };
  useKeys({ z: undo }, shown !== undefined);
  return (
    <div aria-live="polite" className="print:hidden">
      {shown && (
        <p className="fixed inset-x-0 bottom-0 z-10 flex min-h-14 flex-wrap items-center gap-x-5 border-t-[1.5px] border-on-sea/40 bg-sea px-[18px] text-on-sea">
          <span>
            Noted · <b>{shown.text}</b>
          </span>
          {shown.undoes.length > 0 && (
            <button
              type="button"
              className="ml-auto min-h-11 rounded border-[1.5px] border-on-sea px-5"
              onMouseDown={(event) => event.preventDefault()}
              onClick={undo}
            >
              <b>Z</b> Undo
            </button>
          )}
        </p>
      )}
    </div>
  );
}
