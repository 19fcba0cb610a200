import { FIRST_CARDS } from '@north-step/core/caution';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Signals } from '../signals/signals.ts';
import { signalled } from '../store/here.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { Sheet } from '../ui/index.ts';
import { pedalKey } from './useKeys.ts';

const KEYS = [
  ['Space', 'do what the band says: start it, or done'],
  ['Y · S · T', 'at a look: matte or good · shine · tack or tacky'],
  ['I', 'say more about a look: every answer drawn, how many, a note, a photo'],
  ['M', 'type what the caliper shows'],
  ['P', 'the sheet that goes with green parts'],
  ['+  −', 'add or take 30 s'],
  ['Z', 'undo: what the line at the foot says was noted'],
  ['U', 'release what is held'],
  ['L', 'lower a flag, or answer one that stops'],
  ['F', 'something is wrong: power lost, knocked over, fell, got wet; leave a step out; a flag'],
  ['G', 'the gear asked for is worn, for this shift'],
  ['← →', 'choose another batch; Esc goes back to what comes first'],
  ['# name ⏎', 'choose by label: what a scanner sends, or a hand types'],
  ['Enter', 'open the chosen batch'],
  ['B', 'the big clock, for across the room'],
  ['N', 'new batch'],
  ['R', 'take a reading of a bath'],
  ['/', 'find a batch'],
  ['?', 'this list'],
] as const;
const SIGNALS: readonly (readonly [keyof Signals, string])[] = [
  ['sound', 'a sound for each kind of call; a limit sounds unlike the rest'],
  ['speech', 'say it aloud'],
  ['notify', 'a note of the browser while this page is not in view'],
  ['awake', 'keep this screen lit'],
  ['leftHanded', 'keys of the band at the left'],
];

/** All keys in one place; pedal and signals of this screen are set here; what to do when something went wrong. */
export function Help({ onClose }: { readonly onClose: () => void }) {
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Keys on the bench" start="close">
      <dl className="grid grid-cols-[110px_1fr] gap-x-4 gap-y-1.5">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="font-mono font-bold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-3">
        <Link className="flex min-h-11 items-center underline" to="/guide" onClick={onClose}>
          The guide
        </Link>
      </p>
      <Pedal />
      <SignalSet />
      <h2 className="mt-5 text-lg font-bold">When something went wrong</h2>
      {Object.values(FIRST_CARDS).map(({ title, steps }) => (
        <details key={title} className="border-b border-line py-1">
          <summary className="flex min-h-11 cursor-pointer items-center font-bold">{title}</summary>
          <ol className="list-decimal pb-2 pl-6">
            {steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </details>
      ))}
      <p className="mt-4 text-sm text-ink-2">
        Gloves, eye cover and extraction until the part is cured. Solvent vapour burns; no heaters, no sparks, lids on.
        Nothing uncured goes down a drain. The data sheets and local codes decide.
      </p>
    </Sheet>
  );
}

function Pedal() {
  const [pedal, setPedal] = useState(pedalKey());
  return (
    <label className="mt-5 block">
      <span className="label">Foot pedal: press it here. It then works like Space.</span>
      <input
        className="field font-mono"
        value={pedal}
        readOnly
        onKeyDown={(event) => {
          if (event.key === 'Tab' || event.key === 'Escape' || event.key === 'Shift') return;
          event.preventDefault();
          localStorage.setItem('north-step.pedal', event.key);
          setPedal(event.key);
        }}
      />
    </label>
  );
}

function SignalSet() {
  const signals = useAppSelector((state) => state.here.signals);
  const dispatch = useAppDispatch();
  const set = async (name: keyof Signals, on: boolean) => {
    if (name === 'notify' && on && 'Notification' in window)
      on = (await Notification.requestPermission()) === 'granted';
    dispatch(signalled({ [name]: on }));
  };
  return (
    <fieldset className="mt-5">
      <legend className="text-lg font-bold">This screen may</legend>
      {SIGNALS.map(([name, words]) => (
        <label key={name} className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-6"
            checked={signals[name]}
            onChange={(event) => void set(name, event.target.checked)}
          />
          {words}
        </label>
      ))}
    </fieldset>
  );
}
