import type { Bar } from '@north-step/core/schedule';

type RibbonProps = {
  readonly rows: readonly { readonly id: string; readonly name: string }[];
  readonly bars: readonly Bar[];
  readonly spanS: number;
  /** the moment at its left */
  readonly atMs: number;
  readonly clockOf: (atMs: number) => string;
  readonly onOpen: (batchId: string) => void;
};

/** Ticks stand at round times; no more than these. */
const TICK_MIN = [5, 10, 15, 30, 60] as const;
const MOST_TICKS = 8;
const LEAST_PCT = 0.3;

/** What comes next, rows for people and stations, a brick line for now at its left. */
export function Ribbon({ rows, bars, spanS, atMs, clockOf, onOpen }: RibbonProps) {
  const at = (seconds: number) => (100 * Math.max(0, Math.min(spanS, seconds))) / spanS;
  const shown = bars.filter(
    ({ row, startS, endS }) => startS < spanS && endS >= 0 && rows.some(({ id }) => id === row),
  );
  return (
    <figure
      className="m-0 grid grid-cols-[90px_minmax(0,1fr)]"
      aria-label={`What comes next: ${shown
        .slice(0, 12)
        .map((bar) => barWords(bar, atMs, clockOf))
        .join(', ')}`}
    >
      <div aria-hidden>
        {rows.map(({ id, name }) => (
          <p key={id} className="flex h-9 items-center truncate pr-2 text-sm font-bold">
            {name}
          </p>
        ))}
      </div>
      <div className="relative border-l-[2.5px] border-brick" aria-hidden>
        {ticksOf(atMs, spanS).map((tickMs) => (
          <span
            key={tickMs}
            className="absolute inset-y-0 border-l-[1.5px] border-line"
            style={{ left: `${at((tickMs - atMs) / 1000)}%` }}
          />
        ))}
        {rows.map(({ id }) => (
          <div key={id} className="relative h-9">
            {shown
              .filter(({ row }) => row === id)
              .map((bar) => (
                // biome-ignore lint/a11y/noStaticElementInteractions lint/a11y/useKeyWithClickEvents: a short cut for the mouse; every batch is opened by keyboard from its tag
                <div
                  key={`${bar.batchId} ${bar.startS}`}
                  title={barWords(bar, atMs, clockOf)}
                  onClick={() => onOpen(bar.batchId)}
                  className={`absolute top-1.5 h-[26px] cursor-pointer overflow-hidden border-[1.5px] bg-panel px-1 text-[13px] leading-[22px] text-ellipsis whitespace-nowrap ${bar.overdue ? 'border-brick border-l-8 font-bold' : 'border-ink'}`}
                  style={{
                    left: `${at(bar.startS)}%`,
                    width: `${Math.max(LEAST_PCT, at(bar.endS) - at(bar.startS))}%`,
                    minWidth: bar.overdue ? 76 : undefined,
                  }}
                >
                  {bar.batchName}
                </div>
              ))}
          </div>
        ))}
        <div className="relative h-6">
          {ticksOf(atMs, spanS).map((tickMs) => (
            <span
              key={tickMs}
              className="absolute -translate-x-1/2 font-mono text-[13px] text-ink-2"
              style={{ left: `${Math.min(98, at((tickMs - atMs) / 1000))}%` }}
            >
              {clockOf(tickMs)}
            </span>
          ))}
        </div>
      </div>
    </figure>
  );
}

const barWords = (
  { batchName, stepTitle, startS, overdue }: Bar,
  atMs: number,
  clockOf: RibbonProps['clockOf'],
): string => `${clockOf(atMs + 1000 * startS)} ${stepTitle} ${batchName}${overdue ? ', overdue' : ''}`;

/** Moments at round clock times within the span. */
function ticksOf(atMs: number, spanS: number): readonly number[] {
  const stepMin = TICK_MIN.find((minutes) => spanS / 60 / minutes <= MOST_TICKS) ?? 60;
  const stepMs = stepMin * 60_000;
  const first = Math.ceil((atMs + 1) / stepMs) * stepMs;
  const count = Math.max(0, Math.floor((atMs + 1000 * spanS - first) / stepMs) + 1);
  return Array.from({ length: count }, (_, i) => first + i * stepMs);
}
