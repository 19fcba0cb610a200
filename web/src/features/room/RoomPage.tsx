import type { RoomInput, RoomReply } from '@north-step/contract';
import { USUAL_COSTS } from '@north-step/core/cure';
import { AIRS } from '@north-step/core/dry';
import { DEFAULT_PRICES } from '@north-step/core/prices';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAskBeforeLeaving } from '../../shell/useAskBeforeLeaving.ts';
import { dayAndClock } from '../../shell/useNow.ts';
import { useBenchQuery, useRoomQuery } from '../../store/api.ts';
import { AirFields, Choice, Failed, Loading, MinutesField, NumberField, Sheet, TextField } from '../../ui/index.ts';
import { DeviceList } from '../devices/index.ts';
import { Layout, People } from '../layout/index.ts';
import { SlimBand, SlimButton, useDo } from '../next/index.ts';
import { Backups } from './Backups.tsx';
import { Habits } from './Habits.tsx';
import { Sizes } from './Sizes.tsx';

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

/** The room, what stands in it by a ruler, and what solvent costs here. */
export function RoomPage() {
  const { data, isError, refetch } = useRoomQuery();
  if (isError && !data) return <Failed what="the room" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the room" />;
  return <RoomForm key={data.changedAtMs ?? 0} known={data} />;
}

function RoomForm({ known }: { readonly known: RoomReply }) {
  const acts = useDo();
  const [draft, setDraft] = useState<RoomInput>(known.room);
  const changed = JSON.stringify(draft) !== JSON.stringify(known.room);
  const leaving = useAskBeforeLeaving(changed);
  const costs = draft.lightCosts ?? USUAL_COSTS;
  const set = (over: Partial<RoomInput>) => setDraft({ ...draft, ...over });
  return (
    <>
      <SlimBand
        say={
          changed
            ? 'Keep what you changed, or leave it as it was.'
            : `${draft.workshop}: ${draft.roomC} °C, ${draft.humidityPct} % humid.`
        }
        more={
          known.changedAtMs === null
            ? 'As it was set up. Sizes decide whether a part fits; heat and air decide how long it dries.'
            : `Said on ${dayAndClock(known.changedAtMs)} by ${known.changedBy}.`
        }
        keys={
          changed && (
            <>
              <SlimButton label="Keep" onPress={() => void acts.send('room.set', {}, { room: draft })} />
              <SlimButton label="Leave it" onPress={() => setDraft(known.room)} />
            </>
          )
        }
      />
      {leaving && (
        <Sheet open locked onOpenChange={leaving.stay} title="What you changed here is not kept yet">
          <p>Leave the room’s page and lose it, or stay and press Keep.</p>
          <p className="mt-4 flex gap-3">
            <button type="button" className="btn btn-sea" onClick={leaving.stay}>
              Stay
            </button>
            <button type="button" className="btn" onClick={leaving.leave}>
              Leave and lose it
            </button>
          </p>
        </Sheet>
      )}
      <nav aria-label="More of the room" className="flex flex-wrap gap-x-6 px-[18px] pt-1">
        <Link to="/room/air" className="flex min-h-11 items-center underline">
          Air and fire
        </Link>
        <Link to="/safety" className="flex min-h-11 items-center underline">
          Safety
        </Link>
      </nav>
      <Layout />
      <DeviceList />
      <div className="grid grid-cols-[360px_minmax(0,1fr)] border-t border-line max-lg:grid-cols-1">
        <section aria-label="The room" className="border-r border-line px-[18px] py-3">
          <h2 className="text-lg font-bold">The room</h2>
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
          <h2 className="mt-5 text-lg font-bold">What work costs</h2>
          <p className="text-[13px] text-ink-2">
            The first light is the one that costs least: a look more often, or a batch made again now and then.
          </p>
          <div className="mt-2 grid grid-cols-2 gap-2">
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
          <h2 className="mt-5 text-lg font-bold">What solvent costs</h2>
          <p className="text-[13px] text-ink-2">
            In your own money. Choices at a bath and the policy page count with it.
          </p>
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
          <People />
          <Backups />
        </section>
        <section aria-label="Sizes and ways" className="px-[18px] py-3">
          <Habits room={draft} onChange={set} />
          <details className="mt-4">
            <summary className="min-h-11 cursor-pointer py-2 text-lg font-bold">Sizes by a ruler</summary>
            <Sizes stations={known.stations} spaces={draft.spaces} onChange={(spaces) => set({ spaces })} />
          </details>
          <p className="text-[13px] text-ink-2">
            Inside. They say whether a plate hangs, a basket holds, a lamp closes; what is not known is not checked.
          </p>
        </section>
      </div>
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
