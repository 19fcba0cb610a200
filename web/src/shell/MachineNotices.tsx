import type { BenchReply } from '@north-step/contract';
import { clockText } from '@north-step/core/units';
import { useDo } from '../features/next/index.ts';
import { dayAndClock } from './useNow.ts';

const A_DAY_S = 86_400;

/** What the machine that serves this page needs from somebody: room on its disk, and its clock. */
export function MachineNotices({ bench: data }: { readonly bench: BenchReply }) {
  const acts = useDo();
  const { level, freeMb } = data.disk ?? { level: 'plenty', freeMb: 0 };
  const jumpMs = data.clockJumpMs;
  return (
    <div aria-live="polite">
      {level !== 'plenty' && (
        <p role="status" className="border-b-[1.5px] border-brick bg-panel px-[18px] py-2">
          <b className="text-brick">
            {level === 'full'
              ? `The disk is full: ${freeMb} MB left. Nothing more is taken.`
              : `The disk has ${freeMb} MB left.`}
          </b>{' '}
          {level === 'full'
            ? 'What you press is kept on this page and sent when there is room. Make room on the disk that holds the data.'
            : 'Make room on the disk that holds the data before it is full.'}
        </p>
      )}
      {jumpMs !== undefined && (
        <div role="alert" className="flex items-center gap-4 border-b-[1.5px] border-brick bg-panel px-[18px] py-1">
          <p className="flex-1">
            <b className="text-brick">
              The machine’s clock was set {jumpMs < 0 ? 'back' : 'on'} by {lengthText(Math.abs(jumpMs) / 1000)}.
            </b>{' '}
            North Step goes on with its own time, {dayAndClock(data.nowMs)}. Is the machine right,{' '}
            {dayAndClock(data.nowMs + jumpMs)}?
          </p>
          <button type="button" className="btn min-w-11" onClick={() => void acts.send('clock.take', {}, {})}>
            Take the machine’s time
          </button>
        </div>
      )}
    </div>
  );
}

const lengthText = (seconds: number): string =>
  seconds < 2 * A_DAY_S ? clockText(seconds) : `${Math.round(seconds / A_DAY_S)} days`;
