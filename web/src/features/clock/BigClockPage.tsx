import { clockText } from '@north-step/core/units';
import { useNavigate } from 'react-router';
import { useKeys } from '../../shell/useKeys.ts';
import { clockOfDay } from '../../shell/useNow.ts';
import { Failed, Loading } from '../../ui/index.ts';
import { useLiveBench, useNextStep } from '../next/index.ts';

/** Width of a figure as a share of its height, with a hair of room. */
const GLYPH_SHARE = 0.64;

/** The next step for across the room: its countdown as large as the screen allows. All keys work as on the bench. */
export function BigClockPage() {
  const { bench, nowMs, actions, action, batch, failed, retry } = useLiveBench();
  const { keys, dialogs } = useNextStep(action, batch);
  const navigate = useNavigate();
  useKeys({ b: () => navigate('/'), Escape: () => navigate('/') });
  if (failed) return <Failed what="the bench" onRetry={retry} />;
  if (!bench) return <Loading what="the bench" />;
  const next = actions.find((one) => one !== action && one.dueInS !== undefined && one.tier !== 'waits');
  const figures = action?.dueInS === undefined ? clockOfDay(nowMs) : clockText(action.dueInS);
  const overdue = action?.dueInS !== undefined && action.dueInS <= 0;
  return (
    <section
      aria-label="Next step"
      className="flex min-h-[calc(100vh-46px)] max-xl:min-h-[calc(100vh-86px)] flex-col bg-clock px-8 py-5 text-on-clock"
    >
      <h1 className="text-[clamp(36px,6.2vw,96px)] leading-[1.05] font-bold">{action?.say ?? 'The bench is clear.'}</h1>
      <div
        style={{ fontSize: `min(460px, 50vh, calc((100vw - 72px) / ${(GLYPH_SHARE * figures.length).toFixed(2)}))` }}
        className={`flex flex-1 items-center justify-center font-mono leading-none font-bold whitespace-nowrap ${overdue ? 'underline decoration-8 underline-offset-[0.08em]' : ''}`}
        role="timer"
        aria-label={
          action?.dueInS === undefined ? `it is ${clockOfDay(nowMs)}` : `time left ${clockText(action.dueInS)}`
        }
      >
        {figures}
      </div>
      <p className="text-[clamp(20px,2.4vw,34px)] text-on-clock">
        {action?.waitsFor ? `It waits: ${action.waitsFor}` : action?.follows ? `then ${action.follows}` : ' '}
      </p>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        {keys.map(({ keyName, label, onPress, main }) => (
          <button
            key={keyName + label}
            type="button"
            onClick={onPress}
            onMouseDown={(event) => event.preventDefault()}
            className={`min-h-16 min-w-28 rounded border-[1.5px] border-on-clock px-4 text-xl ${main ? 'bg-on-clock text-clock' : 'text-on-clock'}`}
          >
            <b>{keyName}</b> {label}
          </button>
        ))}
        <p className="ml-auto text-[clamp(20px,2.4vw,34px)] max-lg:order-last max-lg:w-full">
          {next && (
            <>
              <b className="font-mono">{clockText(next.dueInS!)}</b> {next.say}
            </>
          )}
        </p>
        <button
          type="button"
          onClick={() => void navigate('/')}
          className="min-h-16 rounded border-[1.5px] border-on-clock px-4 text-xl"
        >
          <b>B</b> bench
        </button>
      </div>
      {dialogs}
    </section>
  );
}
