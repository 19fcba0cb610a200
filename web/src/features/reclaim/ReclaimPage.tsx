import type { BenchReply } from '@north-step/contract';
import { isAlcohol } from '@north-step/core/liquids';
import type { DirtyLiquid, OptionKind, ReclaimOption } from '@north-step/core/reclaim';
import { litresText, plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { useBenchQuery } from '../../store/api.ts';
import { Empty, Failed, HeadRow, Loading, NumberField, SelectField } from '../../ui/index.ts';
import { SlimBand } from '../next/index.ts';
import { BeginDialog } from './BeginDialog.tsx';
import { RunList } from './RunList.tsx';
import { dirtyOf, usedFirst, useOptions, usePrices } from './useReclaim.ts';
import { daysText, holds, money, OPTION_WORDS } from './words.ts';

/** What to do with used liquid: every way side by side with what comes back, what it costs and what to beware of. */
export function ReclaimPage() {
  const { data: bench, isError, refetch } = useBenchQuery();
  if (isError && !bench) return <Failed what="the bench" onRetry={() => void refetch()} />;
  if (!bench) return <Loading what="the bench" />;
  return <Choices bench={bench} />;
}

function Choices({ bench }: { readonly bench: BenchReply }) {
  const used = usedFirst(bench.vessels);
  const [vesselId, setVesselId] = useState(used[0]?.id ?? '');
  const [over, setOver] = useState<Partial<DirtyLiquid>>({});
  const [beginning, setBeginning] = useState<Exclude<OptionKind, 'buy new'>>();
  const vessel = used.find(({ id }) => id === vesselId) ?? used[0];
  const dirty = vessel && { ...dirtyOf(vessel, bench.care), ...over };
  const options = useOptions(dirty);
  const { currency } = usePrices();
  const best = options[0];
  return (
    <>
      <SlimBand say={conclusion(dirty, best, currency)} more={best && OPTION_WORDS[best.kind].caution} />
      <div className="grid grid-cols-[minmax(0,1fr)_300px] max-lg:grid-cols-1">
        <section aria-label="What to do with it" className="border-r border-line px-[18px] py-3">
          {!vessel || !dirty ? (
            <Empty>No used liquid waits. Empty a bath into the drum, and come back.</Empty>
          ) : (
            <>
              <div className="flex flex-wrap items-end gap-4">
                <SelectField
                  label="Which liquid"
                  className="w-64"
                  value={vessel.id}
                  options={used.map((one) => ({ value: one.id, text: holds(one) }))}
                  onChange={(id) => {
                    setVesselId(id);
                    setOver({});
                  }}
                />
                <NumberField
                  label="How much"
                  unit="L"
                  className="w-28"
                  min={0.1}
                  max={vessel.volumeMl / 1000}
                  step={0.5}
                  value={dirty.litres}
                  onChange={(litres) => litres !== undefined && setOver({ ...over, litres })}
                />
                <NumberField
                  label="Resin in it"
                  unit="% by weight"
                  className="w-32"
                  min={0}
                  max={60}
                  step={0.5}
                  value={dirty.loadPctW}
                  onChange={(loadPctW) => loadPctW !== undefined && setOver({ ...over, loadPctW })}
                />
                {isAlcohol(vessel.solvent) && (
                  <NumberField
                    label="Strength"
                    unit="% by weight"
                    className="w-32"
                    min={1}
                    max={100}
                    value={dirty.strengthPctW}
                    onChange={(strengthPctW) => strengthPctW !== undefined && setOver({ ...over, strengthPctW })}
                  />
                )}
              </div>
              <OptionTable options={options} currency={currency} onBegin={setBeginning} />
              <p className="mt-3 text-sm text-ink-2">
                Costs are to have {plainNumber(dirty.litres)} L of usable liquid again, with the prices of{' '}
                <Link to="/room" className="underline">
                  Room
                </Link>
                ; what comes back loaded counts less. Yields are those of this shop’s own passes as far as they were
                read. Local codes, the data sheet and your carrier decide what may be done here at all.
              </p>
            </>
          )}
        </section>
        <RunList runs={bench.runs} />
      </div>
      {beginning && vessel && dirty && (
        <BeginDialog
          kind={beginning}
          from={vessel}
          litres={dirty.litres}
          vessels={bench.vessels}
          onClose={() => setBeginning(undefined)}
        />
      )}
    </>
  );
}

function conclusion(dirty: DirtyLiquid | undefined, best: ReclaimOption | undefined, currency: string): string {
  if (!dirty || !best) return 'No used liquid waits.';
  const what = `${plainNumber(dirty.litres)} L at ${plainNumber(dirty.loadPctW)} %`;
  if (best.kind === 'buy new') return `Hand ${what} over and buy new: nothing else pays.`;
  const back = best.backL > 0 ? `${litresText(1000 * best.backL)} come back, ` : '';
  return `${OPTION_WORDS[best.kind].doing} ${what}: ${back}${money(best.saves, currency)} cheaper than buying new.`;
}

function OptionTable({
  options,
  currency,
  onBegin,
}: {
  readonly options: readonly ReclaimOption[];
  readonly currency: string;
  readonly onBegin: (kind: Exclude<OptionKind, 'buy new'>) => void;
}) {
  const head = [
    'way',
    'comes back',
    'takes',
    'hands',
    'sludge',
    `cost${currency ? `, ${currency}` : ''}`,
    'pays from',
    '',
  ];
  return (
    <table className="table-plain mt-4 w-full">
      <HeadRow names={head} />
      <tbody>
        {options.map((option, i) => (
          <tr key={option.kind} className={i === 0 ? 'bg-panel' : ''}>
            <td>
              <b>{OPTION_WORDS[option.kind].name}</b>
              {option.passes !== undefined && ` ${option.passes}×`}
              <span className="block min-w-44 text-[13px] text-ink-2 max-lg:hidden">
                {OPTION_WORDS[option.kind].caution}
              </span>
            </td>
            <td className="font-mono">
              <Back option={option} />
            </td>
            <td className="font-mono whitespace-nowrap">
              {option.kind === 'distil' ? `${plainNumber(option.days * 24)} h` : daysText(option.days)}
            </td>
            <td className="font-mono whitespace-nowrap">{plainNumber(option.handsMin)} min</td>
            <td className="font-mono whitespace-nowrap">
              {option.sludgeKg < 0.005 ? '–' : `${plainNumber(option.sludgeKg)} kg`}
            </td>
            <td className="font-mono whitespace-nowrap">
              {money(option.cost)}
              {option.kind !== 'buy new' && (
                <span className="block text-[13px]">
                  {option.saves >= 0 ? `saves ${money(option.saves)}` : `${money(-option.saves)} dearer`}
                </span>
              )}
            </td>
            <td className="font-mono whitespace-nowrap">
              {option.kind === 'buy new'
                ? ''
                : option.paysFromL === undefined
                  ? 'never'
                  : `${plainNumber(option.paysFromL)} L`}
            </td>
            <td>
              {option.kind === 'buy new' ? (
                <Link className="btn" to="/solvent?do=discard">
                  Hand over …
                </Link>
              ) : (
                <BeginButton kind={option.kind} first={i === 0} onBegin={onBegin} />
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function BeginButton({
  kind,
  first,
  onBegin,
}: {
  readonly kind: Exclude<OptionKind, 'buy new'>;
  readonly first: boolean;
  readonly onBegin: (kind: Exclude<OptionKind, 'buy new'>) => void;
}) {
  return (
    <button
      type="button"
      className={`btn whitespace-nowrap ${first ? 'btn-sea' : ''}`}
      aria-label={`${OPTION_WORDS[kind].name} …`}
      onClick={() => onBegin(kind)}
    >
      Begin …
    </button>
  );
}

function Back({ option: { backL, backPctW, backStrengthPctW } }: { readonly option: ReclaimOption }) {
  if (backL <= 0) return 'nothing';
  return (
    <>
      <b className="whitespace-nowrap">{litresText(1000 * backL)}</b>
      <span className="block text-[13px] whitespace-nowrap">
        {backPctW < 0.005 ? 'no resin' : `${plainNumber(backPctW)} % resin`}
      </span>
      <span className="block text-[13px] whitespace-nowrap">{plainNumber(backStrengthPctW, 3)} % strong</span>
    </>
  );
}
