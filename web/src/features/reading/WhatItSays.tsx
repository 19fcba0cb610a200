import type { BathCare } from '@north-step/contract';
import { interpretReading, type RawReading } from '@north-step/core/reading';
import { percentText, plainNumber } from '@north-step/core/units';
import type { Solvent } from '@north-step/core/wash';
import { taskOf } from './tasks.ts';

export type Bar = { readonly name: string; readonly range: readonly [number, number]; readonly at: number };

/** The arithmetic of a reading as it is typed: what it says by itself, beside what is known already. */
export function WhatItSays({
  raw,
  bath,
  solvent,
}: {
  readonly raw: RawReading | undefined;
  readonly bath: BathCare;
  readonly solvent: Solvent;
}) {
  const known: Bar = { name: 'known now', range: bath.estimate.range90, at: bath.estimate.loadPctW };
  const [weak, strong] = bath.estimate.strengthRange90;
  const said =
    raw && raw.kind !== 'level'
      ? interpretReading(raw, {
          solvent,
          strengthPctW: bath.estimate.strengthPctW,
          strengthSdPct: Math.max(0.2, (strong - weak) / 3.3),
        })
      : undefined;
  const bars = said?.ok
    ? [known, { name: 'this reading alone', range: said.value.range90, at: said.value.loadPctW }]
    : [known];
  return (
    <section aria-label="What it says" className="space-y-3">
      <h2 className="text-lg font-bold">What it says</h2>
      {!raw && <p className="text-ink-2">The arithmetic appears as soon as the last value is in.</p>}
      {raw?.kind === 'level' && (
        <p>
          The estimate has {plainNumber(bath.estimate.volumeMl, 4)} mL: the difference teaches how fast this bath
          evaporates.
        </p>
      )}
      {said && !said.ok && (
        <p role="alert" className="border-l-4 border-brick pl-3">
          {said.refusal.message} {said.refusal.remedy}
        </p>
      )}
      {said?.ok && (
        <p>
          <span className="font-mono text-[32px] leading-none font-bold">{percentText(said.value.loadPctW)}</span>{' '}
          <span className="text-ink-2">
            by itself, {plainNumber(said.value.range90[0])}–{plainNumber(said.value.range90[1])}
          </span>
        </p>
      )}
      {raw && said?.ok && <p className="text-sm text-ink-2">{taskOf(raw.kind).arithmetic}</p>}
      <RangeBars bars={bars} limitPctW={bath.limit.limitPctW} />
    </section>
  );
}

/** Ranges under one another on one axis, with the limit. */
export function RangeBars({ bars, limitPctW }: { readonly bars: readonly Bar[]; readonly limitPctW: number }) {
  const top = Math.max(limitPctW * 1.2, ...bars.map((bar) => bar.range[1])) * 1.05;
  const x = (pct: number) => `${(100 * Math.max(0, Math.min(top, pct))) / top}%`;
  return (
    <div className="space-y-2">
      {bars.map((bar) => (
        <div key={bar.name}>
          <p className="text-sm">
            {bar.name}:{' '}
            <b className="font-mono">
              {plainNumber(bar.range[0])}–{plainNumber(bar.range[1])} %
            </b>
          </p>
          <svg
            role="img"
            aria-label={`${bar.name}: between ${plainNumber(bar.range[0])} and ${plainNumber(bar.range[1])} %, limit ${plainNumber(limitPctW)} %`}
            width="100%"
            height={30}
          >
            <line x1="0" x2="100%" y1={22} y2={22} stroke="var(--ink)" strokeWidth={1.5} />
            <rect
              x={x(bar.range[0])}
              y={6}
              width={`${(100 * (bar.range[1] - bar.range[0])) / top}%`}
              height={14}
              fill="var(--sea-2)"
              stroke="var(--ink)"
              strokeWidth={1}
            />
            <line x1={x(bar.at)} x2={x(bar.at)} y1={2} y2={24} stroke="var(--ink)" strokeWidth={3} />
            <line x1={x(limitPctW)} x2={x(limitPctW)} y1={0} y2={28} stroke="var(--brick)" strokeWidth={3} />
          </svg>
        </div>
      ))}
      <p className="text-[13px] text-ink-2">brick line: act at {plainNumber(limitPctW)} %</p>
    </div>
  );
}
