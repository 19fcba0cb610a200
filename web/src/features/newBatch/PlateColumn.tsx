import type { PaceReply, Resin, RouteRow } from '@north-step/contract';
import { PRIORITIES } from '@north-step/core/batch';
import { filmOf } from '@north-step/core/plan';
import { plainNumber } from '@north-step/core/units';
import { Slider } from 'radix-ui';
import { useId, useMemo } from 'react';
import { Choice, SelectField, Stepper, TextField, Why } from '../../ui/index.ts';
import { DripCurve } from './DripCurve.tsx';
import { RouteChoice } from './RouteChoice.tsx';
import type { Draft } from './useNewBatch.ts';

const MINUTES = [0.5, 1, 1.5, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];

type PlateColumnProps = {
  readonly draft: Draft;
  readonly resins: readonly Resin[];
  readonly routes: readonly RouteRow[];
  readonly pace: PaceReply['people'][number] | undefined;
};

/** What is on the plate: resin, lot, how many, how long it drips. */
export function PlateColumn({ draft, resins, routes, pace }: PlateColumnProps) {
  const { choices, change, resin, lot, plate } = draft;
  const id = useId();
  return (
    <section aria-label="What is on the plate" className="border-r border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">What is on the plate</h2>
      <label className="mt-2 block" htmlFor={`${id}card`}>
        <span className="label">Resin card</span>
      </label>
      <select
        id={`${id}card`}
        className="field font-bold"
        value={resin?.card.id ?? ''}
        onChange={(event) => change({ cardId: event.target.value, lot: undefined })}
      >
        {resins.map(({ card }) => (
          <option key={card.id} value={card.id}>
            {card.name} · card {card.version}
          </option>
        ))}
      </select>
      {resin && (
        <p className="mt-1 text-[13px] text-ink-2">
          {resin.card.family}. {resin.card.notes}
        </p>
      )}
      <div className="mt-3">
        <span className="label">Lot</span>
        <Choice
          label="Lot"
          value={lot}
          options={(resin?.lots ?? []).map((value) => ({ value, text: value }))}
          onChange={(next) => change({ lot: next })}
        />
      </div>
      {plate.items.length < 2 && (
        <div className="mt-3">
          <span className="label">How many</span>
          <Stepper label="How many" value={choices.count} min={1} max={1000} onChange={(count) => change({ count })} />
        </div>
      )}
      <TextField
        label="For whom (if known)"
        className="mt-3"
        longest={120}
        value={choices.customer}
        onChange={(text) => change({ customer: text })}
      />
      <div className="mt-3 grid grid-cols-[1fr_auto] items-end gap-3">
        <label className="block">
          <span className="label">Due (if it is)</span>
          <input
            className="field"
            type="datetime-local"
            value={choices.due}
            onChange={(event) => change({ due: event.target.value })}
          />
        </label>
        <SelectField
          label="How urgent"
          value={choices.priority}
          options={PRIORITIES}
          onChange={(next) => change({ priority: next })}
        />
      </div>
      <RouteChoice draft={draft} routes={routes} pace={pace} />
      <Drip draft={draft} />
    </section>
  );
}

function Drip({ draft }: { readonly draft: Draft }) {
  const { choices, change, request } = draft;
  const curve = useMemo(
    () =>
      request ? MINUTES.map((minutes) => [minutes, filmOf({ ...request, dripS: minutes * 60 }).grams] as const) : [],
    [request],
  );
  const grams = request && filmOf(request).grams;
  const longer = request && filmOf({ ...request, dripS: request.dripS + 240 }).grams;
  return (
    <div className="mt-4">
      <p>
        <span className="text-ink-2">Drip minutes: </span>
        <b>{choices.dripMin}</b>
        {request && grams !== undefined && (
          <>
            <span className="text-ink-2"> · resin still on it: </span>
            <Why topic="film" request={request} className="font-bold">
              {plainNumber(grams)} g
            </Why>
          </>
        )}
      </p>
      <Slider.Root
        className="relative mt-1 flex h-11 w-full touch-none items-center"
        value={[choices.dripMin]}
        min={1}
        max={12}
        step={1}
        onValueChange={([dripMin]) => change({ dripMin: dripMin! })}
      >
        <Slider.Track className="relative h-1.5 w-full border-[1.5px] border-ink bg-panel">
          <Slider.Range className="absolute h-full bg-sea" />
        </Slider.Track>
        <Slider.Thumb aria-label="Drip minutes" className="block size-7 rounded border-[1.5px] border-ink bg-panel" />
      </Slider.Root>
      {request && grams !== undefined && longer !== undefined && (
        <>
          <DripCurve grams={curve} minutes={choices.dripMin} chosenGrams={grams} />
          <p className="text-sm text-ink-2">
            Waiting 4 min more keeps {plainNumber(grams - longer)} g out of the first bath.
          </p>
        </>
      )}
    </div>
  );
}
