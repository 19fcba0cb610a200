import type { AirReply } from '@north-step/contract';
import { dayText } from '../../shell/useNow.ts';
import { useDo } from '../next/index.ts';

/** What is to be looked at now and then: the one that is due first, first. */
export function Checks({ checks, nowMs }: { readonly checks: AirReply['checks']; readonly nowMs: number }) {
  const acts = useDo();
  return (
    <section aria-label="Checks" className="border-b border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">
        Checks{' '}
        <a className="ml-2 text-sm font-normal underline" href="/api/air/checks.ics">
          as a calendar
        </a>
      </h2>
      <ul>
        {checks.map(({ id, name, dueAtMs, doneAtMs, doneBy, everyDays }) => (
          <li key={id} className="flex items-start gap-3 border-b border-line py-1.5">
            <span className="flex-1">
              <b>{name}</b>
              <span className={`block text-sm ${dueAtMs <= nowMs ? 'font-bold text-brick' : 'text-ink-2'}`}>
                {dueAtMs <= nowMs ? `due since ${dayText(dueAtMs)}` : `due ${dayText(dueAtMs)}`}, every {everyDays} days
                {doneAtMs !== null && `; last ${dayText(doneAtMs)} by ${doneBy}`}
              </span>
            </span>
            <button
              type="button"
              className="btn"
              aria-label={`${name}: checked`}
              onClick={() => void acts.send('air.check', { checkId: id }, {})}
            >
              Checked
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
