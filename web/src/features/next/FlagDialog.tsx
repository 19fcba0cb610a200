import { type BatchState, currentStep, MISHAPS, type Mishap, ranS, type Step } from '@north-step/core/batch';
import type { StationNow } from '@north-step/core/bench';
import { stationsFor } from '@north-step/core/decide';
import { needsPower } from '@north-step/core/route';
import { clockText, parseDurationS, upperFirst } from '@north-step/core/units';
import { useState } from 'react';
import { useNow } from '../../shell/useNow.ts';
import { useBenchQuery } from '../../store/api.ts';
import { Choice, Sheet, TextField } from '../../ui/index.ts';

export type Happening = Pick<Mishap, 'what' | 'offS'>;
type FlagDialogProps = {
  readonly batch: BatchState;
  readonly onClose: () => void;
  readonly onFlag: (note: string | null, stops?: boolean) => void;
  /** the next step, where it can be left out */
  readonly next?: Step | undefined;
  readonly onLeaveOut: (because: string) => void;
  readonly onElsewhere: (station: StationNow) => void;
  readonly onHappened: (batchIds: readonly string[], happening: Happening) => void;
};
/** What is usually wrong, and whether that stops the batch. */
const READY = [
  { text: 'Ask the lead before going on', stops: true },
  { text: 'A piece is missing', stops: false },
  { text: 'Wrong part or wrong count', stops: true },
] as const;
const MEANS: Readonly<Record<Mishap['what'], string>> = {
  'power lost':
    'What each machine did not do is added; still liquid washes far slower, and the time in solvent goes on.',
  'knocked over': 'It is flagged to be counted. In the lamp the side that lay down gets an increment after this run.',
  fell: 'It is flagged to be counted, and looked at again before it goes on.',
  'got wet': 'Resin or solvent came onto dry parts: washed again, dried, looked at; lit again if it had been.',
};

/** Something went wrong: what happened has an answer that puts steps in; anything else is a flag with a reason. */
export function FlagDialog({ batch, next, onClose, onFlag, onLeaveOut, onElsewhere, onHappened }: FlagDialogProps) {
  return (
    <Sheet open onOpenChange={(to) => !to && onClose()} title={`What is wrong with ${batch.name}?`}>
      <WhatHappened batch={batch} onHappened={onHappened} />
      {next && <Elsewhere batch={batch} step={next} onElsewhere={onElsewhere} />}
      {next && <LeaveOut step={next} onLeaveOut={onLeaveOut} />}
      <RaiseFlag batch={batch} onFlag={onFlag} />
    </Sheet>
  );
}

/** What came between. A power cut stops every machine of the bench: it is said of all that they held. */
function WhatHappened({ batch, onHappened }: Pick<FlagDialogProps, 'batch' | 'onHappened'>) {
  const [what, setWhat] = useState<Mishap['what']>();
  const [off, setOff] = useState('');
  const open = useBenchQuery().data?.open ?? [];
  const nowMs = useNow(1000);
  const stopped = open.filter((one) => {
    const step = currentStep(one);
    return step?.state === 'running' && needsPower(step);
  });
  const offS = parseDurationS(off);
  const most = Math.max(0, ...stopped.map((one) => ranS(currentStep(one)!, nowMs)));
  const cut = what === 'power lost';
  const ready = !cut || (stopped.length > 0 && offS !== undefined && offS >= 1 && offS <= most);
  const happen = () => {
    const ids = cut ? stopped.map(({ id }) => id) : [batch.id];
    if (what) onHappened(ids, cut ? { what, offS: Math.round(offS!) } : { what });
  };
  return (
    <>
      <Choice
        label="What happened"
        value={what}
        options={MISHAPS.map((value) => ({ value, text: upperFirst(value) }))}
        onChange={setWhat}
      />
      {what && <p className="mt-2">{MEANS[what]}</p>}
      {cut && (
        <>
          <p className="mt-2">
            {stopped.length === 0
              ? 'No machine is running: nothing stood still.'
              : `Stood still: ${stopped.map((one) => `${currentStep(one)!.title} of ${one.name}`).join(', ')}.`}
          </p>
          <label className="mt-2 block">
            <span className="label">For how long (4:30, 90 s, 12 min)</span>
            <input className="field font-mono" value={off} onChange={(event) => setOff(event.target.value)} />
          </label>
          {offS !== undefined && offS > most && (
            <p className="mt-1 text-sm text-brick">Nothing has run for longer than {clockText(most)}.</p>
          )}
        </>
      )}
      {what && (
        <button type="button" className="btn btn-sea mt-3" disabled={!ready} onClick={happen}>
          That happened
        </button>
      )}
    </>
  );
}

type OfStep = { readonly step: Step };
function Elsewhere({ batch, step, onElsewhere }: OfStep & Pick<FlagDialogProps, 'batch' | 'onElsewhere'>) {
  const bench = useBenchQuery().data?.bench;
  const elsewhere = bench ? stationsFor(batch, step, bench) : [];
  if (elsewhere.length === 0) return null;
  return (
    <>
      <h3 className="mt-5 border-t border-line pt-3 font-bold">Do “{step.title}” elsewhere</h3>
      <div className="mt-1 flex flex-wrap gap-2">
        {elsewhere.map((station) => (
          <button key={station.id} type="button" className="btn" onClick={() => onElsewhere(station)}>
            {station.name}
          </button>
        ))}
      </div>
    </>
  );
}

function LeaveOut({ step, onLeaveOut }: OfStep & Pick<FlagDialogProps, 'onLeaveOut'>) {
  const [because, setBecause] = useState('');
  return (
    <>
      <h3 className="mt-5 border-t border-line pt-3 font-bold">Leave “{step.title}” out</h3>
      <div className="mt-1 flex gap-2">
        <input
          className="field flex-1"
          aria-label={`Why ${step.title} is left out`}
          placeholder="why"
          maxLength={200}
          value={because}
          onChange={(event) => setBecause(event.target.value)}
        />
        <button
          type="button"
          className="btn"
          disabled={because.trim() === ''}
          onClick={() => onLeaveOut(because.trim())}
        >
          Leave it out
        </button>
      </div>
    </>
  );
}

function RaiseFlag({ batch, onFlag }: Pick<FlagDialogProps, 'batch' | 'onFlag'>) {
  const [note, setNote] = useState(batch.flag ?? '');
  const [stops, setStops] = useState(batch.flagStops ?? false);
  return (
    <>
      <h3 className="mt-5 border-t border-line pt-3 font-bold">Or raise a flag</h3>
      <div className="mt-2 flex flex-wrap gap-2">
        {READY.map((ready) => (
          <button
            key={ready.text}
            type="button"
            className="btn"
            onClick={() => {
              setNote(ready.text);
              setStops(ready.stops);
            }}
          >
            {ready.text}
          </button>
        ))}
      </div>
      <TextField label="What is wrong" className="mt-3" longest={300} value={note} onChange={setNote} />
      <label className="mt-2 flex min-h-11 items-center gap-3">
        <input type="checkbox" className="size-6" checked={stops} onChange={() => setStops(!stops)} />
        It stops: nothing is begun until somebody answers
      </label>
      <div className="mt-2 flex gap-3">
        <button
          type="button"
          className="btn btn-sea"
          disabled={note.trim() === ''}
          onClick={() => onFlag(note.trim(), stops)}
        >
          Raise the flag
        </button>
        {batch.flag && !batch.flagStops && (
          <button type="button" className="btn" onClick={() => onFlag(null)}>
            Lower the flag
          </button>
        )}
      </div>
    </>
  );
}
