import type { RoomInput } from '@north-step/contract';
import { USUAL_COSTS } from '@north-step/core/cure';
import { AIRS } from '@north-step/core/dry';
import { DEFAULT_PRICES } from '@north-step/core/prices';
import { useBenchQuery } from '../../store/api.ts';
import { AirFields, Choice, MinutesField, NumberField, TextField } from '../../ui/index.ts';

const PRICE_WORDS = {
  freshPerL: 'fresh solvent, a litre',
  disposePerL: 'waste handed over, a litre',
  reclaimPerL: 'reclaimed, a litre',
  handsPerH: 'hands, an hour',
  powerPerKWh: 'power, a kWh',
  filterEach: 'filter papers, a pass',
  sludgePerKg: 'hardened sludge handed over, a kg',
  resinPerKg: 'resin, a kg',
  consumablesPerBatch: 'wipes and gloves, a batch',
} as const satisfies Record<keyof RoomInput['prices'], string>;

const COSTS = [
  { key: 'lookS', label: 'a look', step: 0.5 },
  { key: 'spoiledS', label: 'a spoiled batch', step: 5 },
] as const;

type Fields = { readonly draft: RoomInput; readonly set: (over: Partial<RoomInput>) => void };

/** What the workshop is called, and its air. */
export function AirOfRoom({ draft, set }: Fields) {
  return (
    <>
      <TextField
        label="Workshop"
        className="mt-1"
        longest={80}
        value={draft.workshop}
        onChange={(workshop) => set({ workshop })}
      />
      <div className="mt-2 grid grid-cols-2 gap-2">
        <AirFields roomC={draft.roomC} humidityPct={draft.humidityPct} onChange={set} />
      </div>
      <Measured set={draft} />
      <h3 className="mt-3 mb-1 font-bold">Air over the drying rack</h3>
      <Choice
        label="Air over the drying rack"
        value={draft.dryAir}
        options={AIRS.map((value) => ({ value, text: value }))}
        onChange={(dryAir) => set({ dryAir })}
      />
      {draft.dryAir === 'warm' && (
        <p className="mt-1 border-l-4 border-brick pl-2 text-sm">
          Warm air near solvent vapour is a fire risk: the rack must stand away from the baths, lids on, extraction
          running.
        </p>
      )}
    </>
  );
}

/** What a look and a spoiled batch cost in time. */
export function WorkCosts({ draft, set }: Fields) {
  const costs = draft.lightCosts ?? USUAL_COSTS;
  return (
    <>
      <h2 className="mt-5 text-lg font-bold">What work costs</h2>
      <p className="text-[13px] text-ink-2">
        The first light is the one that costs least: a look more often, or a batch made again now and then.
      </p>
      <div className="mt-2 grid grid-cols-2 items-end gap-2">
        {COSTS.map(({ key, label, step }) => (
          <MinutesField
            key={key}
            label={label}
            remark="of work"
            min={60 * step}
            step={step}
            seconds={costs[key]}
            onChange={(seconds) => seconds !== undefined && set({ lightCosts: { ...costs, [key]: seconds } })}
          />
        ))}
      </div>
    </>
  );
}

/** What solvent, power and hands cost in money. */
export function Prices({ draft, set }: Fields) {
  return (
    <>
      <h2 className="mt-5 text-lg font-bold">What solvent costs</h2>
      <p className="text-[13px] text-ink-2">In your own money. Choices at a bath and the policy page count with it.</p>
      <TextField
        label="what it is called"
        className="mt-2 w-44"
        longest={12}
        value={draft.currency ?? ''}
        onChange={(currency) => set({ currency: currency.trim() || undefined })}
      />
      {(Object.keys(PRICE_WORDS) as (keyof typeof PRICE_WORDS)[]).map((name) => (
        <NumberField
          key={name}
          className="mt-2"
          label={PRICE_WORDS[name]}
          unit={draft.currency}
          min={0}
          step={0.1}
          value={draft.prices[name] ?? DEFAULT_PRICES[name]}
          onChange={(value) => value !== undefined && set({ prices: { ...draft.prices, [name]: value } })}
        />
      ))}
    </>
  );
}

/** What a sensor says now counts before what was set. */
function Measured({ set }: { readonly set: Pick<RoomInput, 'roomC' | 'humidityPct'> }) {
  const bench = useBenchQuery().data?.bench;
  if (!bench || (bench.roomC === set.roomC && bench.humidityPct === set.humidityPct)) return null;
  return (
    <p className="mt-2 border-l-4 border-sea-2 pl-2 text-sm">
      By its sensor it is <b className="font-mono">{bench.roomC} °C</b> and{' '}
      <b className="font-mono">{bench.humidityPct} %</b> now: times are planned with that. What is set here counts when
      the sensor is silent.
    </p>
  );
}
