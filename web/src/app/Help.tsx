import { useState } from 'react';
import { Sheet } from '../ui/index.ts';
import { pedalKey } from './useKeys.ts';

const KEYS = [
  ['Space', 'do what the band says: start it, or done'],
  ['Y · S · T', 'at a look: matte or good · shine · tack or tacky'],
  ['I', 'say more about a look: tinted, broken, how many, a note'],
  ['+  −', 'add or take 30 s'],
  ['F', 'flag the batch'],
  ['← →', 'choose another batch; Esc goes back to what comes first'],
  ['Enter', 'open the chosen batch'],
  ['N', 'new batch'],
  ['R', 'take a reading of a bath'],
  ['/', 'find a batch'],
  ['?', 'this list'],
] as const;

/** All keys in one place; the pedal is set here. */
export function Help({ onClose }: { readonly onClose: () => void }) {
  const [pedal, setPedal] = useState(pedalKey());
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Keys on the bench">
      <dl className="grid grid-cols-[110px_1fr] gap-x-4 gap-y-2">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="font-mono font-bold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
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
      <p className="mt-5 text-sm text-ink-2">
        Gloves, eye cover and extraction until the part is cured. Solvent vapour burns; no heaters, no sparks, lids on.
        Nothing uncured goes down a drain. The data sheets and local codes decide.
      </p>
    </Sheet>
  );
}
