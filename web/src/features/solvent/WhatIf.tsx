import type { BathCare } from '@north-step/contract';
import { percentText, plainNumber } from '@north-step/core/units';
import { useId, useState } from 'react';

/** What if so many batches more are washed: the load then, with its range, against the limit. */
export function WhatIf({ bath }: { readonly bath: BathCare }) {
  const most = bath.forecast.path.length - 1;
  const [batches, setBatches] = useState(5);
  const id = useId();
  const at = bath.forecast.path[Math.min(batches, most)];
  if (!at || most < 1) return null;
  const { limitPctW } = bath.limit;
  const verdict =
    at.low >= limitPctW ? 'past the limit' : at.high >= limitPctW ? 'may be past the limit' : 'still below the limit';
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
      <label htmlFor={id} className="font-bold">
        What if {at.batches} more {at.batches === 1 ? 'batch is' : 'batches are'} washed?
      </label>
      <input
        id={id}
        type="range"
        min={0}
        max={most}
        value={at.batches}
        className="h-11 w-56 accent-sea"
        onChange={(event) => setBatches(Number(event.target.value))}
      />
      <output htmlFor={id}>
        <b className="font-mono">{percentText(at.loadPctW)}</b>, {plainNumber(at.low)}–{plainNumber(at.high)}: {verdict}
      </output>
    </div>
  );
}
