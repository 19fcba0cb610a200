import type { BatchPlan, BatchRequest } from '@north-step/core/route';
import { clockText, percentText, plainNumber } from '@north-step/core/units';
import type { ReactNode } from 'react';
import { Why } from '../../ui/index.ts';

type Props = {
  readonly request: BatchRequest | undefined;
  readonly plan: BatchPlan | undefined;
  /** stains, grit and weak solvent it would meet */
  readonly warnings: readonly string[];
};
type Line = { readonly time: ReactNode; readonly title: string; readonly more: string };

/** Every step with its time, in order; dotted figures explain themselves. */
export function WhatWillHappen({ request, plan, warnings }: Props) {
  return (
    <section aria-label="What will happen" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">What will happen</h2>
      {!request || !plan ? (
        <p className="mt-3 text-ink-2">
          Times appear as soon as the part is known, from its surface, its walls, the resin and the baths as they are
          now.
        </p>
      ) : (
        <>
          {warnings.map((warning) => (
            <p key={warning} className="my-2 border-l-4 border-brick pl-3">
              {warning}
            </p>
          ))}
          <ol>
            {linesOf(request, plan).map((line) => (
              <li key={line.title} className="grid grid-cols-[82px_1fr] gap-2 border-b border-line py-[7px]">
                <span className="font-mono text-xl leading-6">{line.time}</span>
                <span>
                  <b className="block leading-5">{line.title}</b>
                  <span className="text-[13px] text-ink-2">{line.more}</span>
                </span>
              </li>
            ))}
          </ol>
          <p className="mt-2 text-[13px] text-ink-2">
            Gloves, eye cover and extraction from the first step to the matte look. Resin constants are defaults to be
            calibrated, not measurements. The data sheet decides.
          </p>
        </>
      )}
    </section>
  );
}

function linesOf(request: BatchRequest, plan: BatchPlan): readonly Line[] {
  const { bench, card } = request;
  const wash = plan.wash.ok ? plan.wash.value : undefined;
  const washMore = plan.wash.ok ? undefined : `${plan.wash.refusal.message} ${plan.wash.refusal.remedy ?? ''}`;
  const totalS = wash?.stagesS.reduce((a, b) => a + b, 0) ?? 0;
  const { window, doses } = plan.cure;
  const windowText =
    window.handleS === undefined
      ? 'not reached in six hours here: warm the chamber or change the medium'
      : `handles from ${clockText(window.handleS)}${window.maxS === undefined ? '' : `, ${window.maxBy === 'tint' ? 'tints' : 'brittle'} after ${clockText(window.maxS)}`}`;
  return [
    { time: clockText(request.dripS), title: 'Drip', more: 'tilt the plate, turn it once' },
    { time: 'off', title: 'Take off the plate', more: 'scraper flat, catch small pieces' },
    {
      time: (
        <Why topic="wash1" request={request}>
          {wash ? clockText(wash.stagesS[0]!) : '–'}
        </Why>
      ),
      title: `${bench.first.name}, basket`,
      more: washMore ?? `at ${percentText(bench.first.loadPctW)} load`,
    },
    {
      time: (
        <Why topic="wash2" request={request}>
          {wash ? clockText(wash.stagesS[1]!) : '–'}
        </Why>
      ),
      title: `${bench.clean.name}, basket, squirt the channels`,
      more: wash
        ? `at ${percentText(bench.clean.loadPctW)} load; leaves ${plainNumber(wash.residueUm)} of ${plainNumber(card.residueTolUm)} µm · ${clockText(totalS)} of ${clockText(card.exposureCapS)} allowance`
        : 'see above',
    },
    {
      time: (
        <Why topic="dry" request={request}>
          {clockText(plan.dryS)}
        </Why>
      ),
      title: 'Blow off, dry',
      more: 'until evenly matte; channels dry last',
    },
    { time: 'look', title: 'Matte, no shine, no tack', more: 'else back to the clean bath, with a new time' },
    { time: 'clip', title: 'Clip supports', more: 'green; raft first, fine tips last' },
    {
      time: (
        <Why topic="cure" request={request}>
          {doses ? clockText(doses.firstS) : '–'}
        </Why>
      ),
      title: `${bench.lamp.name}, in ${card.cureMedium}`,
      more: `${windowText}${card.procedure ? ` · exact time of ${card.procedure.reference}` : ''}`,
    },
    {
      time: 'look',
      title: 'Touch and tilt',
      more: doses && !card.procedure ? `tacky: add ${clockText(doses.addS)}` : 'as the procedure says',
    },
    { time: 'seal', title: 'Record, label', more: 'what was done, with the bath loads at the time' },
  ];
}
