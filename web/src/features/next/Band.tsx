import { upperFirst } from '@north-step/core/units';
import type { ReactNode } from 'react';
import { useAppSelector } from '../../store/store.ts';

export type BandKey = {
  readonly keyName: string;
  readonly label: string;
  readonly onPress: () => void;
  readonly main?: boolean;
};

/** The dark band: the one thing to do now, in a sentence with a verb, and at most three keys. */
export function Band({
  countdown,
  say,
  reason,
  mark,
  hands,
  keys,
}: {
  readonly countdown?: string | undefined;
  readonly say: ReactNode;
  readonly reason?: ReactNode;
  /** its flag */
  readonly mark?: string | undefined;
  readonly hands?: string | undefined;
  readonly keys: readonly BandKey[];
}) {
  const { leftHanded } = useAppSelector((state) => state.here.signals);
  return (
    <section
      aria-label="Next step"
      className={`flex flex-wrap items-stretch bg-sea text-on-sea ${leftHanded ? 'flex-row-reverse' : ''}`}
    >
      {countdown !== undefined && (
        <div
          className="flex min-w-[216px] items-center justify-center border-r-[1.5px] border-on-sea/40 px-5 font-mono text-[68px] leading-none font-bold max-lg:min-w-0 max-lg:px-4 max-lg:text-[52px]"
          role="timer"
          aria-label={`time left ${countdown}`}
        >
          {countdown}
        </div>
      )}
      <div className="min-w-0 flex-1 px-6 py-4">
        <h1 className="text-[28px] leading-tight font-bold">{say}</h1>
        {mark && (
          <p className="mt-1.5 w-fit border-[1.5px] border-on-sea px-2 font-bold">
            <span aria-hidden>⚑ </span>
            {upperFirst(mark)}
          </p>
        )}
        {reason && <p className="mt-1.5">{reason}</p>}
        {hands && <p className="mt-1 text-on-sea-2">{hands}</p>}
      </div>
      <div className="flex items-center gap-2.5 px-5 py-3 max-lg:w-full max-lg:flex-wrap max-lg:border-t-[1.5px] max-lg:border-on-sea/40">
        {keys.map((key) => (
          <BandButton key={key.keyName + key.label} {...key} />
        ))}
      </div>
    </section>
  );
}

function BandButton({ keyName, label, onPress, main }: BandKey) {
  const look = main ? 'bg-on-sea text-sea border-on-sea' : 'border-on-sea text-on-sea';
  return (
    <button
      type="button"
      onClick={onPress}
      // a press by mouse leaves the focus where it is, so that Space goes on meaning “done”
      onMouseDown={(event) => event.preventDefault()}
      className={`flex min-h-14 min-w-[86px] flex-col items-center justify-center rounded border-[1.5px] px-3 ${look}`}
    >
      <span className="font-bold">{keyName}</span>
      <span className="text-[13px]">{label}</span>
    </button>
  );
}

/** The quieter band of other pages: one conclusion and its action in one line. */
export function SlimBand({
  say,
  more,
  keys,
}: {
  readonly say: ReactNode;
  readonly more?: ReactNode;
  readonly keys?: ReactNode;
}) {
  return (
    <section
      aria-label="Conclusion"
      className="flex min-h-[52px] flex-wrap items-center gap-x-5 gap-y-1 bg-sea px-[18px] py-1 text-on-sea"
    >
      <h1 className="text-lg font-bold">{say}</h1>
      {more && <p className="min-w-0 flex-1 max-lg:basis-full">{more}</p>}
      {keys && <div className="ml-auto flex gap-2">{keys}</div>}
    </section>
  );
}

export function SlimButton({
  keyName,
  label,
  onPress,
  disabled,
}: {
  readonly keyName?: string;
  readonly label: string;
  readonly onPress: () => void;
  readonly disabled?: boolean;
}) {
  return (
    <button
      type="button"
      disabled={disabled}
      onClick={onPress}
      className="min-h-11 rounded border-[1.5px] border-on-sea px-4 text-on-sea disabled:opacity-60"
    >
      {keyName && <b className="mr-1.5">{keyName}</b>}
      <span className={keyName ? 'text-sm' : 'font-bold'}>{label}</span>
    </button>
  );
}
