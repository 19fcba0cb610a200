import type { BenchReply, Vessel } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { everydayLimitPctW } from '@north-step/core/care';
import { isAlcohol } from '@north-step/core/liquids';
import type { Prices } from '@north-step/core/prices';
import { type Blend, type BlendReason, type BlendVessel, blend } from '@north-step/core/reclaim';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import { litresText, plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { useBenchQuery } from '../../store/api.ts';
import { Empty, Failed, HeadRow, Loading, NumberField, SelectField } from '../../ui/index.ts';
import { SlimBand } from '../next/index.ts';
import { type Pour, PourSteps } from './PourSteps.tsx';
import { usePrices } from './useReclaim.ts';
import { holds, money } from './words.ts';

/** Into a clean bath as little resin as this share of its limit; so many washes stay before it is spent. Engineering guess. */
const START_SHARE = 0.2;
const LEAST_STRENGTH_PCT_W = 90;
const FULL_SHARE = 0.92;
const NEARLY_FULL_SHARE = 0.88;

/** The cheapest mix of fresh and reclaimed for a bath: what of each, and poured by weight step by step. */
export function BlendPage() {
  const { data: bench, isError, refetch } = useBenchQuery();
  if (isError && !bench) return <Failed what="the bench" onRetry={() => void refetch()} />;
  if (!bench) return <Loading what="the bench" />;
  const baths = linesOf(bench.vessels)
    .flatMap((line) => line.baths)
    .filter(({ solvent }) => isAlcohol(solvent));
  if (baths.length === 0) return <Empty>No bath here takes alcohol.</Empty>;
  return <Mix bench={bench} baths={baths} />;
}

type Wish = {
  readonly litres: number;
  readonly maxLoadPctW: number;
  readonly minStrengthPctW: number;
  readonly maxReclaimedPct: number;
};
const wishFor = (bath: Vessel): Wish => ({
  litres: Number(Math.max(0.1, (bath.capacityMl * FULL_SHARE - bath.volumeMl) / 1000).toFixed(1)),
  maxLoadPctW: Number((START_SHARE * everydayLimitPctW(bath)).toFixed(1)),
  minStrengthPctW: LEAST_STRENGTH_PCT_W,
  maxReclaimedPct: bath.line?.position === 'last' ? 50 : 100,
});
const FIELDS = [
  { key: 'litres', label: 'How much', unit: 'L', min: 0.1, max: 1000, step: 0.5 },
  { key: 'maxLoadPctW', label: 'At most so much resin', unit: '%', min: 0, max: 25, step: 0.1 },
  { key: 'minStrengthPctW', label: 'At least so strong', unit: '% by weight', min: 1, max: 100, step: 1 },
  { key: 'maxReclaimedPct', label: 'At most reclaimed', unit: '%, for its colour', min: 0, max: 100, step: 5 },
] as const;

function Mix({ bench, baths }: { readonly bench: BenchReply; readonly baths: readonly Vessel[] }) {
  const emptiest = [...baths].sort((a, b) => a.volumeMl / a.capacityMl - b.volumeMl / b.capacityMl)[0]!;
  const [bathId, setBathId] = useState(emptiest.id);
  const bath = baths.find(({ id }) => id === bathId) ?? emptiest;
  const [wish, setWish] = useState<Wish>(wishFor(bath));
  const { prices, currency } = usePrices();
  const sources = sourcesOf(bench.vessels, bath, prices);
  const mix = mixFor(wish, sources, bath, bench.bench.roomC);
  return (
    <>
      <SlimBand
        say={
          mix.feasible
            ? `${litresText(1000 * wish.litres)} for ${bath.name}: ${money(mix.cost, currency)}, ${plainNumber(mix.loadPctW)} % resin, ${plainNumber(mix.strengthPctW, 3)} % strong.`
            : WHY_NOT[mix.reason]
        }
        more={
          mix.feasible ? 'The cheapest mix within what you ask for.' : 'Ask for less, or loosen what stands in the way.'
        }
      />
      <div className="grid grid-cols-[380px_minmax(0,1fr)] max-lg:grid-cols-1">
        <section aria-label="What is wanted" className="space-y-3 border-r border-line px-[18px] py-3">
          <SelectField
            label="Into"
            value={bath.id}
            options={baths.map((one) => ({ value: one.id, text: holds(one) }))}
            onChange={(id) => {
              setBathId(id);
              setWish(wishFor(baths.find((one) => one.id === id)!));
            }}
          />
          {FIELDS.map(({ key, ...field }) => (
            <NumberField
              key={key}
              {...field}
              value={wish[key]}
              onChange={(value) => value !== undefined && setWish({ ...wish, [key]: value })}
            />
          ))}
          <Sources sources={sources} vessels={bench.vessels} />
        </section>
        <section aria-label="Pour list" className="px-[18px] py-3">
          {bath.volumeMl > NEARLY_FULL_SHARE * bath.capacityMl && (
            <p className="mb-3 border-l-4 border-amber pl-3">
              {bath.name} is nearly full.{' '}
              <Link className="underline" to={`/solvent?bath=${bath.id}&do=refill`}>
                Empty it first
              </Link>
              , or choose another.
            </p>
          )}
          <PourSteps
            key={`${bath.id} ${JSON.stringify(wish)}`}
            into={bath}
            pours={mix.feasible ? poursOf(mix, bench.vessels, bench.bench.roomC) : undefined}
            otherwise={mix.feasible ? '' : WHY_NOT[mix.reason]}
            tempC={bench.bench.roomC}
          />
        </section>
      </div>
    </>
  );
}

const WHY_NOT: Readonly<Record<BlendReason, string>> = {
  'too little': 'There is not so much in the can and the bottles together.',
  'too loaded': 'No mix of so much stays below that load.',
  'too weak': 'No mix of so much is that strong.',
  'too much reclaimed': 'It takes more reclaimed solvent than its share allows.',
  together: 'Load, strength and share cannot be met together.',
};

type Source = BlendVessel & { readonly reclaimedShare: number };
/** Fresh and reclaimed of the same liquid. What is reclaimed has cost its work already. */
function sourcesOf(vessels: readonly Vessel[], bath: Vessel, prices: Prices): readonly Source[] {
  return vessels
    .filter(
      (one) =>
        (one.role === 'fresh' || one.role === 'reclaimed' || one.kind === 'bottle') &&
        one.solvent === bath.solvent &&
        one.volumeMl >= 10,
    )
    .map((one) => {
      const kg = (one.solventG + one.waterG + one.resinG) / 1000;
      const perL = one.reclaimedShare * prices.reclaimPerL + (1 - one.reclaimedShare) * prices.freshPerL;
      return {
        id: one.id,
        kg,
        loadPctW: one.loadPctW,
        strengthPctW: one.strengthPctW ?? 0,
        costPerKg: (perL * one.volumeMl) / 1000 / kg,
        reclaimed: one.reclaimedShare > 0.5 || one.role === 'reclaimed',
        reclaimedShare: one.reclaimedShare,
      };
    });
}

function mixFor(wish: Wish, vessels: readonly Source[], bath: Vessel, tempC: number): Blend {
  const density = bathDensityGPerMl({ strengthPctW: wish.minStrengthPctW, tempC, solvent: bath.solvent });
  return blend({
    needKg: wish.litres * density,
    maxLoadPctW: wish.maxLoadPctW,
    minStrengthPctW: wish.minStrengthPctW,
    maxReclaimedPct: wish.maxReclaimedPct,
    vessels,
  });
}

function poursOf(mix: Extract<Blend, { feasible: true }>, vessels: readonly Vessel[], tempC: number): readonly Pour[] {
  return Object.entries(mix.takeKg).map(([id, kg]) => {
    const vessel = vessels.find((one) => one.id === id)!;
    const density = bathDensityGPerMl({
      strengthPctW: vessel.strengthPctW ?? 0,
      loadPctW: vessel.loadPctW,
      tempC,
      solvent: vessel.solvent,
    });
    return { vessel, grams: 1000 * kg, ml: (1000 * kg) / density };
  });
}

function Sources({ sources, vessels }: { readonly sources: readonly Source[]; readonly vessels: readonly Vessel[] }) {
  return (
    <table className="table-plain w-full">
      <HeadRow names={['from', 'kg', 'resin', 'strong', 'reclaimed']} />
      <tbody>
        {sources.map((one) => (
          <tr key={one.id}>
            <td>{vessels.find(({ id }) => id === one.id)?.name}</td>
            <td className="font-mono">{plainNumber(one.kg, 3)}</td>
            <td className="font-mono">{plainNumber(one.loadPctW)} %</td>
            <td className="font-mono">{plainNumber(one.strengthPctW, 3)} %</td>
            <td className="font-mono">{Math.round(100 * one.reclaimedShare)} %</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
