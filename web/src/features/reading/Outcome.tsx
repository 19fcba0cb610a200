import type { BathCare, Vessel } from '@north-step/contract';
import { DISAGREES_SD } from '@north-step/core/reading';
import { percentText, plainNumber } from '@north-step/core/units';
import { Link } from 'react-router';
import { useDo } from '../next/index.ts';
import { RangeBars } from './WhatItSays.tsx';

/** What a booked reading did to the range; a reading that disagrees badly asks what to make of it. */
export function Outcome({
  bath,
  vessel,
  readingId,
  before,
  onAgain,
}: {
  readonly bath: BathCare;
  readonly vessel: Vessel;
  readonly readingId: string;
  readonly before: BathCare;
  readonly onAgain: () => void;
}) {
  const acts = useDo();
  const row = bath.readings.find((reading) => reading.id === readingId);
  const judge = (verdict: 'trusted' | 'discarded') => void acts.send('reading.verdict', { readingId }, { verdict });
  if (!row)
    return (
      <p className="p-6 text-lg" aria-live="polite">
        Booked. Working out what it means …
      </p>
    );
  const disagrees = (row.surprise ?? 0) > DISAGREES_SD && row.verdict === null;
  const width = (care: BathCare) => care.estimate.range90[1] - care.estimate.range90[0];
  const narrower = width(bath) < width(before);
  return (
    <section aria-label="What the reading did" className="max-w-3xl space-y-4 px-[18px] py-4">
      <h2 className="text-xl font-bold" aria-live="polite">
        {row.verdict === 'discarded'
          ? 'The reading is struck out; the range is as it was.'
          : narrower
            ? `The range narrowed from ${rangeText(before)} to ${rangeText(bath)}.`
            : `The range went from ${rangeText(before)} to ${rangeText(bath)}.`}
      </h2>
      <RangeBars
        bars={[
          { name: 'before', range: before.estimate.range90, at: before.estimate.loadPctW },
          { name: 'now', range: bath.estimate.range90, at: bath.estimate.loadPctW },
        ]}
        limitPctW={bath.limit.limitPctW}
      />
      {disagrees && (
        <div role="alert" className="border-l-4 border-brick pl-3">
          <p className="font-bold">
            This reading disagrees badly with the book: it says {percentText(row.loadPctW ?? 0)},{' '}
            {percentText(row.expectedPctW ?? 0)} was expected.
          </p>
          <p>Was the bath stirred, the flask tared, the right bath chosen? Was a pour or a spill not written down?</p>
          <div className="mt-2 flex flex-wrap gap-2">
            <button type="button" className="btn" onClick={() => judge('trusted')}>
              Trust it
            </button>
            <button type="button" className="btn" onClick={() => judge('discarded')}>
              Discard it
            </button>
            <button type="button" className="btn" onClick={onAgain}>
              Measure again
            </button>
          </div>
        </div>
      )}
      {row.verdict === 'trusted' && <p>You trust it. It counts as it is.</p>}
      <p className="text-lg">
        {bath.advice.say} <span className="text-ink-2">{bath.advice.more}</span>
      </p>
      {bath.learned.map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
      <div className="flex flex-wrap gap-3">
        <Link className="btn btn-sea" to={`/solvent?bath=${vessel.id}`}>
          Back to the solvent
        </Link>
        <button type="button" className="btn" onClick={onAgain}>
          Another reading
        </button>
      </div>
    </section>
  );
}

const rangeText = ({ estimate }: BathCare): string =>
  `${plainNumber(estimate.range90[0])}–${plainNumber(estimate.range90[1])} %`;
