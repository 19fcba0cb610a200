import type { BenchReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { type CardSchedule, translate } from '@north-step/core/cure';
import { CARD_LAMP } from '@north-step/core/plan';
import { clockText } from '@north-step/core/units';
import { useState } from 'react';
import { NumberField } from '../../ui/index.ts';
import type { CureView } from './useCure.ts';

type ElsewhereProps = { readonly batch: BatchState; readonly bench: BenchReply; readonly cure: CureView };

/** A schedule written for another lamp, on this one. */
export function Elsewhere({ batch, bench, cure }: ElsewhereProps) {
  const [card, setCard] = useState<CardSchedule>({
    minutes: (batch.card.cardCureS ?? 600) / 60,
    ...CARD_LAMP,
    medium: 'air',
  });
  const ours = cure.light && cure.worked?.setting;
  let words = 'The light map comes first.';
  if (ours) {
    try {
      const said = translate(
        ours.constants,
        card,
        {
          mWPerCm2: ours.coldMWPerCm2,
          canHeatToC: cure.lamp?.lamp.heaterToC,
          medium: cure.medium,
          roomC: bench.bench.roomC,
          lampHeatsK: ours.lampHeatsK,
        },
        batch.part.wallMm,
      );
      words = said.reachable
        ? `Here: ${clockText(60 * said.minutes!)} at the coldest spot.`
        : `Not reached here: ends at ${Math.round(said.endsPct)} % of it after ${clockText(60 * (said.lampMinutes ?? 0))}. ${
            said.oven
              ? `Then ${Math.ceil(said.oven.minutes)} min in an oven at ${said.oven.tempC} °C.`
              : 'No oven up to 120 °C gets there.'
          }`;
    } catch {
      words = 'Those figures cannot be: minutes above 0, light 0.01 to 1000, at most 150 °C.';
    }
  }
  return (
    <>
      <h2 className="mt-4 text-lg font-bold">Same resin elsewhere</h2>
      <p className="text-[13px] text-ink-2">What the card says of another lamp, in air:</p>
      <div className="grid grid-cols-3 gap-2">
        <NumberField
          label="time"
          unit="min"
          min={0.1}
          step={0.5}
          value={card.minutes}
          onChange={(minutes = 0) => setCard({ ...card, minutes })}
        />
        <NumberField
          label="at"
          unit="°C"
          min={0}
          max={150}
          value={card.tempC}
          onChange={(tempC = 0) => setCard({ ...card, tempC })}
        />
        <NumberField
          label="under"
          unit="mW/cm²"
          min={0.01}
          step={0.5}
          value={card.mWPerCm2}
          onChange={(mWPerCm2 = 0) => setCard({ ...card, mWPerCm2 })}
        />
      </div>
      <p className="mt-1 text-sm" aria-live="polite">
        {words}
      </p>
    </>
  );
}
