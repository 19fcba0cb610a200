import { type BatchState, exposureS, type Step } from '@north-step/core/batch';
import { clockText, parseDurationS } from '@north-step/core/units';
import { useState } from 'react';
import { Sheet } from '../../ui/index.ts';

type ExposureDialogProps = {
  readonly batch: BatchState;
  readonly step: Step;
  readonly station: string;
  readonly nowMs: number;
  /** the parts are out, since so many seconds */
  readonly onLifted: (agoS: number) => void;
  readonly onStay: (because: string) => void;
};
const READY = ['on my way', 'hands are full', 'the lead said so'] as const;

/** Past its limit in solvent: it is answered, never closed. The clock runs on whatever is said. */
export function ExposureDialog({ batch, step, station, nowMs, onLifted, onStay }: ExposureDialogProps) {
  const [ago, setAgo] = useState('');
  const [because, setBecause] = useState('');
  const soakedS = exposureS(batch, nowMs);
  const agoS = parseDurationS(ago);
  const inS = (nowMs - step.startedAtMs!) / 1000;
  const possible = agoS !== undefined && agoS < inS;
  return (
    <Sheet open onOpenChange={() => {}} locked title={`Is ${batch.name} still in ${station}?`}>
      <p className="font-mono text-[56px] leading-none font-bold" role="timer" aria-label="time in solvent">
        {clockText(soakedS)}
      </p>
      <p className="mt-1">
        in solvent; {batch.card.name} may have <b>{clockText(batch.card.exposureCapS)}</b>. Longer swells and softens
        it, and loads the bath.
      </p>
      <button type="button" className="btn btn-sea mt-4 min-h-14 w-full" onClick={() => onLifted(0)}>
        It is out: lifted just now
      </button>
      <div className="mt-3 flex items-end gap-2">
        <label className="flex-1">
          <span className="label">It was lifted so long ago (4:30, 20 min, 14 h)</span>
          <input className="field font-mono" value={ago} onChange={(event) => setAgo(event.target.value)} />
        </label>
        <button type="button" className="btn" disabled={!possible} onClick={() => onLifted(agoS!)}>
          Lifted then
        </button>
      </div>
      {agoS !== undefined && !possible && (
        <p className="mt-1 text-sm text-brick">It went in {clockText(inS)} ago: it cannot have been lifted before.</p>
      )}
      <p className="label mt-4">It is still in, because …</p>
      <div className="flex flex-wrap gap-2">
        {READY.map((text) => (
          <button key={text} type="button" className="btn" onClick={() => onStay(text)}>
            {text}
          </button>
        ))}
      </div>
      <div className="mt-2 flex gap-2">
        <input
          className="field flex-1"
          aria-label="Why it stays in"
          maxLength={200}
          value={because}
          onChange={(event) => setBecause(event.target.value)}
        />
        <button type="button" className="btn" disabled={because.trim() === ''} onClick={() => onStay(because.trim())}>
          It stays in
        </button>
      </div>
      <p className="mt-3 text-sm text-ink-2">
        What is said here stands in the record. It is asked again in two minutes.
      </p>
    </Sheet>
  );
}
