import type { BathCare, ReadingRow, Resin, Vessel } from '@north-step/contract';
import { DISAGREES_SD, readingName } from '@north-step/core/reading';
import { LIDS } from '@north-step/core/solvent';
import { percentText, plainNumber, Z90 } from '@north-step/core/units';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useKeys } from '../../shell/useKeys.ts';
import { dayAndClock, useNow } from '../../shell/useNow.ts';
import { useCareQuery, useMovementsQuery, useResinsQuery, useSolventQuery } from '../../store/api.ts';
import { Choice, Empty, Failed, HeadRow, Loading, useWidth } from '../../ui/index.ts';
import { SlimBand, SlimButton, useDo } from '../next/index.ts';
import { BathPanel } from './BathPanel.tsx';
import { FillDialog } from './FillDialog.tsx';
import { LoadChart } from './LoadChart.tsx';
import { Movements } from './Movements.tsx';
import { RefillDialog } from './RefillDialog.tsx';
import { RotateDialog } from './RotateDialog.tsx';

const LID_CHOICES = LIDS.map((lid) => ({ value: lid, text: lid }));
const DAY_MS = 86_400_000;

/** Everything about one bath: its load since it was filled, readings, batches, what is in it, its lid and its limit. */
export function BathPage() {
  const { vesselId = '' } = useParams();
  const { data: solvent, isError, refetch } = useSolventQuery();
  const { data: care } = useCareQuery();
  const { data: resins } = useResinsQuery();
  const { data: movements } = useMovementsQuery({ vesselId, limit: 40 });
  const [doing, setDoing] = useState<'fill' | 'rotate' | 'refill'>();
  const navigate = useNavigate();
  const nowMs = useNow(60_000);
  const { element, width } = useWidth(800);
  useKeys({ r: () => navigate(`/solvent/read?bath=${vesselId}`) });
  if (isError && !solvent) return <Failed what="this bath" onRetry={() => void refetch()} />;
  if (!solvent || !care) return <Loading what="this bath" />;
  const vessel = solvent.vessels.find((one) => one.id === vesselId);
  const bath = care.baths.find((one) => one.vesselId === vesselId);
  if (!vessel || !bath) return <Empty>There is no bath with this address. It may have been renamed.</Empty>;
  const sinceMs = Math.max(nowMs - 120 * DAY_MS, Math.min(bath.lastFillMs ?? 0, nowMs - 7 * DAY_MS));
  const close = () => setDoing(undefined);
  return (
    <>
      <SlimBand
        say={bath.advice.say}
        more={bath.advice.more}
        keys={
          <SlimButton keyName="R" label="Take reading" onPress={() => navigate(`/solvent/read?bath=${vesselId}`)} />
        }
      />
      <div className="grid grid-cols-[1fr_410px] max-lg:grid-cols-1">
        <div className="min-w-0 border-r border-line px-[18px] py-3">
          <h2 className="text-lg font-bold">
            Load since it was filled
            <span className="ml-3 text-sm font-normal text-ink-2">
              {bath.lastFillMs === null ? 'never filled' : dayAndClock(bath.lastFillMs)} ·{' '}
              {plainNumber(bath.batchesPerDay)} batches a day
            </span>
          </h2>
          <div ref={element} className="min-w-0 overflow-hidden">
            <LoadChart bath={bath} name={vessel.name} nowMs={nowMs} sinceMs={sinceMs} width={width} height={300} />
          </div>
          <Readings bath={bath} />
          <ResinsInIt bath={bath} resins={resins?.resins ?? []} />
          <Keeping vessel={vessel} bath={bath} />
        </div>
        <div>
          <BathPanel
            bath={bath}
            vessel={vessel}
            onChoose={(kind) => setDoing(kind === 'rotate' ? 'rotate' : kind === 'refill' ? 'refill' : 'fill')}
          />
          <Movements movements={movements?.rows ?? []} />
        </div>
      </div>
      {doing === 'fill' && <FillDialog vessels={solvent.vessels} intoId={vessel.id} onClose={close} />}
      {doing === 'rotate' && <RotateDialog vessels={solvent.vessels} ofLine={vessel.line?.id} onClose={close} />}
      {doing === 'refill' && <RefillDialog vessels={solvent.vessels} bath={vessel} onClose={close} />}
    </>
  );
}

function Readings({ bath }: { readonly bath: BathCare }) {
  const acts = useDo();
  const judge = (row: ReadingRow, verdict: 'trusted' | 'discarded') =>
    void acts.send('reading.verdict', { readingId: row.id }, { verdict });
  return (
    <section aria-label="Readings" className="mt-5">
      <h2 className="text-lg font-bold">Readings</h2>
      {bath.readings.length === 0 && (
        <p className="text-ink-2">
          None yet.{' '}
          <Link className="underline" to={`/solvent/read?bath=${bath.vesselId}`}>
            Take one
          </Link>
          : the range narrows at once.
        </p>
      )}
      {bath.readings.length > 0 && (
        <table className="table-plain w-full">
          <HeadRow names={['when', 'kind', 'says', 'expected', 'by', '']} />
          <tbody>
            {bath.readings.slice(0, 20).map((row) => (
              <tr key={row.id} className={row.verdict === 'discarded' ? 'text-ink-2 line-through' : ''}>
                <td className="font-mono whitespace-nowrap">{dayAndClock(row.atMs)}</td>
                <td>{readingName(row.raw.kind)}</td>
                <td className="font-mono">
                  {row.loadPctW === null
                    ? '–'
                    : `${percentText(row.loadPctW)} ± ${plainNumber(Z90 * (row.sdPctW ?? 0))}`}
                </td>
                <td className="font-mono">{row.expectedPctW === null ? '–' : percentText(row.expectedPctW)}</td>
                <td>{row.by}</td>
                <td className="no-underline">
                  {row.verdict === 'discarded' ? (
                    <button type="button" className="btn" onClick={() => judge(row, 'trusted')}>
                      Trust it again
                    </button>
                  ) : (
                    <>
                      {(row.surprise ?? 0) > DISAGREES_SD && row.verdict === null && (
                        <b className="mr-2 text-brick">disagrees</b>
                      )}
                      <button type="button" className="btn" onClick={() => judge(row, 'discarded')}>
                        Discard
                      </button>
                    </>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function ResinsInIt({ bath, resins }: { readonly bath: BathCare; readonly resins: readonly Resin[] }) {
  const rows = Object.entries(bath.resinsG).sort((a, b) => b[1] - a[1]);
  const total = rows.reduce((sum, [, grams]) => sum + grams, 0);
  if (total <= 0) return null;
  const nameOf = (id: string) => resins.find(({ card }) => card.id === id)?.card;
  return (
    <section aria-label="Resins in it" className="mt-5">
      <h2 className="text-lg font-bold">
        Resins in it <span className="ml-2 text-sm font-normal text-ink-2">by the book</span>
      </h2>
      <ul>
        {rows.map(([id, grams]) => {
          const card = nameOf(id);
          const marks = [card?.stainsBath && 'stains', card?.leavesGrit && 'leaves grit'].filter(Boolean).join(', ');
          return (
            <li key={id} className="flex gap-3 border-b border-line py-1">
              <span className="flex-1">
                {card?.name ?? id} {marks && <b className="text-brick">({marks})</b>}
              </span>
              <span className="font-mono">{grams.toFixed(1)} g</span>
              <span className="w-14 text-right font-mono">{Math.round((100 * grams) / total)} %</span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** The lid, which decides what evaporates, and a stricter limit of the shop's own. */
function Keeping({ vessel, bath }: { readonly vessel: Vessel; readonly bath: BathCare }) {
  const acts = useDo();
  const [limit, setLimit] = useState(vessel.shopLimitPctW === null ? '' : String(vessel.shopLimitPctW));
  const limitPctW = limit.trim() === '' ? null : Number(limit.replace(',', '.'));
  const fits = limitPctW === null || (limitPctW >= 0.5 && limitPctW <= 25);
  const resinsAsk = bath.limit.perResin[0]?.limitPctW;
  return (
    <section aria-label="Keeping" className="mt-5 flex flex-wrap gap-8">
      <div>
        <h2 className="text-lg font-bold">Lid</h2>
        <Choice
          label="Lid"
          value={vessel.lid}
          options={LID_CHOICES}
          onChange={(lid) => void acts.send('solvent.lid', {}, { vesselId: vessel.id, lid })}
        />
        <p className="mt-1 text-sm text-ink-2">What evaporated under the old lid is booked first.</p>
      </div>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (fits) void acts.send('solvent.limit', {}, { vesselId: vessel.id, limitPctW });
        }}
      >
        <h2 className="text-lg font-bold">The shop’s own limit</h2>
        <div className="flex items-center gap-2">
          <input
            className="field w-24 font-mono"
            inputMode="decimal"
            aria-label="The shop’s own limit, %"
            aria-invalid={!fits}
            placeholder="none"
            value={limit}
            onChange={(event) => setLimit(event.target.value)}
          />
          <span>%</span>
          <button type="submit" className="btn" disabled={!fits}>
            Keep it
          </button>
        </div>
        <p className="mt-1 text-sm text-ink-2">
          {!fits && <span className="text-brick">Between 0.5 and 25 %, or empty. </span>}
          {resinsAsk !== undefined &&
            `The resins ask for ${plainNumber(resinsAsk)} %; only a stricter one changes anything.`}
        </p>
      </form>
    </section>
  );
}
