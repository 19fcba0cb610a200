import type { SetUpShop } from '@north-step/contract';
import { stationKind } from '@north-step/core/bench';
import { CURE_FAMILIES } from '@north-step/core/cure';
import { PLAIN_WALL_MM, sheetLightHereS, wallWindow } from '@north-step/core/plan';
import { cardOfSheet } from '@north-step/core/resin';
import { begunBench } from '@north-step/core/setUp';
import { clockText } from '@north-step/core/units';
import { useMemo } from 'react';
import { useNow } from '../../shell/useNow.ts';
import { MinutesField, NumberField, SelectField, TextField } from '../../ui/index.ts';
import { type Draft, RESIN } from './draft.ts';
import type { StepProps } from './stepProps.ts';

type Resin = SetUpShop['resins'][number];
const S_PER_MIN = 60;
const USUAL_OVEN_S = 3600;

export function ResinsStep({ draft, set }: StepProps) {
  const change = (at: number, over: Partial<Resin>) =>
    set({ resins: draft.resins.map((one, i) => (i === at ? { ...one, ...over } : one)) });
  return (
    <>
      {draft.resins.map((resin, i) => (
        <section key={i} aria-label={resin.name || `Resin ${i + 1}`} className="mb-4 border-b border-line pb-3">
          <div className="grid grid-cols-[2fr_2fr_1fr] gap-3 max-sm:grid-cols-1">
            <TextField
              label={`Resin ${i + 1}: name`}
              longest={80}
              value={resin.name}
              onChange={(name) => change(i, { name })}
            />
            <SelectField
              label="family"
              value={resin.family}
              options={CURE_FAMILIES}
              onChange={(family) => change(i, { family })}
            />
            <TextField label="lot" longest={40} value={resin.lot} onChange={(lot) => change(i, { lot })} />
          </div>
          <Sheet resin={resin} onChange={(over) => change(i, over)} />
          {resin.name.trim() !== '' && <HereAtOnce resin={resin} draft={draft} />}
        </section>
      ))}
      <button type="button" className="btn" onClick={() => set({ resins: [...draft.resins, RESIN] })}>
        Another resin
      </button>
      <p className="mt-3 text-sm text-ink-2">
        What the sheet does not say is taken from the family, as a range. Cards as files, and resins that touch skin
        with their validated procedure, are imported on Resins.
      </p>
    </>
  );
}

type SheetProps = { readonly resin: Resin; readonly onChange: (over: Partial<Resin>) => void };
/** What the data sheet says, as far as somebody types it. */
function Sheet({ resin, onChange }: SheetProps) {
  const minutes = (field: 'cardWashS' | 'cardDryS' | 'cardCureS' | 'exposureCapS', label: string) => (
    <MinutesField
      label={label}
      min={30}
      seconds={resin[field]}
      onChange={(seconds) => onChange({ [field]: seconds })}
    />
  );
  const { oven } = resin;
  return (
    <details className="mt-1" open>
      <summary className="min-h-11 cursor-pointer py-2">What its data sheet says</summary>
      <div className="grid grid-cols-4 gap-3 max-lg:grid-cols-2">
        {minutes('cardWashS', 'wash, all baths')}
        {minutes('exposureCapS', 'longest in solvent')}
        {minutes('cardDryS', 'dry, at least')}
        <NumberField
          label="viscosity"
          unit="mPa·s"
          min={1}
          max={100_000}
          step={50}
          value={resin.viscosityMPaS25}
          onChange={(viscosityMPaS25) => onChange({ viscosityMPaS25 })}
        />
        {minutes('cardCureS', 'light')}
        <NumberField
          label="under a lamp of"
          unit="mW/cm²"
          min={0.1}
          max={1000}
          value={resin.cardMWPerCm2}
          onChange={(cardMWPerCm2) => onChange({ cardMWPerCm2 })}
        />
        <NumberField
          label="then heat of"
          unit="°C"
          min={30}
          max={250}
          value={oven?.tempC}
          onChange={(tempC) =>
            onChange({ oven: tempC === undefined ? undefined : { seconds: USUAL_OVEN_S, ...oven, tempC } })
          }
        />
        {oven && (
          <MinutesField
            label="for"
            min={60}
            seconds={oven.seconds}
            onChange={(seconds = USUAL_OVEN_S) => onChange({ oven: { ...oven, seconds } })}
          />
        )}
      </div>
    </details>
  );
}

/** Of a resin and a lamp that nobody has tried here, no more is known than minutes. */
const about = (seconds: number): string =>
  seconds < 2 * S_PER_MIN ? `about ${clockText(seconds)}` : `about ${Math.round(seconds / S_PER_MIN)} min`;

/** What that means under the lights of this bench: at once, before anything is opened. */
function HereAtOnce({ resin, draft }: { readonly resin: Resin; readonly draft: Draft }) {
  const hour = Math.floor(useNow() / 3_600_000);
  const lines = useMemo(() => {
    const bench = begunBench(draft, hour * 3_600_000);
    const { lot: _, ...says } = resin;
    const card = cardOfSheet(says, 'here');
    return bench.stations
      .filter(({ kind, id }) => stationKind(kind).lights && bench.lamps[id])
      .map(({ id, name }) => ({
        name,
        window: wallWindow(card, bench, id),
        sheetS: sheetLightHereS(card, bench, id),
      }));
  }, [resin, draft, hour]);
  return (
    <ul className="mt-1 text-sm">
      {lines.map(({ name, sheetS, window: { handleS, maxS } }) => (
        <li key={name}>
          <b>{name}</b>:{' '}
          {handleS === undefined
            ? 'not cured through in six hours'
            : [
                `tack-free after ${about(handleS)}`,
                sheetS !== undefined && `as hard as the sheet’s ${clockText(resin.cardCureS!)} after ${about(sheetS)}`,
                maxS !== undefined && `over after ${about(maxS)}`,
              ]
                .filter(Boolean)
                .join(', ')}{' '}
          <span className="text-ink-2">on even light, a wall of {PLAIN_WALL_MM} mm</span>
        </li>
      ))}
    </ul>
  );
}
