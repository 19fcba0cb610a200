import type { LampView } from '@north-step/contract';
import { type BatchState, piecesText, tookS } from '@north-step/core/batch';
import { dripSOf } from '@north-step/core/plan';
import { isWash } from '@north-step/core/route';
import { clockText, percentText, plainNumber } from '@north-step/core/units';
import { Link } from 'react-router';
import { clockOfDay, dayAndClock } from '../../shell/useNow.ts';
import { Choice } from '../../ui/index.ts';
import { Hollows, OnTheTable } from './OnTheTable.tsx';
import type { CureView } from './useCure.ts';

/** What is to be cured, in what, under which lamp, how it stands. */
export function CureChoices({
  batch,
  cure,
  lamps,
}: {
  readonly batch: BatchState;
  readonly cure: CureView;
  readonly lamps: readonly LampView[];
}) {
  const { part } = batch;
  const wash = batch.steps.findLast((one) => isWash(one) && one.state === 'done');
  const matte = batch.steps.findLast(({ kind, outcome }) => kind === 'look-matte' && outcome === 'matte');
  const facts: readonly (readonly [string, string])[] = [
    ['Surface, all parts', `${plainNumber((part.areaMm2 * batch.count) / 100, 3)} cm²`],
    ['Wall', `${plainNumber(part.wallMm)} mm`],
    ...(part.thinMm === undefined ? [] : ([['Thinnest feature', `${plainNumber(part.thinMm)} mm`]] as const)),
    [
      'Washed',
      wash
        ? `${clockText(tookS(wash))} in ${wash.title}${typeof wash.knew?.loadPctW === 'number' ? ` at ${percentText(wash.knew.loadPctW)}` : ''}`
        : `not yet; it drips ${clockText(dripSOf(batch))}`,
    ],
    ['Dry', matte ? `matte at ${clockOfDay(matte.endedAtMs!)}` : 'not seen matte yet'],
  ];
  const sources = lamps.filter(({ lamp }) => lamp.kind !== 'oven');
  return (
    <section aria-label="What is cured, and how" className="border-r border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">
        <Link to={`/batches/${batch.id}`} className="underline decoration-line underline-offset-4">
          {batch.name}
        </Link>
      </h2>
      <p className="text-sm text-ink-2">
        {piecesText(part, batch.count)} · {batch.card.name}, lot {batch.lot}
      </p>
      <dl className="mt-2">
        {facts.map(([name, value]) => (
          <div key={name} className="mb-1">
            <dt className="text-[13px] text-ink-2">{name}</dt>
            <dd className="leading-tight font-bold">{value}</dd>
          </div>
        ))}
      </dl>
      <h3 className="mt-3 mb-1 font-bold">Cure in</h3>
      <Choice
        label="Cure in"
        value={cure.medium}
        options={(['air', 'water', 'glycerine'] as const).map((value) => ({ value, text: value }))}
        onChange={cure.setMedium}
      />
      <h3 className="mt-3 mb-1 font-bold">Lamp</h3>
      <Choice
        label="Lamp"
        value={cure.station}
        options={sources.map(({ stationId, name }) => ({ value: stationId, text: name }))}
        onChange={cure.setStation}
      />
      {cure.lamp && <LampWords lamp={cure.lamp} />}
      {cure.lamp?.lamp.heaterToC !== undefined && (
        <>
          <h3 className="mt-3 mb-1 font-bold">Chamber</h3>
          <Choice
            label="Chamber"
            value={String(cure.tempC ?? 'off')}
            options={[
              { value: 'off', text: 'unheated' },
              ...[45, 60]
                .filter((t) => t <= cure.lamp!.lamp.heaterToC!)
                .map((t) => ({ value: String(t), text: `${t} °C` })),
            ]}
            onChange={(value) => cure.setTempC(value === 'off' ? undefined : Number(value))}
          />
        </>
      )}
      {cure.maps.second && (
        <>
          <h3 className="mt-3 mb-1 font-bold">Turn over half-way</h3>
          <Choice
            label="Turn over half-way"
            value={cure.turn ? 'yes' : 'no'}
            options={[
              { value: 'yes', text: 'turn over' },
              { value: 'no', text: 'one pose' },
            ]}
            onChange={(value) => cure.setTurn(value === 'yes')}
          />
        </>
      )}
      <Hollows cure={cure} />
      {cure.parts && cure.lamp && cure.lamp.lamp.groups.length > 0 && (
        <OnTheTable batch={batch} cure={cure} parts={cure.parts} lamp={cure.lamp.lamp} />
      )}
    </section>
  );
}

/** How much is known of a lamp, in two lines. */
export function LampWords({ lamp }: { readonly lamp: LampView }) {
  const metered = lamp.events.find(({ kind }) => kind === 'metered');
  const { now } = lamp;
  const words =
    lamp.lamp.kind === 'sun'
      ? `${plainNumber(now.mWPerCm2)} mW/cm² now, 0.5 to 1.6 times that`
      : `${plainNumber(now.mWPerCm2)} mW/cm² on the stand, ${plainNumber(lamp.lamp.hours, 3)} h; ${
          metered
            ? `metered ${dayAndClock(metered.atMs)}, ${plainNumber(100 * metered.scale!, 3)} % of its description`
            : 'never metered: wide ranges'
        }`;
  return (
    <p className="mt-1 text-[13px] text-ink-2">
      {words}. ±{Math.round(100 * (now.doubtShare ?? 0))} %.{' '}
      <Link to={`/cure/lamps/${lamp.stationId}`} className="underline">
        {lamp.lamp.kind === 'sun' ? 'Sky and place' : 'Describe or meter it'}
      </Link>
    </p>
  );
}
