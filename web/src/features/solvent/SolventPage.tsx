import type { BathCare, SolventReply, Vessel } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useKeys } from '../../shell/useKeys.ts';
import { useNow } from '../../shell/useNow.ts';
import { useBenchQuery, useCareQuery, useSolventQuery } from '../../store/api.ts';
import { Failed, Loading, useWidth } from '../../ui/index.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { BathPanel } from './BathPanel.tsx';
import { type Conclusion, conclusionOf, limitOf } from './conclusion.ts';
import { FillDialog } from './FillDialog.tsx';
import { LoadChart } from './LoadChart.tsx';
import { CountDialog, DiscardDialog, VesselDialog } from './MoreDialogs.tsx';
import { Movements } from './Movements.tsx';
import { RefillDialog } from './RefillDialog.tsx';
import { RotateDialog } from './RotateDialog.tsx';

import { VesselRow } from './VesselRow.tsx';
import { WhatIf } from './WhatIf.tsx';

const DOINGS = ['fill', 'rotate', 'refill', 'discard', 'count', 'vessel'] as const;
type Doing = (typeof DOINGS)[number];
const CHART_DAYS = 40;

/** Where every gram of solvent is, how loaded the baths are, and what to do about it. */
export function SolventPage() {
  const { data, isError, refetch } = useSolventQuery();
  const { data: care } = useCareQuery();
  const { data: bench } = useBenchQuery();
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  // another page can ask for a dialog by the address
  const [doing, setDoing] = useState(DOINGS.find((one) => one === params.get('do')));
  const nowMs = useNow(60_000);
  const { element, width } = useWidth(800);
  const baths = Array.isArray(care?.baths) ? care.baths : [];
  const conclusion = data && conclusionOf(data.vessels, baths);
  const chosen = bathShown(baths, data?.vessels ?? [], params.get('bath') ?? conclusion?.bathId);
  useKeys({ r: () => navigate(`/solvent/read${chosen ? `?bath=${chosen.vesselId}` : ''}`) });
  if (isError && !data) return <Failed what="the solvent book" onRetry={() => void refetch()} />;
  if (!data || !conclusion || !bench) return <Loading what="the solvent book" />;
  const vessel = data.vessels.find((one) => one.id === chosen?.vesselId);
  const close = () => setDoing(undefined);
  return (
    <>
      <SlimBand
        say={conclusion.say}
        more={conclusion.more}
        keys={
          <BandAction conclusion={conclusion} onDo={setDoing} onRead={(id) => navigate(`/solvent/read?bath=${id}`)} />
        }
      />
      <div className="grid grid-cols-[1fr_410px] max-lg:grid-cols-1">
        <div className="min-w-0 border-r border-line px-[18px] py-3">
          <h2 className="text-lg font-bold">
            Where the solvent is <span className="ml-3 text-sm font-normal text-ink-2">{balanceText(data)}</span>
          </h2>
          <VesselRow
            vessels={data.vessels}
            baths={baths}
            notes={bench.care}
            limitOf={(one) => limitOf(one, baths)}
            chosenId={chosen?.vesselId}
            onChoose={(id) => setParams({ bath: id }, { replace: true })}
          />
          <div className="mt-3 flex flex-wrap gap-2">
            {ACTIONS.map(([what, text]) => (
              <button key={what} type="button" className="btn" onClick={() => setDoing(what)}>
                {text}
              </button>
            ))}
          </div>
          <nav aria-label="More of solvent" className="mt-1 flex flex-wrap gap-x-6">
            {PLACES.map(([to, text]) => (
              <Link key={to} className="flex min-h-11 items-center underline" to={to}>
                {text}
              </Link>
            ))}
          </nav>
          <div ref={element} className="mt-4 min-w-0 overflow-hidden">
            {chosen && vessel && (
              <>
                <h2 className="text-lg font-bold">{vessel.name} load</h2>
                <LoadChart
                  bath={chosen}
                  name={vessel.name}
                  nowMs={nowMs}
                  sinceMs={nowMs - CHART_DAYS * 86_400_000}
                  width={width}
                  height={250}
                />
                <WhatIf bath={chosen} />
              </>
            )}
          </div>
          <p className="mt-4 text-sm text-ink-2">
            Solvent burns and its vapour travels along the bench. No heaters, no sparks, lids on. Nothing goes down a
            drain; sludge is hardened in light and handed to a hazardous-waste site. Local codes decide how much may be
            kept and whether it may be reclaimed.
          </p>
        </div>
        <div>
          {chosen && vessel && (
            <BathPanel
              bath={chosen}
              vessel={vessel}
              onChoose={(kind) => setDoing(kind === 'rotate' ? 'rotate' : kind === 'refill' ? 'refill' : 'fill')}
            />
          )}
          <Movements movements={data.movements} shown={12} />
        </div>
      </div>
      {doing === 'fill' && <FillDialog vessels={data.vessels} intoId={vessel?.id} onClose={close} />}
      {doing === 'rotate' && <RotateDialog vessels={data.vessels} onClose={close} />}
      {doing === 'refill' && vessel && <RefillDialog vessels={data.vessels} bath={vessel} onClose={close} />}
      {doing === 'discard' && <DiscardDialog vessels={data.vessels} onClose={close} />}
      {doing === 'count' && <CountDialog vessels={data.vessels} onClose={close} />}
      {doing === 'vessel' && <VesselDialog onClose={close} />}
    </>
  );
}

const ACTIONS: readonly (readonly [Doing, string])[] = [
  ['rotate', 'Rotate …'],
  ['fill', 'Fill or top up …'],
  ['count', 'Count …'],
  ['discard', 'Spilled or disposed …'],
  ['vessel', 'Add a vessel …'],
];

const PLACES = [
  ['/solvent/reclaim', 'Reclaim'],
  ['/solvent/blend', 'Blend'],
  ['/solvent/where', 'Where it went'],
  ['/solvent/waste', 'Waste'],
  ['/solvent/policy', 'Policy'],
] as const;

function BandAction({
  conclusion,
  onDo,
  onRead,
}: {
  readonly conclusion: Conclusion;
  readonly onDo: (what: Doing) => void;
  readonly onRead: (bathId: string) => void;
}) {
  const { main, bathId } = conclusion;
  const navigate = useNavigate();
  if (main === 'reclaim') return <SlimButton label="Reclaim …" onPress={() => navigate('/solvent/reclaim')} />;
  if (main === 'read' && bathId) return <SlimButton keyName="R" label="Take reading" onPress={() => onRead(bathId)} />;
  const label = { rotate: 'Rotate …', fill: 'Fill …', refill: 'Change …', read: 'Take reading' }[main];
  return <SlimButton label={label} onPress={() => onDo(main === 'read' ? 'fill' : main)} />;
}

/** The bath that is looked at: the one asked for, else the first bath of the first line. */
function bathShown(
  baths: readonly BathCare[],
  vessels: readonly Vessel[],
  id: string | undefined,
): BathCare | undefined {
  const first = linesOf(vessels)[0]?.baths[0]?.id;
  return baths.find((bath) => bath.vesselId === id) ?? baths.find((bath) => bath.vesselId === first) ?? baths[0];
}

function balanceText(data: SolventReply): string {
  const kg = data.vessels.reduce((sum, vessel) => sum + vessel.solventG + vessel.waterG + vessel.resinG, 0) / 1000;
  return data.residualMg === 0
    ? `every milligram balances · ${plainNumber(kg, 4)} kg on the books`
    : `the book is off by ${data.residualMg} mg`;
}
