import type { SolventReply, Vessel } from '@north-step/contract';
import { plainNumber } from '@north-step/core/units';
import { actLimitsPctW } from '@north-step/core/wash';
import { useState } from 'react';
import { useSolventQuery } from '../../app/api.ts';
import { Failed, Loading } from '../../ui/index.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { FillDialog } from './FillDialog.tsx';
import { Movements } from './Movements.tsx';
import { ReclaimDialog } from './ReclaimDialog.tsx';
import { RotateDialog } from './RotateDialog.tsx';
import { VesselRow } from './VesselRow.tsx';

const [FIRST_LIMIT, CLEAN_LIMIT] = actLimitsPctW('isopropanol', 0.8);
export const limitOf = (vessel: Vessel): number => (vessel.role === 'clean' ? CLEAN_LIMIT : FIRST_LIMIT);
type Doing = 'fill' | 'rotate' | 'reclaim';

/** Where every gram of solvent is, and the three things done with it: fill, rotate, reclaim. */
export function SolventPage() {
  const { data, isError, refetch } = useSolventQuery();
  const [doing, setDoing] = useState<Doing>();
  if (isError && !data) return <Failed what="the solvent book" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the solvent book" />;
  const close = () => setDoing(undefined);
  const { say, more, main } = conclusionOf(data);
  return (
    <>
      <SlimBand
        say={say}
        more={more}
        keys={
          <SlimButton
            label={main === 'rotate' ? 'Rotate …' : main === 'fill' ? 'Fill …' : 'Reclaim …'}
            onPress={() => setDoing(main)}
          />
        }
      />
      <div className="grid grid-cols-[1fr_400px] max-lg:grid-cols-1">
        <div className="border-r border-line px-[18px] py-3">
          <h2 className="text-lg font-bold">
            Where the solvent is <span className="ml-3 text-sm font-normal text-ink-2">{balanceText(data)}</span>
          </h2>
          <VesselRow vessels={data.vessels} limitOf={limitOf} />
          <div className="mt-4 flex flex-wrap gap-3">
            <button type="button" className="btn btn-sea" onClick={() => setDoing('rotate')}>
              Rotate …
            </button>
            <button type="button" className="btn" onClick={() => setDoing('fill')}>
              Fill or top up …
            </button>
            <button type="button" className="btn" onClick={() => setDoing('reclaim')}>
              Harden and filter …
            </button>
          </div>
          <Sinks data={data} />
          <p className="mt-4 text-sm text-ink-2">
            Solvent burns and its vapour travels along the bench. No heaters, no sparks, lids on. Nothing goes down a
            drain; sludge is hardened in light and handed to a hazardous-waste site. Local codes decide how much may be
            kept and whether it may be reclaimed.
          </p>
        </div>
        <Movements movements={data.movements} />
      </div>
      {doing === 'fill' && <FillDialog vessels={data.vessels} onClose={close} />}
      {doing === 'rotate' && <RotateDialog vessels={data.vessels} onClose={close} />}
      {doing === 'reclaim' && <ReclaimDialog vessels={data.vessels} onClose={close} />}
    </>
  );
}

function balanceText(data: SolventReply): string {
  const kg = data.vessels.reduce((sum, vessel) => sum + vessel.solventG + vessel.waterG + vessel.resinG, 0) / 1000;
  return data.residualMg === 0
    ? `every milligram balances · ${plainNumber(kg, 4)} kg on the books`
    : `the book is off by ${data.residualMg} mg`;
}

function conclusionOf(data: SolventReply): { say: string; more: string; main: Doing } {
  const role = (name: Vessel['role']) => data.vessels.find((vessel) => vessel.role === name);
  const [first, clean, drum] = [role('first'), role('clean'), role('drum')];
  if (!first || !clean || first.volumeMl < 1 || clean.volumeMl < 1)
    return { say: 'Fill both baths.', more: 'A batch can only be washed in baths that hold solvent.', main: 'fill' };
  const spent = [clean, first].find((vessel) => vessel.loadPctW >= limitOf(vessel));
  if (spent)
    return {
      say: `Rotate the baths: ${spent.name} holds ${plainNumber(spent.loadPctW)} % resin.`,
      more: `It should be acted on at ${plainNumber(limitOf(spent))} %.`,
      main: 'rotate',
    };
  if (drum && drum.volumeMl > 3000)
    return {
      say: `Both baths are fit. ${plainNumber(drum.volumeMl / 1000)} L wait in the drum.`,
      more: 'Harden it in light and filter it, outdoors or under extraction.',
      main: 'reclaim',
    };
  return {
    say: 'Both baths are fit.',
    more: `Act at ${plainNumber(FIRST_LIMIT, 3)} % in the first bath and ${plainNumber(CLEAN_LIMIT)} % in the clean one.`,
    main: 'fill',
  };
}

const SINK_NAMES: Readonly<Record<string, string>> = {
  supply: 'came in',
  evaporated: 'evaporated',
  'drag-out': 'on wet parts now',
  'left-on-parts': 'left on dry parts',
  sludge: 'sludge',
  disposed: 'disposed',
  spilled: 'spilled',
  unaccounted: 'unaccounted',
};

function Sinks({ data }: { readonly data: SolventReply }) {
  const order = Object.keys(SINK_NAMES);
  const shown = [...data.sinks]
    .sort((a, b) => order.indexOf(a.account) - order.indexOf(b.account))
    .filter((sink) => sink.solventG !== 0 || sink.waterG !== 0 || sink.resinG !== 0);
  return (
    <table className="table-plain mt-5 w-full max-w-2xl">
      <caption className="py-1 text-left font-bold">What came in and where it went, g</caption>
      <thead>
        <tr>
          <th scope="col">account</th>
          <th scope="col" className="!text-right">
            solvent
          </th>
          <th scope="col" className="!text-right">
            water
          </th>
          <th scope="col" className="!text-right">
            resin
          </th>
        </tr>
      </thead>
      <tbody>
        {shown.map((sink) => (
          <tr key={sink.account}>
            <td>{SINK_NAMES[sink.account] ?? sink.account}</td>
            {[sink.solventG, sink.waterG, sink.resinG].map((grams, index) => (
              <td key={index} className="text-right font-mono">
                {Math.abs(grams).toLocaleString('en-GB', { maximumFractionDigits: 1 })}
                {sink.account !== 'supply' && grams < 0 ? ' gained' : ''}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
